import { cased, fontOf } from '../../chart/text-block';
import { randomOf } from '../../scale/random';
import { remembered } from '../../scale/remembered';
import type { Font } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import type { PositiveCourse } from '../shared/standings/positive-course';
import { type StandingsBuild, standingsBuild } from '../shared/standings/standings-build';
import { arrangeLargest, type WordPlace } from './arrange';
import type { WordsOwn } from './document';

/** A word and its place. */
export interface PlacedWord extends WordPlace {
  readonly category: number;
  readonly text: string;
  readonly upright: boolean;
}

/** Everything of words that stays the same through the film. */
export interface WordsPlan extends PlanInput<WordsOwn, PositiveCourse>, StandingsBuild {
  /** By series of the race; null for who never comes on stage. */
  readonly words: readonly (PlacedWord | null)[];
  /** Size of letters of the greatest value of the film, in pixels. */
  readonly greatestPx: number;
  readonly nameFont: Font;
  readonly numberFont: Font;
}

/** A box around a word, in sizes of its letters: from over its ascenders to below its descenders, and at its sides. */
const HIGH = 1.06;
const ASIDE = 0.16;
/** A number under a word needs so much more of its height. */
export const NUMBER = 0.34;
/** Longer words are cut: no stage has room for more. */
const LENGTH = 60;

interface Arranged {
  readonly key: string;
  readonly words: readonly (PlacedWord | null)[];
  readonly greatestPx: number;
}

/** The places that a course's words were given last: an edit of a colour or a title leaves them where they are. */
const kept = new WeakMap<object, Arranged>();

/** Places the words once, for the largest that each of them ever is. */
export function planWords(input: PlanInput<WordsOwn, PositiveCourse>): WordsPlan {
  const { chart, frame } = input;
  const { labels } = chart.dress;
  const nameFont = fontOf(labels.name, 100);
  const { words, greatestPx } = arranged(input, nameFont);
  return {
    ...input,
    formatValue: remembered(input.formatValue),
    words,
    greatestPx,
    nameFont,
    numberFont: fontOf(labels.value, 2 * frame.unit),
    ...standingsBuild(input),
  };
}

/** Size of a value's letters, of those of the greatest value of the film. */
export function sizeOf({ greatest }: PositiveCourse, { measure }: WordsOwn, value: number): number {
  if (!(greatest > 0) || !(value > 0)) return 0;
  return measure === 'area' ? Math.sqrt(value / greatest) : value / greatest;
}

function arranged(input: PlanInput<WordsOwn, PositiveCourse>, font: Font): Arranged {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { plot } = frame;
  const { race } = course;
  const style = dress.labels.name;
  const key = JSON.stringify([own, style, plot.widthPx, plot.heightPx]);
  const known = kept.get(race);
  if (known?.key === key) return known;
  const random = randomOf(own.seed);
  const { values, periodCount, unit, categories } = race.series;
  const found = Array.from(categories, (category, k) => {
    const upright = random() < own.turned;
    if ((race.showing[k]?.length ?? 0) === 0) return null;
    let greatest = 0;
    for (let p = 0; p < periodCount; p++) {
      const value = (values[k * periodCount + p] ?? Number.NaN) * unit;
      if (value > greatest) greatest = value;
    }
    const size = sizeOf(course, own, greatest);
    const text = cased((cube.categories[category] ?? '').slice(0, LENGTH), style);
    const wide = (measure(text, font) / font.sizePx + 2 * ASIDE) * size;
    const high = (HIGH + (own.values ? NUMBER : 0)) * size;
    return { k, category, text, upright, size, widthPx: upright ? high : wide, heightPx: upright ? wide : high };
  });
  const placed = found.filter((word) => word !== null && word.size > 0 && word.text !== '') as NonNullable<
    (typeof found)[number]
  >[];
  placed.sort((a, b) => b.size - a.size || a.k - b.k);
  const { scale, places } = arrangeLargest(placed, plot, own.seed);
  const words: (PlacedWord | null)[] = found.map(() => null);
  placed.forEach(({ k, category, text, upright }, i) => {
    const { x, y } = places[i] ?? { x: 0, y: 0 };
    words[k] = { category, text, upright, x: plot.x + plot.widthPx / 2 + x, y: plot.y + plot.heightPx / 2 + y };
  });
  const made = { key, words, greatestPx: scale };
  kept.set(race, made);
  return made;
}
