import type { Box } from '../../chart/box';
import type { DesignOf, DesignSetting } from '../card-plan';

/** The coloured part of the stage: wide enough for a logo, or a strip without one. On a tall stage it lies at the top. */
function panelOf({ widthPx, heightPx, logoAspect }: DesignSetting): Box {
  const share = logoAspect === null ? 0.12 : 0.36;
  return heightPx > widthPx
    ? { x: 0, y: 0, widthPx, heightPx: heightPx * share }
    : { x: 0, y: 0, widthPx: widthPx * share, heightPx };
}

/** A coloured part with the logo, and the words beside it. */
export const halves: DesignOf = {
  move: (part) => (part === 'logo' ? 'fade' : 'rise'),
  roomOf: (setting) => {
    const { inner, unit, heightPx, widthPx, logoAspect } = setting;
    const panel = panelOf(setting);
    const tall = heightPx > widthPx;
    const gapPx = 5 * unit;
    const right = inner.x + inner.widthPx;
    const bottom = inner.y + inner.heightPx;
    const [x, y] = tall ? [inner.x, panel.heightPx + gapPx] : [panel.widthPx + gapPx, inner.y];
    const box = { x, y, widthPx: Math.max(unit, right - x), heightPx: Math.max(unit, bottom - y) };
    const pad = 3 * unit;
    const inside = {
      x: panel.x + pad,
      y: panel.y + pad,
      widthPx: panel.widthPx - 2 * pad,
      heightPx: panel.heightPx - 2 * pad,
    };
    return { box, across: 'start', down: 'middle', ...(logoAspect === null ? {} : { logo: inside }) };
  },
  decorOf: (setting) => {
    const { widthPx, heightPx, colours } = setting;
    const panel = panelOf(setting);
    return ({ come, gone }) => {
      const shown = come * (1 - gone);
      if (shown <= 0) return [];
      const box =
        heightPx > widthPx
          ? { ...panel, heightPx: panel.heightPx * shown }
          : { ...panel, widthPx: panel.widthPx * shown };
      return [{ kind: 'rect', id: 'card:panel', ...box, fill: colours[0] ?? '#888888' }];
    };
  },
};
