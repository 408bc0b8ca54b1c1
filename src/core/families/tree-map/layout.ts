/** A box of the whole, in shares of its width and height. */
export interface Cell {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What stands in the map: one thing, or a cut between two maps. Made once, so that neighbours stay neighbours. */
export type Cuts =
  | { readonly kind: 'leaf'; readonly of: number }
  | { readonly kind: 'cut'; readonly across: boolean; readonly first: Cuts; readonly second: Cuts };

/** The whole. */
export const whole: Cell = { x: 0, y: 0, width: 1, height: 1 };

/**
 * Cuts a box again and again until each part holds one thing: across its longer side, into parts as alike as the weights
 * allow, which keeps boxes near to squares.
 *
 * @param items Places of what is to stand in the box, the heaviest first.
 * @param weights By item, above 0.
 * @param ratio Width of the whole by its height.
 * Cost: O(n²) at worst.
 */
export function cutMap(items: readonly number[], weights: ArrayLike<number>, ratio: number): Cuts | null {
  const [only] = items;
  if (only === undefined) return null;
  if (items.length === 1) return { kind: 'leaf', of: only };
  const weightOf = (i: number) => weights[i] ?? 0;
  const total = items.reduce((sum, i) => sum + weightOf(i), 0);
  const across = ratio >= 1;
  let [at, share, sum] = [1, 0.5, 0];
  for (let i = 1; i < items.length; i++) {
    sum += weightOf(items[i - 1] ?? 0);
    const part = total > 0 ? sum / total : i / items.length;
    if (i > 1 && Math.abs(part - 0.5) >= Math.abs(share - 0.5)) break;
    [at, share] = [i, part];
  }
  const inner = (part: number) => (across ? ratio * part : ratio / Math.max(1e-9, part));
  const first = cutMap(items.slice(0, at), weights, inner(share));
  const second = cutMap(items.slice(at), weights, inner(1 - share));
  return first && second ? { kind: 'cut', across, first, second } : (first ?? second);
}

/**
 * The boxes of all things at these shares: each takes exactly its part of the whole, and none covers another. Continuous
 * in the shares.
 *
 * @param shares By thing; they sum to 1.
 * @param visit Called with each thing and its box, also with empty ones.
 */
export function layMap(map: Cuts, shares: ArrayLike<number>, box: Cell, visit: (of: number, cell: Cell) => void): void {
  if (map.kind === 'leaf') {
    visit(map.of, box);
    return;
  }
  const first = sumOf(map.first, shares);
  const total = first + sumOf(map.second, shares);
  const part = total > 0 ? first / total : 0.5;
  const { x, y, width, height } = box;
  if (map.across) {
    layMap(map.first, shares, { x, y, width: width * part, height }, visit);
    layMap(map.second, shares, { x: x + width * part, y, width: width * (1 - part), height }, visit);
  } else {
    layMap(map.first, shares, { x, y, width, height: height * part }, visit);
    layMap(map.second, shares, { x, y: y + height * part, width, height: height * (1 - part) }, visit);
  }
}

function sumOf(map: Cuts, shares: ArrayLike<number>): number {
  return map.kind === 'leaf' ? (shares[map.of] ?? 0) : sumOf(map.first, shares) + sumOf(map.second, shares);
}

/** Joins maps of groups as the things of a map of their own. @param maps By group. */
export function joinMaps(outer: Cuts, maps: readonly Cuts[]): Cuts {
  if (outer.kind === 'leaf') return maps[outer.of] ?? outer;
  return { ...outer, first: joinMaps(outer.first, maps), second: joinMaps(outer.second, maps) };
}
