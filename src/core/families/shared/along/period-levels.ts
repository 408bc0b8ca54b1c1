import type { Cube, Period } from '../../../shaping/cube';

/** Distances of ticks where periods have no calendar: each divides the next. */
const STRIDES = [1, 5, 10, 50, 100, 500, 1000, 5000, 10_000, 50_000, 100_000];
const DAY_MS = 86_400_000;

/** What of an instant is the same between two ticks, the finest first; each is a union of what stands before it. */
const calendar: readonly ((date: Date) => number)[] = [
  (date) => Math.floor(date.getTime() / 60_000),
  (date) => Math.floor(date.getTime() / 3_600_000),
  (date) => Math.floor(date.getTime() / (6 * 3_600_000)),
  (date) => Math.floor(date.getTime() / DAY_MS),
  // Tenths of a month are the same in all months; the last one takes the rest.
  (date) => monthOf(date) * 6 + Math.min(5, Math.floor((date.getUTCDate() - 1) / 5)),
  (date) => monthOf(date),
  (date) => Math.floor(monthOf(date) / 3),
  (date) => Math.floor(monthOf(date) / 6),
  ...[1, 5, 10, 50, 100, 500, 1000].map((years) => (date: Date) => Math.floor(date.getUTCFullYear() / years)),
];

const monthOf = (date: Date) => date.getUTCFullYear() * 12 + date.getUTCMonth();

/**
 * How round each period is: the last of the levels at which a tick stands at it; at level 0 there is one at each. A tick
 * of a level is one of every lower level too, so that finer ticks come between those that are there.
 */
export function periodLevels(cube: Cube): { readonly levelOf: Uint8Array; readonly count: number } {
  const { periods } = cube;
  const dated = periods.length > 1 && periods.every(({ instantMs, key }) => instantMs !== null && key.length >= 4);
  if (dated) return datedLevels(periods);
  const numbers = periods.map(({ key }) => Number(key));
  const whole = cube.kind !== 'text' && numbers.every(Number.isInteger);
  const levelOf = Uint8Array.from(periods, (_, p) => {
    const number = whole ? (numbers[p] ?? 0) : p;
    let level = 0;
    while (level + 1 < STRIDES.length && number % (STRIDES[level + 1] ?? 1) === 0) level++;
    return level;
  });
  return { levelOf, count: STRIDES.length };
}

function datedLevels(periods: readonly Period[]) {
  const instants = periods.map(({ instantMs }) => instantMs ?? 0);
  const levelOf = new Uint8Array(periods.length);
  // What would stand before the first period tells whether that begins a month, a year, a decade.
  let before = new Date((instants[0] ?? 0) * 2 - (instants[1] ?? 0));
  instants.forEach((instant, p) => {
    const date = new Date(instant);
    let level = 0;
    for (let i = 0; i < calendar.length; i++) if (calendar[i]?.(before) !== calendar[i]?.(date)) level = i;
    levelOf[p] = level;
    before = date;
  });
  return { levelOf, count: calendar.length };
}
