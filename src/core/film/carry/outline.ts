import type { Path } from '../../scene/path';
import { flattenPath, PathSink, verb } from '../../scene/path';
import type { PathNode, RectNode } from '../../scene/scene';

/** A closed line through points (x, y, x, y ...), without the first one again at its end. */
export type Ring = Float64Array;

/** A corner that is round is drawn as so many straight pieces. */
const ROUND_PIECES = 6;
/** Rings of more points are thinned out: no eye follows them. */
const MOST_POINTS = 360;
const TINY = 1e-9;

/** The closed lines of a filled shape, in stage pixels; the largest first. A line alone becomes a dot at its end. */
export function ringsOf(node: RectNode | PathNode, dx: number, dy: number): Ring[] {
  const lines = node.kind === 'rect' ? [rectLine(node)] : node.fill ? flattenPath(node.path) : [dotLine(node)];
  const rings = lines.map((line) => ringOf(line, dx, dy)).filter((ring) => ring.length >= 2);
  return rings.sort((a, b) => Math.abs(areaOf(b)) - Math.abs(areaOf(a)));
}

function rectLine({ x, y, widthPx, heightPx, radiusPx = 0 }: RectNode): number[] {
  const radius = Math.max(0, Math.min(radiusPx, widthPx / 2, heightPx / 2));
  if (radius < 0.01) return [x, y, x + widthPx, y, x + widthPx, y + heightPx, x, y + heightPx];
  const line: number[] = [];
  const corner = (cx: number, cy: number, fromRad: number) => {
    for (let i = 0; i <= ROUND_PIECES; i++) {
      const rad = fromRad + ((Math.PI / 2) * i) / ROUND_PIECES;
      line.push(cx + radius * Math.cos(rad), cy + radius * Math.sin(rad));
    }
  };
  corner(x + widthPx - radius, y + radius, -Math.PI / 2);
  corner(x + widthPx - radius, y + heightPx - radius, 0);
  corner(x + radius, y + heightPx - radius, Math.PI / 2);
  corner(x + radius, y + radius, Math.PI);
  return line;
}

/** A dot as wide as a line, where the line has come to. */
function dotLine({ path, strokeWidthPx = 1 }: PathNode): number[] {
  const at = path.points.length - 2;
  const sink = new PathSink();
  sink.arc(path.points[at] ?? 0, path.points[at + 1] ?? 0, Math.max(0.5, strokeWidthPx), 0, 2 * Math.PI);
  return flattenPath(sink.path())[0] ?? [];
}

/** A line as a ring: moved, without points that stand twice, and with no more of them than can be seen. */
function ringOf(line: readonly number[], dx: number, dy: number): Ring {
  const points: number[] = [];
  for (let i = 0; i + 1 < line.length; i += 2) {
    const [x, y] = [(line[i] as number) + dx, (line[i + 1] as number) + dy];
    const same = points.length > 0 && x === points.at(-2) && y === points.at(-1);
    if (!same && Number.isFinite(x) && Number.isFinite(y)) points.push(x, y);
  }
  const closed = points.length > 2 && points[0] === points.at(-2) && points[1] === points.at(-1);
  const ring = Float64Array.from(closed ? points.slice(0, -2) : points);
  const count = ring.length / 2;
  if (count <= MOST_POINTS) return ring;
  const shares = Float64Array.from({ length: MOST_POINTS }, (_, i) => i / MOST_POINTS);
  return pointsAt(ring, sharesOf(ring), shares);
}

/** Twice the sum of what lies inside, counted by the way around it; source: the shoelace formula. */
export function areaOf(ring: Ring): number {
  let area = 0;
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    area += (ring[j] as number) * (ring[i + 1] as number) - (ring[i] as number) * (ring[j + 1] as number);
  return area / 2;
}

/**
 * How much of the way around lies before each point, in [0, 1).
 *
 * @param corners Points at which a quarter of the way begins, however long it is; the first one is 0.
 */
