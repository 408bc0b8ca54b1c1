import { distance } from 'fastest-levenshtein';
import type { Chart } from '../project/chart';
import type { Picture } from '../project/film-parts';
import { countryCode } from '../scale/countries';
import { remembered } from '../scale/remembered';
import type { Cube } from '../shaping/cube';

/** A picture as a painter knows it. */
export interface PictureRef {
  readonly imageId: string;
  /** Width by height. */
  readonly aspect: number;
}

/** Flags are three wide and two high. */
const FLAG_ASPECT = 1.5;

/** The painter's id of a country's flag. */
export function flagImageId(code: string): string {
  return `flag:${code}`;
}

/** The painter's id of a picture that is blurred once, before it is drawn. */
export function blurredImageId(pictureId: string, blurShare: number): string {
  return `${pictureId}@blur${blurShare}`;
}

/** A file's name without its folders and ending, as names are compared. */
export function plainName(text: string): string {
  return text
    .replace(/^.*[\\/]/, '')
    .replace(/\.(png|jpe?g|webp|svg|gif)$/i, '')
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** Each category's picture: the one that it was given, the one of its column, its flag; null where there is none. */
export function picturesOf(pictures: readonly Picture[], chart: Chart, cube: Cube): (PictureRef | null)[] {
  if (!chart.dress.pictures.shown) return cube.categories.map(() => null);
  const byId = new Map(pictures.map((picture) => [picture.id, picture]));
  const byName = new Map(pictures.map((picture) => [plainName(picture.fileName), picture]));
  const given = new Map(chart.pictures.map(({ category, pictureId }) => [category, pictureId]));
  return cube.categories.map((name, c) => {
    const text = cube.pictures?.[c] ?? '';
    const own = byId.get(given.get(name) ?? '') ?? (text === '' ? undefined : byName.get(plainName(text)));
    if (own) return { imageId: own.id, aspect: own.widthPx / own.heightPx };
    const code = chart.dress.pictures.flags ? (countryCode(text) ?? countryCode(name)) : null;
    return code ? { imageId: flagImageId(code), aspect: FLAG_ASPECT } : null;
  });
}

/** How well a picture's name fits a category. */
export type PictureFit = 'exact' | 'close';

/** A picture that goes with a category by its file's name. */
export interface PictureMatch {
  readonly category: number;
  readonly pictureId: string;
  readonly fit: PictureFit;
}

/**
 * Matches pictures to categories by their files' names: exactly but for case, accents and marks, or closely, where one
 * name holds the other or they differ in a letter or two. Each picture and each category is matched once.
 *
 * Cost: O(categories × pictures × length) for what has no exact match.
 */
export function matchPictures(categories: readonly string[], pictures: readonly Picture[]): PictureMatch[] {
  const names = categories.map(plainName);
  const exact = new Map(names.map((name, c) => [name, c]));
  const taken = new Set<number>();
  const matches: PictureMatch[] = [];
  const open: { id: string; name: string }[] = [];
  for (const { id, fileName } of pictures) {
    const name = plainName(fileName);
    const category = exact.get(name);
    if (category === undefined || taken.has(category)) open.push({ id, name });
    else {
      taken.add(category);
      matches.push({ category, pictureId: id, fit: 'exact' });
    }
  }
  for (const { id, name } of open) {
    let best = { category: -1, score: 0 };
    names.forEach((candidate, c) => {
      if (taken.has(c)) return;
      const score = closeness(name, candidate);
      if (score > best.score) best = { category: c, score };
    });
    if (best.category < 0) continue;
    taken.add(best.category);
    matches.push({ category: best.category, pictureId: id, fit: 'close' });
  }
  return matches;
}

const LEAST_CLOSENESS = 0.7;

/** In [0, 1]; 0 for what is not close. */
function closeness(a: string, b: string): number {
  if (a === '' || b === '') return 0;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= 3 && ` ${long} `.includes(` ${short} `)) return 0.75 + (0.2 * short.length) / long.length;
  if (long.length > 60 || long.length - short.length > 3) return 0;
  const likeness = 1 - distance(a, b) / long.length;
  return likeness >= LEAST_CLOSENESS ? likeness * 0.9 : 0;
}

/** The letters that stand for a name: the first of its first two words. */
export const monogramOf = remembered((name: string): string => {
  const words = name.normalize('NFC').match(/[\p{L}\p{N}]+/gu) ?? [];
  const letters = words.slice(0, 2).map((word) => Array.from(word)[0] ?? '');
  return letters.join('').toUpperCase() || '?';
});

/** The square in the middle of a picture, in shares of it. */
export function squareOf(aspect: number) {
  return aspect >= 1
    ? { x: (1 - 1 / aspect) / 2, y: 0, width: 1 / aspect, height: 1 }
    : { x: 0, y: (1 - aspect) / 2, width: 1, height: aspect };
}
