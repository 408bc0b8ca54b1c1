import type { DesignOf } from '../card-plan';

/** Everything in the middle; a short line grows below the title. */
export const calm: DesignOf = {
  move: () => 'rise',
  roomOf: ({ inner }) => {
    const widthPx = inner.widthPx * 0.86;
    const box = { ...inner, x: inner.x + (inner.widthPx - widthPx) / 2, widthPx };
    return { box, across: 'middle', down: 'middle' };
  },
  decorOf: ({ colours, unit }, parts) => {
    const title = parts.find(({ part }) => part === 'title');
    const below = title && parts[parts.indexOf(title) + 1];
    if (!title || !below) return () => [];
    const { x, y, widthPx, heightPx } = title.box;
    const longPx = Math.min(14 * unit, widthPx);
    const thickPx = 0.5 * unit;
    return ({ come, gone }) => {
      const shownPx = longPx * come * (1 - gone);
      if (shownPx <= 0) return [];
      const middle = x + widthPx / 2;
      return [
        {
          kind: 'rect',
          id: 'card:line',
          x: middle - shownPx / 2,
          y: (y + heightPx + (below.window ?? below.box).y - thickPx) / 2,
          widthPx: shownPx,
          heightPx: thickPx,
          radiusPx: thickPx / 2,
          fill: colours[0] ?? '#888888',
        },
      ];
    };
  },
};
