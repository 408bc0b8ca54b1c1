import { boxAround, type DesignOf } from '../card-plan';

/** A margin line at the left, from which the words come out. */
export const ledger: DesignOf = {
  move: () => 'unveil',
  roomOf: ({ inner, unit }) => {
    const inPx = 5 * unit;
    const box = { ...inner, x: inner.x + inPx, widthPx: (inner.widthPx - inPx) * 0.88 };
    return { box, across: 'start', down: 'middle' };
  },
  decorOf: ({ inner, unit, colours }, parts) => {
    const around = boxAround(parts.map((part) => (part.window ? { ...part, box: part.window } : part)));
    if (!around) return () => [];
    const over = 2.2 * unit;
    const [top, heightPx] = [around.y - over, around.heightPx + 2 * over];
    return ({ come, gone }) => {
      const shownPx = heightPx * come * (1 - gone);
      if (shownPx <= 0) return [];
      // It grows from its top, and goes to its foot.
      const y = top + heightPx * gone;
      return [
        {
          kind: 'rect',
          id: 'card:margin',
          x: inner.x + 1.2 * unit,
          y,
          widthPx: 0.9 * unit,
          heightPx: shownPx,
          fill: colours[0] ?? '#888888',
        },
      ];
    };
  },
};