function sharesOf(ring: Ring, corners: readonly number[] | null = null): Float64Array {
  const count = ring.length / 2;
  const shares = new Float64Array(count);
  let length = 0;
  for (let i = 0; i < count; i++) {
    shares[i] = length;
    const next = ((i + 1) % count) * 2;
    length += Math.hypot(
      (ring[next] as number) - (ring[2 * i] as number),
      (ring[next + 1] as number) - (ring[2 * i + 1] as number),
    );
  }
  // All in one place: its points are taken for evenly spread.
  if (length < TINY) return shares.map((_, i) => i / count);
  if (!corners) return shares.map((each) => each / length);
  return shares.map((each, i) => {
    const quarter = corners.findLastIndex((at) => at <= i);
    const [start, end] = [
      shares[corners[quarter] as number] as number,
      quarter === 3 ? length : (shares[corners[quarter + 1] as number] as number),
    ];
    return (quarter + (end - start < TINY ? 0 : (each - start) / (end - start))) / 4;
  });
}

/** Points of a ring at shares of the way around it, ascending. Cost: O(points + shares). */
function pointsAt(ring: Ring, at: Float64Array, shares: Float64Array): Ring {
  const count = at.length;
  const points = new Float64Array(shares.length * 2);
  let i = 0;
  shares.forEach((share, n) => {
    while (i + 1 < count && (at[i + 1] as number) <= share) i++;
    const [from, to] = [at[i] as number, i + 1 < count ? (at[i + 1] as number) : 1];
    const part = to - from < TINY ? 0 : (share - from) / (to - from);
    const next = ((i + 1) % count) * 2;
    for (let axis = 0; axis < 2; axis++) {
      const start = ring[2 * i + axis] as number;
      points[2 * n + axis] = start + ((ring[next + axis] as number) - start) * part;
    }
  });
  return points;
}

/** Two outlines with a point of one for each point of the other. */
export interface RingPair {
  readonly from: Ring;
  readonly to: Ring;
}

/**
 * Matches two outlines: both keep all their corners and go around clockwise, and the corners of the boxes around them lie on each
 * other, so that no point goes further around than it must and a box stays a box on its way to another one.
 *
 * Cost: O(points log points).
 */
export function pairRings(from: Ring, to: Ring): RingPair {
  const [a, b] = [fromTopLeft(clockwise(from)), fromTopLeft(clockwise(to))];
  const corners = [cornersOf(a), cornersOf(b)];
  const byCorners = corners.every((each) => each !== null);
  const [fromShares, toShares] = [a, b].map((ring, i) => sharesOf(ring, byCorners ? corners[i] : null)) as [
    Float64Array,
    Float64Array,
  ];
  const shares = Float64Array.from(new Set([...fromShares, ...toShares])).sort();
  return { from: pointsAt(a, fromShares, shares), to: pointsAt(b, toShares, shares) };
}

const clockwise = (ring: Ring): Ring => (areaOf(ring) < 0 ? reversed(ring) : ring);

/** The corners of a box, clockwise from the top left, by the side they lie on. */
const corners = [
  [1, 1],
  [-1, 1],
  [-1, -1],
  [1, -1],
] as const;

/** The point of a ring that reaches furthest towards a corner of its box, the box taken for a square; from 0. */
function reachingFor(
  ring: Ring,
  { x, y, widthPx, heightPx }: RingBox,
  [sideX, sideY]: readonly [number, number],
): number {
  let [best, least] = [0, Number.POSITIVE_INFINITY];
  for (let i = 0; i < ring.length; i += 2) {
    const reach =
      (sideX * ((ring[i] as number) - x)) / (widthPx || 1) + (sideY * ((ring[i + 1] as number) - y)) / (heightPx || 1);
    if (reach < least - TINY) [best, least] = [i / 2, reach];
  }
  return best;
}

/** The ring from the point on that lies furthest towards the top left. */
function fromTopLeft(ring: Ring): Ring {
  const first = 2 * reachingFor(ring, boxOfRings([ring]), corners[0]);
  const turned = new Float64Array(ring.length);
  turned.set(ring.subarray(first));
  turned.set(ring.subarray(0, first), ring.length - first);
  return turned;
}

