import type { CardPart } from '../../project/card';
import { inkOn } from '../../scale/colour';
import { boxAround, type DesignOf, type DesignSetting } from '../card-plan';

/** What stands on the ribbon: the title, and the tagline where it is next to it. */
const onRibbon: readonly CardPart[] = ['title', 'tagline'];

const colourOf = ({ colours }: DesignSetting) => colours[0] ?? '#888888';

/** A ribbon runs across the stage under the title. */
export const ribbon: DesignOf = {
  move: (part) => (onRibbon.includes(part) ? 'slide' : 'fade'),
  roomOf: (setting) => {
    const ink = inkOn(colourOf(setting));
    return {
      box: setting.inner,
      across: 'start',
      down: 'middle',
      inkOf: (part) => (onRibbon.includes(part) ? ink : null),
    };
  },
  decorOf: (setting, parts) => {
    const around = boxAround(parts.filter(({ part }) => onRibbon.includes(part)));
    if (!around) return () => [];
    const { widthPx, unit, colours } = setting;
    const over = 2.6 * unit;
    const band = { y: around.y - over, heightPx: around.heightPx + 2 * over };
    const edgePx = 0.8 * unit;
    return ({ come, gone }) => {
      const [from, to] = [widthPx * gone, widthPx * come];
      if (to <= from) return [];
      const across = { x: from, widthPx: to - from };
      return [
        { kind: 'rect', id: 'card:ribbon', ...across, ...band, fill: colourOf(setting) },
        {
          kind: 'rect',
          id: 'card:edge',
          ...across,
          y: band.y + band.heightPx,
          heightPx: edgePx,
          fill: colours[1] ?? colourOf(setting),
        },
      ];
    };
  },
};
