import { type Column, textColumn } from '../table/column';
import type { Issue } from '../table/issue';
import type { PeriodKind, PeriodReading } from '../table/periods/period';
import { type PeriodChoice, type PeriodNotation, recognisePeriods } from '../table/periods/recognise-periods';
import type { Period } from './cube';
import { barePeriods } from './measure-headers';

/** The periods of a table in order, and which one each row or column belongs to. */
export interface PeriodAxis {
  readonly kind: PeriodKind;
  readonly periods: readonly Period[];
  /** Period of each row, or of each column when periods stand across; -1 where it could not be read. */
  readonly indexOf: Int32Array;
  readonly notation: PeriodNotation | null;
}

/** Does the choice leave it to the column what its texts are? */
const isOpen = (choice: PeriodChoice) => choice === 'auto' || choice === 'whole';

/** Periods of a column's rows. A column that hardly reads as periods is taken as text in the file's order. */
export function axisOfColumn(column: Column, choice: PeriodChoice, rowNumbers: Uint32Array): PeriodAxis {
  const { texts, codes } = textColumn(column);
  const rowOf = (place: number) => rowNumbers[codes.indexOf(place)] ?? 0;
  const found = recognisePeriods(texts, { choice, name: column.name, rowOf });
  const notation = found && (!isOpen(choice) || found.share >= 0.5) ? found : inFileOrder(texts, codes);
  const { periods, placeOf } = order(notation);
  const indexOf = new Int32Array(codes.length);
  for (let row = 0; row < codes.length; row++) indexOf[row] = placeOf[codes[row] ?? 0] ?? -1;
  return { kind: notation.kind, periods, indexOf, notation };
}

/** Periods that stand as the names of columns; names that are none belong to no period. */
export function axisOfNames(
  names: readonly string[],
  choice: PeriodChoice,
  valueColumns: ReadonlySet<string>,
): PeriodAxis {
  const usable = barePeriods(names.map((name) => (isOpen(choice) || valueColumns.has(name) ? name : '')));
  const found = recognisePeriods(usable, { choice });
  const read = found?.readings.filter((reading) => reading !== null).length ?? 0;
  const asText = names.map((name) => (valueColumns.has(name) ? name : ''));
  const notation = found && (read > 1 || !isOpen(choice)) ? found : recognisePeriods(asText, { choice: 'text' });
  if (!notation) return { kind: 'text', periods: [], indexOf: new Int32Array(names.length).fill(-1), notation: null };
  const { periods, placeOf } = order(notation);
  return { kind: notation.kind, periods, indexOf: placeOf, notation };
}

function inFileOrder(texts: readonly string[], codes: Uint32Array): PeriodNotation {
  const seen = new Map<number, number>();
  for (const code of codes) if (code !== 0 && !seen.has(code)) seen.set(code, seen.size);
  const readings = texts.map((text, code): PeriodReading | null =>
    seen.has(code) ? { key: text, instantMs: null, spacing: seen.get(code) ?? 0 } : null,
  );
  return { kind: 'text', order: null, decided: true, why: 'text in the order of the file', readings, share: 1 };
}

/** The distinct periods of a notation in order, and the place of each of its texts among them; -1 for none. */
function order(notation: PeriodNotation): { periods: Period[]; placeOf: Int32Array } {
  const byKey = new Map<string, Period>();
  for (const reading of notation.readings) if (reading && !byKey.has(reading.key)) byKey.set(reading.key, reading);
  const periods = [...byKey.values()].sort((a, b) => a.spacing - b.spacing);
  const place = new Map(periods.map((period, index) => [period.key, index]));
  const placeOf = Int32Array.from(notation.readings, (reading) => (reading ? (place.get(reading.key) ?? -1) : -1));
  return { periods, placeOf };
}

/** The question to the person where dates could be read both ways; null where there is none. */
export function datesQuestion(notation: PeriodNotation | null, column: string): Issue | null {
  if (!notation || notation.decided) return null;
  const message = `The dates are ${notation.why.replace(/^\w+, /, '')}. Say in Shape which number is the day.`;
  return { code: 'ambiguous-dates', severity: 'warning', column, message };
}
