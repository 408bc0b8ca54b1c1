/** Makes spellings of one name alike: case, accents, hyphens, spaces, invisible characters and full stops do not count. */
export function spellingKey(name: string): string {
  return name
    .normalize('NFKD')
    .replace(/[\p{M}\p{Cf}]/gu, '')
    .toLowerCase()
    .replace(/&/g, ' and ')
    .replace(/[\s\p{Pd}_.,'’]+/gu, ' ')
    .trim();
}

/** Names that are likely one and the same: the commonest spelling, and the others. */
export interface Spellings {
  readonly keep: string;
  readonly others: readonly string[];
}

/**
 * Finds names that differ only in their spelling.
 *
 * @param counts How many rows have each name.
 */
export function findSpellings(counts: ReadonlyMap<string, number>): Spellings[] {
  const byKey = new Map<string, string[]>();
  for (const name of counts.keys()) {
    const key = spellingKey(name);
    // Names of nothing but marks, as an emoji or a lone accent, have no letters to go by.
    if (/[\p{L}\p{N}]/u.test(key)) byKey.set(key, [...(byKey.get(key) ?? []), name]);
  }
  return [...byKey.values()]
    .filter((names) => names.length > 1)
    .map((names) => {
      const [keep = '', ...others] = [...names].sort((a, b) => (counts.get(b) ?? 0) - (counts.get(a) ?? 0));
      return { keep, others };
    });
}
