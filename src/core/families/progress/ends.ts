import { type CellsCourse, eachCellValue } from '../shared/cells/cells-course';
import type { ProgressChart } from './document';
import { type Ends, naturalEnds } from './natural-ends';

const kept = new WeakMap<CellsCourse, { readonly key: string; readonly ends: Ends }>();

/**
 * Where the way begins and ends: given, or from the values. Shares go to 1, values with a percent sign that stay below
 * it to 100, all others to a round number above the greatest; below 0 the way begins at the least.
 */
export function endsFor(course: CellsCourse, { own, numbers }: Pick<ProgressChart, 'own' | 'numbers'>): Ends {
  if (own.ends === 'given') return { from: own.from, to: own.to };
  const key = numbers.suffix;
  const known = kept.get(course);
  if (known?.key === key) return known.ends;
  const values: number[] = [];
  eachCellValue(course, (value) => values.push(value));
  const ends = naturalEnds(values, numbers.suffix.includes('%'));
  kept.set(course, { key, ends });
  return ends;
}

/** How far a value has come, in [0, 1]; a way that leads nowhere is passed at once. */
export function shareOfWay({ from, to }: Ends, value: number): number {
  const way = to / 2 - from / 2;
  // Ends may be so near that halving them leaves nothing between.
  if (way === 0) return (to >= from ? value >= to : value <= to) ? 1 : 0;
  return Math.min(1, Math.max(0, (value / 2 - from / 2) / way));
}
