import { PathSink } from '../../scene/path';
import type { DesignOf, DesignSetting } from '../card-plan';

/** Where the disc comes to rest. */
function placeOf({ widthPx, heightPx, unit }: DesignSetting) {
  const tall = heightPx > widthPx * 0.9;
  const radius = (tall ? 21 : 30) * unit;
  return { tall, radius, x: tall ? widthPx - radius * 1.3 : widthPx - radius * 1.15, y: radius * 1.25 };
}

/** A large disc rises beside or above the words, which stand at the foot. */
export const disc: DesignOf = {
  move: (part) => (part === 'title' ? 'letters' : 'fade'),
  roomOf: (setting) => {
    const { inner, unit } = setting;
    const { tall, radius, x, y } = placeOf(setting);
    const from = tall ? y + radius + 4 * unit : inner.y;
    const to = tall ? inner.x + inner.widthPx : x - radius - 4 * unit;
    const box = {
      x: inner.x,
      y: from,
      widthPx: Math.max(20 * unit, to - inner.x),
      heightPx: Math.max(unit, inner.y + inner.heightPx - from),
    };
    return { box, across: 'start', down: 'bottom', titleTimes: 1.2 };
  },
  decorOf: (setting) => {
    const { heightPx, colours } = setting;
    const { radius, x, y } = placeOf(setting);
    return ({ come, gone }) => {
      if (come <= 0 || gone >= 1) return [];
      const sink = new PathSink();
      sink.arc(x, y + (1 - come) * (heightPx - y + radius), radius, 0, 2 * Math.PI);
      sink.closePath();
      return [{ kind: 'path', id: 'card:disc', path: sink.path(), fill: colours[0] ?? '#888888', opacity: 1 - gone }];
    };
  },
};
