import type { FilmMoment } from '../motion/moments';
import { spacingAt } from '../motion/moments';
import { type Motion, type Place, placesAt } from '../motion/motion';
import { stepAt } from '../motion/slots';
import { type Totals, totalAt } from '../motion/totals';
import { plainLine } from '../scene/text-fit';
import type { Cube } from '../shaping/cube';
import type { PeriodKind } from '../table/periods/period';

/** Words in braces that a text may hold; what they stand for follows the film. */
export const tokens = ['period', 'leader', 'value', 'second', 'total', 'reign'] as const;
export type Token = (typeof tokens)[number];

/** What each token says, for menus. */
export const tokenMeanings: Readonly<Record<Token, string>> = {
  period: 'the period on show',
  leader: 'who is in front',
  value: 'the value of who is in front',
  second: 'who comes second',
  total: 'the total of all',
  reign: 'how long the leader has led',
};

/** Does a text change as the film plays? */
export function hasTokens(template: string): boolean {
  return tokens.some((token) => template.includes(`{${token}}`));
}

/** Puts words in place of tokens; what is no token stays as it stands. */
export function fillTokens(template: string, wordOf: (token: string) => string | null): string {
  return template.replace(/\{([a-z]+)\}/g, (whole, token: string) => wordOf(token) ?? whole);
}

/** Everything that tokens are made from. */
export interface Telling {
  readonly motion: Motion;
  readonly cube: Cube;
  readonly periodLabels: readonly string[];
  readonly formatValue: (value: number) => string;
  /** When the lead was taken, in order of time; the first at 0. */
  readonly leadSec: Float64Array;
  /** null where no text asks for the total. */
  readonly totals: Totals | null;
}

/** The places that were asked for last: several tokens of one picture ask for the same moment. */
const lastPlaces = new WeakMap<Telling, { readonly timeSec: number; readonly places: readonly Place[] }>();

function placesOnce(telling: Telling, timeSec: number): readonly Place[] {
  const last = lastPlaces.get(telling);
  if (last?.timeSec === timeSec) return last.places;
  const places = placesAt(telling.motion, timeSec);
  lastPlaces.set(telling, { timeSec, places });
  return places;
}

/** The words of one token at a moment; null for what is no token. Cost: O(n log P). */
export function wordAt(telling: Telling, token: string, timeSec: number): string | null {
  const { motion, cube, formatValue } = telling;
  const { step, s } = stepAt(motion.clock, timeSec);
  if (token === 'period') return telling.periodLabels[s >= 1 ? step + 1 : step] ?? '';
  if (token === 'total') return formatValue(telling.totals ? totalAt(telling.totals, step, s) : Number.NaN);
  if (token === 'reign') return reignAt(telling, timeSec);
  const wanted = token === 'second' ? 1 : token === 'leader' || token === 'value' ? 0 : -1;
  if (wanted < 0) return null;
  const place = placesOnce(telling, timeSec).find(({ rank }) => rank === wanted);
  if (!place) return '–';
  return token === 'value'
    ? formatValue(place.value)
    : plainLine((cube.categories[place.category] ?? '').slice(0, 120));
}

/** A text with its tokens filled in, as it reads at a moment. */
export function textAt(telling: Telling, template: string, timeSec: number): string {
  return hasTokens(template) ? fillTokens(template, (token) => wordAt(telling, token, timeSec)) : template;
}

function reignAt({ motion, cube, leadSec }: Telling, timeSec: number): string {
  let since = 0;
  for (const sec of leadSec) if (sec <= timeSec) since = sec;
  return spanWords(cube.kind, spacingAt(motion, cube, timeSec) - spacingAt(motion, cube, since));
}

const units: Partial<Record<PeriodKind, string>> = {
  year: 'year',
  quarter: 'quarter',
  month: 'month',
  week: 'week',
  day: 'day',
};

/** A stretch of the calendar in words: `12 years`, `under a month`; steps where periods are no dates. */
export function spanWords(kind: PeriodKind, lasts: number): string {
  const unit = units[kind] ?? 'step';
  const whole = Math.floor(lasts + 1e-6);
  if (whole < 1) return `under a ${unit}`;
  return `${whole.toLocaleString('en-GB')} ${unit}${whole === 1 ? '' : 's'}`;
}

/** A moment in words, by a template with `{name}`, `{other}`, `{value}`, `{places}`, `{length}` and `{when}`. */
export function momentWords(
  moment: FilmMoment,
  template: string,
  { cube, periodLabels, formatValue }: Pick<Telling, 'cube' | 'periodLabels' | 'formatValue'>,
): string {
  const name = (category: number) => plainLine((cube.categories[category] ?? '').slice(0, 120));
  const words: Readonly<Record<string, string>> = {
    name: name(moment.category),
    other: moment.other < 0 ? 'nobody' : name(moment.other),
    value: formatValue(moment.value),
    places: String(moment.places),
    length: spanWords(cube.kind, moment.lasts),
    when: periodLabels[moment.period] ?? '',
  };
  return fillTokens(template, (token) => words[token] ?? null);
}
