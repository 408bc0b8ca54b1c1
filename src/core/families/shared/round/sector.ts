import type { Box } from '../../../chart/box';
import { type Path, PathSink } from '../../../scene/path';

const TURN = 2 * Math.PI;
/** Angles of paths run clockwise from the right, turns of charts clockwise from the top. */
export const radiansOf = (turn: number) => turn * TURN - Math.PI / 2;

/** A piece of a ring, in stage pixels; angles in turns, clockwise from the top. */
export interface Sector {
  readonly x: number;
  readonly y: number;
  /** The hole's radius; 0 is a piece of a whole disc. */
  readonly innerPx: number;
  readonly outerPx: number;
  readonly from: number;
  readonly to: number;
}

/** The place on a circle. */
export function onCircle(x: number, y: number, radiusPx: number, turn: number): readonly [number, number] {
  const rad = radiansOf(turn);
  return [x + radiusPx * Math.cos(rad), y + radiusPx * Math.sin(rad)];
}

/**
 * The outline of a sector whose straight edges keep a distance from its neighbours that is the same all along.
 *
 * @param gapPx Pixels between two sectors; a whole ring has none.
 */
export function sectorPath({ x, y, innerPx, outerPx, from, to }: Sector, gapPx = 0): Path {
  const sink = new PathSink();
  const turn = to - from;
  if (turn >= 1 - 1e-9) {
    sink.arc(x, y, outerPx, radiansOf(0), radiansOf(1));
    sink.closePath();
    if (innerPx > 0) {
      sink.moveTo(...onCircle(x, y, innerPx, 0));
      sink.arc(x, y, innerPx, radiansOf(1), radiansOf(0), true);
      sink.closePath();
    }
    return sink.path();
  }
  const [outer, inner] = [outerPx, innerPx].map((radius) => inset(turn, radius, gapPx)) as [number, number];
  if (outerPx <= 0 || outer * 2 >= turn) return sink.path();
  sink.arc(x, y, outerPx, radiansOf(from + outer), radiansOf(to - outer));
  // Where the hole is so small that its edges would cross, they meet in a point.
  if (innerPx > 0 && inner * 2 < turn) sink.arc(x, y, innerPx, radiansOf(to - inner), radiansOf(from + inner), true);
  else {
    const half = turn / 2;
    const meetPx = Math.max(innerPx, half >= 0.5 ? 0 : Math.min(outerPx, gapPx / 2 / Math.sin(half * TURN)));
    sink.lineTo(...onCircle(x, y, meetPx, from + half));
  }
  sink.closePath();
  return sink.path();
}

/** What half a gap takes of a turn at a radius. */
function inset(turn: number, radiusPx: number, gapPx: number): number {
  if (gapPx <= 0) return 0;
  if (radiusPx <= gapPx / 2) return turn;
  return Math.asin(gapPx / 2 / radiusPx) / TURN;
}

/**
 * A band along a circle, with straight ends or round ones, which end exactly where it does. Of a band that is shorter
 * than both of its round ends a smaller disc is left.
 */
export function bandPath(sector: Sector, round: boolean): Path {
  const { x, y, innerPx, outerPx, from, to } = sector;
  if (!round || to - from >= 1 - 1e-9) return sectorPath(sector);
  const sink = new PathSink();
  const [middle, half] = [(innerPx + outerPx) / 2, (outerPx - innerPx) / 2];
  if (half <= 0 || to <= from) return sink.path();
  const cap = Math.asin(Math.min(1, half / middle)) / TURN;
  if (to - from <= 2 * cap) {
    const [cx, cy] = onCircle(x, y, middle, (from + to) / 2);
    sink.arc(cx, cy, (half * (to - from)) / (2 * cap), 0, TURN);
    sink.closePath();
    return sink.path();
  }
  const [start, end] = [radiansOf(from + cap), radiansOf(to - cap)];
  sink.arc(x, y, outerPx, start, end);
  const [endX, endY] = onCircle(x, y, middle, to - cap);
  sink.arc(endX, endY, half, end, end + Math.PI);
  sink.arc(x, y, innerPx, end, start, true);
  const [startX, startY] = onCircle(x, y, middle, from + cap);
  sink.arc(startX, startY, half, start + Math.PI, start + TURN);
  sink.closePath();
  return sink.path();
}

/**
 * How far a box lies within a sector, in pixels from the nearest of its edges; below 0 where a corner is outside.
 *
 * @param box Around its middle.
 */
export function clearanceIn(
  { x, y, innerPx, outerPx, from, to }: Sector,
  box: { readonly x: number; readonly y: number; readonly widthPx: number; readonly heightPx: number },
): number {
  const [halfX, halfY] = [box.widthPx / 2, box.heightPx / 2];
  const [dx, dy] = [box.x - x, box.y - y];
  // The place of the box that is nearest to the middle of the round.
  const near = Math.hypot(Math.max(0, Math.abs(dx) - halfX), Math.max(0, Math.abs(dy) - halfY));
  let least = innerPx > 0 ? near - innerPx : Number.POSITIVE_INFINITY;
  const whole = to - from >= 1 - 1e-9;
  const edges = [from, to].map((turn) => onCircle(0, 0, 1, turn));
  const wide = to - from > 0.5;
  for (const [cornerX, cornerY] of [
    [dx - halfX, dy - halfY],
    [dx + halfX, dy - halfY],
    [dx - halfX, dy + halfY],
    [dx + halfX, dy + halfY],
  ] as const) {
    least = Math.min(least, outerPx - Math.hypot(cornerX, cornerY));
    if (whole) continue;
    const [[ax, ay], [bx, by]] = edges as [readonly [number, number], readonly [number, number]];
    // Distances from both straight edges, above 0 on the sector's side.
    const [after, ahead] = [ax * cornerY - ay * cornerX, cornerX * by - cornerY * bx];
    least = Math.min(least, wide ? Math.max(after, ahead) : Math.min(after, ahead));
  }
  return least;
}

/** Places along a sector that are looked at for its box. */
const LOOKS = 16;

/** The box around a sector. */
export function boxAround({ x, y, innerPx, outerPx, from, to }: Sector): Box {
  const points = Array.from({ length: LOOKS + 1 }, (_, i) => from + ((to - from) * i) / LOOKS).flatMap((turn) => [
    onCircle(x, y, outerPx, turn),
    onCircle(x, y, innerPx, turn),
  ]);
  const [xs, ys] = [points.map(([px]) => px), points.map(([, py]) => py)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  return { x: left, y: top, widthPx: Math.max(...xs) - left, heightPx: Math.max(...ys) - top };
}
