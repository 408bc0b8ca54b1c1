import type { Column } from './column';
import { readNumber } from './number-text';
import { type PeriodRecogniser, recognisePeriods } from './period-text';

/** What a column holds, read from all of its distinct cells. */
export interface ColumnProfile {
  readonly name: string;
  /** The likeliest kind; `number` and `period` when at least 80 of 100 distinct cells read so. */
  readonly kind: 'number' | 'period' | 'text' | 'blank';
  /** Share of the distinct cells, blanks aside, that read as a plain number or as missing, in [0, 1]. */
  readonly numberShare: number;
  /** Share of the distinct cells that read as a period, in [0, 1]. */
  readonly periodShare: number;
  readonly period: PeriodRecogniser | null;
  readonly distinctCount: number;
  readonly blankCount: number;
}

const ENOUGH = 0.8;

/** Looks at a whole column. Cost: O(rows) for blanks, O(distinct cells) for the rest. */
export function profileColumn(column: Column): ColumnProfile {
  const texts = column.texts.slice(1);
  let numbers = 0;
  let values = 0;
  for (const text of texts) {
    const reading = readNumber(text).kind;
    if (reading !== 'unreadable') numbers++;
    if (reading === 'value') values++;
  }
  let blankCount = 0;
  for (const code of column.codes) if (code === 0) blankCount++;
  const found = recognisePeriods(texts);
  const numberShare = texts.length === 0 || values === 0 ? 0 : numbers / texts.length;
  const periodShare = found?.share ?? 0;
  return {
    name: column.name,
    kind: kindOf(texts.length, numberShare, periodShare),
    numberShare,
    periodShare,
    period: found?.recogniser ?? null,
    distinctCount: texts.length,
    blankCount,
  };
}

function kindOf(distinct: number, numberShare: number, periodShare: number): ColumnProfile['kind'] {
  if (distinct === 0) return 'blank';
  if (periodShare >= ENOUGH) return 'period';
  return numberShare >= ENOUGH ? 'number' : 'text';
}
