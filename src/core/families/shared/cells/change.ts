import type { SeriesSet } from '../../../motion/series';
import type { NumberStyle } from '../../../scale/number-format';
import { percentFormat } from '../percent';
import { seriesValueAt } from './cells-course';
import type { TellsChange } from './change-choices';

/** How far a number has come from the one that it is compared with. */
export interface Change {
  /** Data units. */
  readonly amount: number;
  /** Of the size of the one before; NaN where that is 0. */
  readonly share: number;
  /** The period that it is counted from. */
  readonly period: number;
}

/**
 * The change of a series at a place in the run; null where there is nothing to compare with. What is compared with the
 * period before is compared with what was exactly one period ago, so that it counts evenly.
 */
export function changeAt(
  values: SeriesSet,
  k: number,
  position: number,
  { change }: Pick<TellsChange, 'change'>,
): Change | null {
  if (change === 'none') return null;
  const now = seriesValueAt(values, k, position);
  const from = change === 'start' ? firstKnown(values, k) : position - 1;
  if (from === null || from < -1e-9) return null;
  const before = seriesValueAt(values, k, from);
  const amount = now - before;
  if (Number.isNaN(amount)) return null;
  return { amount, share: before === 0 ? Number.NaN : amount / Math.abs(before), period: Math.round(from) };
}

function firstKnown({ values, periodCount }: SeriesSet, k: number): number | null {
  for (let p = 0; p < periodCount; p++) if (!Number.isNaN(values[k * periodCount + p])) return p;
  return null;
}

/** Writes a change with its direction: a triangle up or down, and how much. */
export function changeFormat(
  { changeAs }: Pick<TellsChange, 'changeAs'>,
  numbers: NumberStyle,
  formatValue: (value: number) => string,
): (change: Change) => string {
  const percent = percentFormat(numbers);
  return ({ amount, share }) => {
    const inPercent = changeAs === 'percent' && Number.isFinite(share);
    const text = inPercent ? percent(Math.abs(share)) : formatValue(Math.abs(amount));
    return `${amount > 0 ? '▲' : amount < 0 ? '▼' : '■'} ${text}`;
  };
}
