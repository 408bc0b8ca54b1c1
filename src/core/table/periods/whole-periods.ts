import { type DatedKind, type PeriodReading, periodAt } from './period';

const DAY_MS = 86_400_000;
/** Fewer dates may be the first of a month by chance. */
const LEAST = 3;

const grains = [
  { kind: 'year', months: 12, words: 'years' },
  { kind: 'quarter', months: 3, words: 'quarters' },
  { kind: 'month', months: 1, words: 'months' },
] as const satisfies readonly { kind: DatedKind; months: number; words: string }[];

/** Dates that are read as what they stand for. */
export interface WholePeriods {
  readonly kind: DatedKind;
  readonly why: string;
  readonly readings: readonly (PeriodReading | null)[];
}

/**
 * Days that are all the first, or all the last, of a year, a quarter or a month stand for that year, quarter or month.
 *
 * @returns null where they do not, or are too few to tell.
 */
export function wholePeriods(readings: readonly (PeriodReading | null)[]): WholePeriods | null {
  const instants = readings.flatMap((reading) => (reading?.instantMs === null || !reading ? [] : [reading.instantMs]));
  if (new Set(instants).size < LEAST) return null;
  for (const end of ['first', 'last'] as const) {
    // The last day of a month is the day before the first of the next one.
    const firsts = instants.map((instant) => new Date(end === 'first' ? instant : instant + DAY_MS));
    if (!firsts.every((date) => date.getUTCDate() === 1)) continue;
    const grain = grains.find(({ months }) => firsts.every((date) => date.getUTCMonth() % months === 0));
    if (!grain) continue;
    const { kind, words } = grain;
    return {
      kind,
      why: `${words}, because every date is the ${end} day of one`,
      readings: readings.map((reading) =>
        reading?.instantMs === null || !reading ? null : periodAt(kind, reading.instantMs),
      ),
    };
  }
  return null;
}
