import { remembered } from '../scale/remembered';
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

/** A text taken apart, once for all frames: plain text, and at every second place what stands in braces. */
const partsOf = remembered((template: string): readonly string[] => template.split(/\{([a-z]+)\}/));

const known: ReadonlySet<string> = new Set(tokens);

/** Does a text change as the film plays? */
export function hasTokens(template: string): boolean {
  return partsOf(template).some((part, i) => i % 2 === 1 && known.has(part));
}

/** Puts words in place of tokens; what is no token stays as it stands. */
export function fillTokens(template: string, wordOf: (token: string) => string | null): string {
  let filled = '';
  partsOf(template).forEach((part, i) => {
    filled += i % 2 === 1 ? (wordOf(part) ?? `{${part}}`) : part;
  });
  return filled;
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
