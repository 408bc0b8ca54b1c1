import type { StageBox } from '@/core/project/film';

/** Snapped places, as shares of the stage: edges, margins of a twentieth, thirds and the middle. */
const SNAPS = [0, 0.05, 1 / 3, 0.5, 2 / 3, 0.95, 1];
const LEAST = 0.05;

/** Which part of a box is dragged: all of it, a side or a corner, by the points of the compass. */
export type Handle = 'move' | 'nw' | 'n' | 'ne' | 'e' | 'se' | 's' | 'sw' | 'w';
export const handles: readonly Exclude<Handle, 'move'>[] = ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'];

/** A box after a drag, and the lines that it has snapped to. */
export interface Snapped {
  readonly box: StageBox;
  readonly guides: { readonly x: number | null; readonly y: number | null };
}

/** A drag along one axis, in shares of the stage: which ends of the box go with it, and how near is near enough to snap. */
interface Move {
  readonly start: number;
  readonly size: number;
  readonly by: number;
  readonly from: boolean;
  readonly to: boolean;
  readonly snapShare: number;
}

/** Moves one axis of a box by a distance and snaps its ends and middle. */
function along({ start, size, by, from, to, snapShare }: Move) {
  let [low, high] = [start + (from ? by : 0), start + size + (to ? by : 0)];
  const moves = from && to;
  let guide: number | null = null;
  const candidates = [...(from ? [low] : []), ...(to ? [high] : []), ...(moves ? [(low + high) / 2] : [])];
  let best = snapShare;
  let shift = 0;
  for (const at of candidates) {
    for (const snap of SNAPS) {
      if (Math.abs(snap - at) < best) [best, shift, guide] = [Math.abs(snap - at), snap - at, snap];
    }
  }
  if (from) low += shift;
  if (to) high += shift;
  if (moves) {
    const inside = Math.max(0, -low) - Math.max(0, high - 1);
    return { start: low + inside, size, guide };
  }
  if (from) low = Math.min(high - LEAST, Math.max(0, low));
  if (to) high = Math.max(low + LEAST, Math.min(1, high));
  return { start: low, size: high - low, guide };
}

/** A distance along both axes, in shares of the stage. */
export interface Distance {
  readonly x: number;
  readonly y: number;
}

/** The box after a drag by a distance. @param snap How near an end has to come to a line to snap to it. */
export function dragged(box: StageBox, handle: Handle, by: Distance, snap: Distance): Snapped {
  const west = handle === 'move' || handle.includes('w');
  const east = handle === 'move' || handle.includes('e');
  const north = handle === 'move' || handle.includes('n');
  const south = handle === 'move' || handle.includes('s');
  // The names of the compass overlap with nothing: 'move' is handled above.
  const x = along({ start: box.x, size: box.width, by: by.x, from: west, to: east, snapShare: snap.x });
  const y = along({ start: box.y, size: box.height, by: by.y, from: north, to: south, snapShare: snap.y });
  return { box: { x: x.start, y: y.start, width: x.size, height: y.size }, guides: { x: x.guide, y: y.guide } };
}
