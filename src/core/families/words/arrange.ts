import { randomOf } from '../../scale/random';

/** A word to be placed: its box at the largest that it ever is. */
export interface WordBox {
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Where the middle of a word stands, from the middle of the room. */
export interface WordPlace {
  readonly x: number;
  readonly y: number;
}

/** Cells along the longer side of the room: finer ones place words closer, and cost more. */
const CELLS = 320;
/** Places that are looked at for a box. */
const STEPS = 6000;
/** From one to the next: never twice in the same direction. Source: Vogel, 1979, as seeds stand in a sunflower. */
const GOLDEN_RAD = Math.PI * (3 - Math.sqrt(5));

/**
 * Places boxes in a room so that none touches another: each as near to the middle as there is room for it, the first ones
 * first. The same seed places them alike.
 *
 * @returns A place for each, in order; null where not all fit. Cost: O(boxes × stops), each as many rows of cells as a box is high.
 */
export function arrange(
  boxes: readonly WordBox[],
  room: { readonly widthPx: number; readonly heightPx: number },
  seed: number,
): WordPlace[] | null {
  const cellPx = Math.max(room.widthPx, room.heightPx) / CELLS;
  const [columns, rows] = [Math.floor(room.widthPx / cellPx), Math.floor(room.heightPx / cellPx)];
  const taken = new Uint8Array(columns * rows);
  const random = randomOf(seed);
  const ratio = room.widthPx / room.heightPx;
  const places: WordPlace[] = [];
  for (const { widthPx, heightPx } of boxes) {
    const [wide, high] = [Math.ceil(widthPx / cellPx), Math.ceil(heightPx / cellPx)];
    if (wide > columns || high > rows) return null;
    const startRad = random() * 2 * Math.PI;
    const clockwise = random() < 0.5 ? 1 : -1;
    let found: WordPlace | null = null;
    for (let stop = 0; stop < STEPS; stop++) {
      // Stops that lie evenly over the room, from its middle outwards, as wide as the room is.
      const reach = Math.sqrt(stop / STEPS) * 0.72;
      const rad = startRad + clockwise * stop * GOLDEN_RAD;
      const column = Math.round(columns / 2 + Math.cos(rad) * reach * (ratio > 1 ? columns : rows * ratio) - wide / 2);
      const row = Math.round(rows / 2 + Math.sin(rad) * reach * (ratio > 1 ? columns / ratio : rows) - high / 2);
      if (column < 0 || row < 0 || column + wide > columns || row + high > rows) continue;
      if (!isFree(taken, columns, { column, row, wide, high })) continue;
      for (let y = row; y < row + high; y++) taken.fill(1, y * columns + column, y * columns + column + wide);
      found = {
        x: (column + wide / 2) * cellPx - room.widthPx / 2,
        y: (row + high / 2) * cellPx - room.heightPx / 2,
      };
      break;
    }
    if (!found) return null;
    places.push(found);
  }
  return places;
}

interface Cells {
  readonly column: number;
  readonly row: number;
  readonly wide: number;
  readonly high: number;
}

function isFree(taken: Uint8Array, columns: number, { column, row, wide, high }: Cells): boolean {
  // The corners and the middle first: they are taken most often.
  for (let y = row; y < row + high; y++) {
    const from = y * columns + column;
    if (taken[from] === 1 || taken[from + wide - 1] === 1 || taken[from + (wide >> 1)] === 1) return false;
  }
  for (let y = row; y < row + high; y++) {
    const from = y * columns + column;
    for (let x = from; x < from + wide; x++) if (taken[x] === 1) return false;
  }
  return true;
}

/** Sizes are tried from large to small by this factor. */
const SMALLER = 0.88;
const TRIES = 40;

/**
 * The largest size in which all boxes have a place, and these places.
 *
 * @param boxes At size 1.
 */
export function arrangeLargest(
  boxes: readonly WordBox[],
  room: { readonly widthPx: number; readonly heightPx: number },
  seed: number,
): { readonly scale: number; readonly places: readonly WordPlace[] } {
  const area = boxes.reduce((sum, { widthPx, heightPx }) => sum + widthPx * heightPx, 0);
  const widest = boxes.reduce((most, { widthPx }) => Math.max(most, widthPx), 0);
  const highest = boxes.reduce((most, { heightPx }) => Math.max(most, heightPx), 0);
  if (!(area > 0)) return { scale: 1, places: boxes.map(() => ({ x: 0, y: 0 })) };
  let scale = Math.min(
    Math.sqrt((room.widthPx * room.heightPx * 0.8) / area),
    room.widthPx / Math.max(1e-9, widest),
    room.heightPx / Math.max(1e-9, highest),
  );
  for (let i = 0; i < TRIES; i++, scale *= SMALLER) {
    const at = scale;
    const places = arrange(
      boxes.map(({ widthPx, heightPx }) => ({ widthPx: widthPx * at, heightPx: heightPx * at })),
      room,
      seed,
    );
    if (places) return { scale, places };
  }
  return { scale: 0, places: boxes.map(() => ({ x: 0, y: 0 })) };
}
