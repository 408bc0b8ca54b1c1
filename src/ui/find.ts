import { distance } from 'fastest-levenshtein';

/** What a search looks through: what it is called, and other words that people look for it with. */
export interface Findable {
  readonly name: string;
  readonly words?: string;
}

/** How well something answers a search, the best first. */
export const ranks = ['exact', 'begins', 'words begin', 'words hold', 'nearly'] as const;
export type FoundBy = (typeof ranks)[number];

/** How a search finds something; null where it does not. Nothing that is looked for finds everything. */
export function foundBy(query: string, { name, words = '' }: Findable): FoundBy | null {
  const wanted = query.toLowerCase().trim().split(/\s+/).filter(Boolean);
  const label = name.toLowerCase();
  const all = wanted.join(' ');
  if (all === '' || label === all) return 'exact';
  if (label.startsWith(all)) return 'begins';
  if (wanted.every((word) => wordsOf(label).some((each) => each.startsWith(word)))) return 'words begin';
  const text = `${label} ${words.toLowerCase()}`;
  if (wanted.every((word) => text.includes(word))) return 'words hold';
  return wanted.every((word) => isNearly(word, wordsOf(text))) ? 'nearly' : null;
}

const wordsOf = (text: string) => text.split(/[^\p{L}\p{N}]+/u).filter(Boolean);

/** Is it one of the words, or its beginning, but for one letter that was typed wrong? */
function isNearly(word: string, words: readonly string[]): boolean {
  if (word.length < 4) return words.some((each) => each.startsWith(word));
  return words.some((each) =>
    [word.length - 1, word.length, word.length + 1].some((length) => distance(word, each.slice(0, length)) <= 1),
  );
}

/** What a search finds, the best answers first; equal ones keep their order. */
export function found<T extends Findable>(query: string, all: readonly T[]): T[] {
  const hits = all.map((each) => ({ each, by: foundBy(query, each) }));
  return ranks.flatMap((rank) => hits.filter(({ by }) => by === rank).map(({ each }) => each));
}
