import { polyline } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { DesignOf } from '../card-plan';

/** Strings across the stage. */
const COUNT = 5;
/** From one string to the next, in hundredths of the shorter side. */
const APART = 2.6;
/** How far a string swings when it is plucked, in hundredths of the shorter side. */
const SWING = 1.5;
/** Swings in a second of the lowest string, and how many more each further one has. */
const BEATS = 3.1;
const MORE_BEATS = 0.55;
/** In how many seconds a swing falls to a third. */
const FADE_SEC = 0.9;
/** From the pluck of one string to that of the next, in seconds. */
const PLUCK_SEC = 0.14;
const POINTS = 64;

/** Strings across the foot of the stage, plucked one after the other, and the words above them. */
export const strings: DesignOf = {
  move: () => 'rise',
  roomOf: ({ inner, unit }) => {
    const footPx = (COUNT * APART + 4) * unit;
    return {
      box: { ...inner, heightPx: Math.max(inner.heightPx * 0.5, inner.heightPx - footPx) },
      across: 'start',
      down: 'bottom',
      titleTimes: 1.15,
    };
  },
  decorOf: ({ widthPx, inner, unit, colours }) => {
    const top = inner.y + inner.heightPx - (COUNT - 1) * APART * unit;
    return ({ come, gone, timeSec }) => {
      if (come <= 0 || gone >= 1) return [];
      return Array.from({ length: COUNT }, (_, i): SceneNode => {
        const y = top + i * APART * unit;
        const sincePluck = timeSec - PLUCK_SEC * (i + 1);
        const swing = sincePluck <= 0 ? 0 : SWING * unit * Math.exp(-sincePluck / FADE_SEC);
        const height = swing * Math.sin(2 * Math.PI * (BEATS + MORE_BEATS * i) * Math.max(0, sincePluck));
        const points = Float64Array.from({ length: 2 * POINTS }, (_, k) => {
          const along = Math.floor(k / 2) / (POINTS - 1);
          return k % 2 === 0 ? along * widthPx * come : y + height * Math.sin(Math.PI * along);
        });
        return {
          kind: 'path',
          id: `card:string${i}`,
          path: polyline(points),
          stroke: colours[i % colours.length] ?? '#888888',
          strokeWidthPx: (0.22 + 0.09 * i) * unit,
          cap: 'round',
          opacity: 1 - gone,
        };
      });
    };
  },
};
