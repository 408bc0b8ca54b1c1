import type { Box } from '../../chart/box';

/** How many panes stand beside each other, and how large each is. */
export interface PaneGrid {
  readonly columns: number;
  readonly rows: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly gapPx: number;
}

/** The ratio of width to height that most charts are read best at. */
const RATIO = 1.45;

/** How much an empty place counts against a better ratio. */
const EMPTY = 2;

/** Lays out so many panes in a box, as near to a good ratio as can be, with few empty places. */
export function gridOf(count: number, box: Pick<Box, 'widthPx' | 'heightPx'>, gapPx: number): PaneGrid {
  const tries = Array.from({ length: Math.max(1, count) }, (_, i) => {
    const columns = i + 1;
    const rows = Math.ceil(Math.max(1, count) / columns);
    const widthPx = Math.max(1, (box.widthPx - gapPx * (columns - 1)) / columns);
    const heightPx = Math.max(1, (box.heightPx - gapPx * (rows - 1)) / rows);
    const empty = (columns * rows - count) / (columns * rows);
    return {
      columns,
      rows,
      widthPx,
      heightPx,
      gapPx,
      cost: Math.abs(Math.log(widthPx / heightPx / RATIO)) + EMPTY * empty,
    };
  });
  const { cost: _, ...best } = tries.reduce((a, b) => (b.cost < a.cost ? b : a));
  return best;
}

/** The upper left corner of a place, from 0; between two places on the straight way from one to the other. */
export function cornerOf(grid: PaneGrid, box: Pick<Box, 'x' | 'y'>, place: number): { x: number; y: number } {
  const at = (whole: number) => ({
    x: box.x + (whole % grid.columns) * (grid.widthPx + grid.gapPx),
    y: box.y + Math.floor(whole / grid.columns) * (grid.heightPx + grid.gapPx),
  });
  const low = Math.floor(place);
  const [from, to, share] = [at(low), at(low + 1), place - low];
  return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
}
