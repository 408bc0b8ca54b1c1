import type { NumberStyle } from '../../scale/number-format';
import { type CellsCourse, cellValueAt } from '../shared/cells/cells-course';
import { percentFormat } from '../shared/percent';
import type { NumberOwn } from './document';

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
 * The change of a cell at a place in the run; null where there is nothing to compare with. What is compared with the
 * period before is compared with what was exactly one period ago, so that it counts evenly.
 */
export function changeAt(course: CellsCourse, cell: number, position: number, { change }: NumberOwn): Change | null {
  if (change === 'none') return null;
  const now = cellValueAt(course, cell, position);
  const from = change === 'start' ? firstKnown(course, cell) : position - 1;
  if (from === null || from < -1e-9) return null;
  const before = cellValueAt(course, cell, from);
  const amount = now - before;
  if (Number.isNaN(amount)) return null;
  return { amount, share: before === 0 ? Number.NaN : amount / Math.abs(before), period: Math.round(from) };
}

function firstKnown({ values }: CellsCourse, cell: number): number | null {
  for (let p = 0; p < values.periodCount; p++)
    if (!Number.isNaN(values.values[cell * values.periodCount + p])) return p;
  return null;
}

/** Writes a change with its direction: a triangle up or down, and how much. */
export function changeFormat(
  { changeAs }: NumberOwn,
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