/** Which points of a ring from its top left on lie at the four corners of its box; null where they are not four, in order. */
function cornersOf(ring: Ring): readonly number[] | null {
  const box = boxOfRings([ring]);
  const found = corners.map((corner) => reachingFor(ring, box, corner));
  return found[0] === 0 && found.every((at, i) => i === 0 || at > (found[i - 1] as number)) ? found : null;
}

/** A box in stage pixels. */
export interface RingBox {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The box around rings. */
export function boxOfRings(rings: readonly Ring[]): RingBox {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const ring of rings)
    for (let i = 0; i + 1 < ring.length; i += 2) {
      left = Math.min(left, ring[i] as number);
      right = Math.max(right, ring[i] as number);
      top = Math.min(top, ring[i + 1] as number);
      bottom = Math.max(bottom, ring[i + 1] as number);
    }
  return { x: left, y: top, widthPx: right - left, heightPx: bottom - top };
}

function reversed(ring: Ring): Ring {
  const back = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    back[i] = ring[ring.length - 2 - i] as number;
    back[i + 1] = ring[ring.length - 1 - i] as number;
  }
  return back;
}

const centreOf = (ring: Ring): [number, number] => {
  let [x, y] = [0, 0];
  for (let i = 0; i < ring.length; i += 2) {
    x += ring[i] as number;
    y += ring[i + 1] as number;
  }
  const count = Math.max(1, ring.length / 2);
  return [x / count, y / count];
};

/** A ring of as many points, all in its middle: what a hole grows from and shrinks to. */
const closedUp = (ring: Ring): Ring => {
  const centre = centreOf(ring);
  return ring.map((_, i) => centre[(i % 2) as 0 | 1]);
};

/** More rings than these are not told apart. */
const MOST_RINGS = 80;

/** The outlines of two shapes, pair by pair: solid ones with solid ones, while holes open and close. */
export function pairShapes(from: readonly Ring[], to: readonly Ring[]): RingPair[] {
  const [fromSolid, fromHoles] = partedBySide(from);
  const [toSolid, toHoles] = partedBySide(to);
  const count = Math.min(MOST_RINGS, Math.max(fromSolid.length, toSolid.length));
  const pairs = Array.from({ length: count }, (_, i) => {
    const [a, b] = [fromSolid[i % fromSolid.length], toSolid[i % toSolid.length]];
    return a && b ? [pairRings(a, b)] : [];
  }).flat();
  // Holes go around the other way than what they are in, so that they stay holes.
  const hole = (ring: Ring) => reversed(clockwise(ring));
  return [
    ...pairs,
    ...fromHoles.map(hole).map((ring) => ({ from: ring, to: closedUp(ring) })),
    ...toHoles.map(hole).map((ring) => ({ from: closedUp(ring), to: ring })),
  ];
}

/** Rings that go around as the largest does, and those that go around the other way within it. */
function partedBySide(rings: readonly Ring[]): [Ring[], Ring[]] {
  const side = Math.sign(areaOf(rings[0] ?? new Float64Array()));
  const isHole = (ring: Ring) => side !== 0 && Math.sign(areaOf(ring)) === -side;
  return [rings.filter((ring) => !isHole(ring)), rings.filter(isHole)];
}

/** The shape on its way. @param x How much of it is done, in [0, 1]: at both ends it is exactly one of the two. */
export function shapeAt(pairs: readonly RingPair[], x: number): Path {
  const verbs: number[] = [];
  const points: number[] = [];
  for (const { from, to } of pairs) {
    for (let i = 0; i < from.length; i += 2) {
      verbs.push(i === 0 ? verb.move : verb.line);
      for (const at of [i, i + 1]) points.push((from[at] as number) * (1 - x) + (to[at] as number) * x);
    }
    verbs.push(verb.close);
  }
  return { verbs: Uint8Array.from(verbs), points: Float64Array.from(points) };
}
