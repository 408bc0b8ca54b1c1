import type { Box } from '../../../chart/box';

/** Space between cells, of their shorter side. */
const GAP = 0.1;

/**
 * Boxes of equal size for so many cells, in rows, in which a thing of a shape becomes as large as it can; the last row
 * stands in the middle.
 *
 * @param ratio Width by height of what stands in a cell.
 */
export function cellBoxes(count: number, room: Box, ratio: number): Box[] {
  let best = { columns: 1, size: 0 };
  for (let columns = 1; columns <= count; columns++) {
    const rows = Math.ceil(count / columns);
    // Rows that are all full look better than slightly larger cells.
    const full = count / (columns * rows);
    const size = Math.min(room.widthPx / columns / ratio, room.heightPx / rows) * full;
    if (size > best.size * 1.0001) best = { columns, size };
  }
  const { columns } = best;
  const rows = Math.ceil(count / columns);
  const [stepX, stepY] = [room.widthPx / columns, room.heightPx / rows];
  const gapPx = count === 1 ? 0 : Math.min(stepX, stepY) * GAP;
  // What is wide and flat needs more room at its sides.
  const asidePx = columns === 1 ? gapPx : Math.max(gapPx, stepX * GAP * 0.6);
  return Array.from({ length: count }, (_, i) => {
    const [row, column] = [Math.floor(i / columns), i % columns];
    const inRow = row === rows - 1 ? count - row * columns : columns;
    return {
      x: room.x + ((columns - inRow) * stepX) / 2 + column * stepX + asidePx / 2,
      y: room.y + row * stepY + gapPx / 2,
      widthPx: stepX - asidePx,
      heightPx: stepY - gapPx,
    };
  });
}
