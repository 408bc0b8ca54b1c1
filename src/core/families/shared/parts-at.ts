import type { CubeParts } from '../../shaping/parts';

/** A part of a mark, from one value to another. */
export interface PartAt {
  /** Place among the names of the parts. */
  readonly part: number;
  /** Data units. `top - base` is the part's value. */
  readonly base: number;
  readonly top: number;
}

/** By cube: the pairs of each category, in the order of the parts. */
const listed = new WeakMap<CubeParts, number[][]>();

function pairsOf(parts: CubeParts, category: number): readonly number[] {
  const known = listed.get(parts) ?? [];
  if (known.length === 0) {
    listed.set(parts, known);
    parts.pairs.forEach(([c], i) => {
      known[c] ??= [];
      known[c].push(i);
    });
    for (const list of known) list?.sort((a, b) => (parts.pairs[a]?.[1] ?? 0) - (parts.pairs[b]?.[1] ?? 0));
  }
  return known[category] ?? [];
}

/**
 * The parts of a category at a moment, one on the other from 0 to its value: each goes straight from period to period, and
 * all of them are fitted to the value that is shown, whatever its way between periods.
 *
 * @param step The step of the run, and `s` the fraction of it that is passed.
 * @returns Null where the value cannot be divided: nothing is known of its parts, or they have both signs.
 */
export function partsAt(
  parts: CubeParts,
  category: number,
  { step, s, value }: { readonly step: number; readonly s: number; readonly value: number },
): PartAt[] | null {
  const pairs = pairsOf(parts, category);
  const width = parts.pairs.length;
  const at = (period: number, pair: number) => {
    const known = parts.values[period * width + pair] ?? Number.NaN;
    return Number.isNaN(known) ? 0 : known;
  };
  let sum = 0;
  let signs = 0;
  const amounts = pairs.map((pair) => {
    const amount = s > 0 ? at(step, pair) * (1 - s) + at(step + 1, pair) * s : at(step, pair);
    sum += amount;
    signs |= amount > 0 ? 1 : amount < 0 ? 2 : 0;
    return amount;
  });
  if (signs === 3 || sum === 0 || !Number.isFinite(value / sum)) return null;
  const found: PartAt[] = [];
  let base = 0;
  amounts.forEach((amount, i) => {
    if (amount === 0) return;
    const top = base + amount * (value / sum);
    found.push({ part: parts.pairs[pairs[i] ?? 0]?.[1] ?? 0, base, top });
    base = top;
  });
  return found;
}
