/** Something that stands along a line, or around a ring. */
export interface Standing {
  /** What it takes of the whole, in [0, 1]. */
  readonly share: number;
  /** Its place among the others; fractions while it changes places. */
  readonly slot: number;
}

/** A stretch that one of several takes: from and to in shares of the whole. */
export interface Stretch {
  /** Place in the list of those that stand. */
  readonly of: number;
  readonly from: number;
  readonly to: number;
}

/** How far one stands before another, in [0, 1]: a half where they are level. */
export function before(a: Standing, b: Standing): number {
  return Math.min(1, Math.max(0, (1 + b.slot - a.slot) / 2));
}

/**
 * Where each begins: behind all that stand before it, and partly behind those that it is changing places with. Continuous
 * in time.
 */
export function startsOf(list: readonly Standing[]): number[] {
  return list.map((each, i) =>
    list.reduce((sum, other, j) => (i === j ? sum : sum + other.share * before(other, each)), 0),
  );
}

/** Shorter stretches than these are what rounding leaves. */
const LEAST = 1e-12;

/**
 * The stretches that all take, in order, without a gap and without covering one another. Who changes places with a
 * neighbour wanders through it: the neighbour stands on both sides of it meanwhile, and neither takes more or less than
 * its share at any moment.
 *
 * @param list In an order that stays the same through the film: who comes first in it wanders through those after it.
 * Cost: O(n²).
 */
export function stretchesOf(list: readonly Standing[]): Stretch[] {
  let line: { of: number; length: number }[] = [];
  for (let i = list.length - 1; i >= 0; i--) {
    const each = list[i] as Standing;
    if (each.share <= LEAST) continue;
    let at = 0;
    for (let j = i + 1; j < list.length; j++) at += (list[j]?.share ?? 0) * before(list[j] as Standing, each);
    const next: { of: number; length: number }[] = [];
    let [from, placed] = [0, false];
    for (const piece of line) {
      const ahead = at - from;
      if (!placed && ahead < piece.length - LEAST) {
        if (ahead > LEAST) next.push({ of: piece.of, length: ahead });
        next.push({ of: i, length: each.share });
        next.push({ of: piece.of, length: piece.length - Math.max(0, ahead > LEAST ? ahead : 0) });
        placed = true;
      } else next.push(piece);
      from += piece.length;
    }
    if (!placed) next.push({ of: i, length: each.share });
    line = next;
  }
  const found: { of: number; from: number; to: number }[] = [];
  let from = 0;
  for (const { of, length } of line) {
    const last = found.at(-1);
    const to = from + length;
    if (last?.of === of) last.to = to;
    else found.push({ of, from, to });
    from = to;
  }
  return found;
}
