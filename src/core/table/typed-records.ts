import type { Cell } from './column-builder';
import { type Outcome, refuse, shorten } from './issue';
import type { ReadTable, SheetPreview } from './reader';
import { TableAssembler } from './table-assembler';

/** Rows of a file whose columns have names and types of their own. */
export interface TypedRecords {
  readonly names: readonly string[];
  readonly rows: Iterable<readonly unknown[]>;
  /** How the file was read, in words. */
  readonly readAs: string;
  /** The table that was taken, and all that the file holds; blank where it holds one without a name. */
  readonly sheet?: string;
  readonly sheets?: readonly SheetPreview[];
}

/** Makes a table of typed records; the names are given, so no header is looked for. */
export function tableOfRecords({ names, rows, readAs, sheet = '', sheets = [] }: TypedRecords): Outcome<ReadTable> {
  const assembler = new TableAssembler(1);
  assembler.push(names);
  for (const row of rows) assembler.push(row.map(cellOf));
  const outcome = assembler.finish();
  if (!outcome.ok) return outcome;
  const given = { readAs, decimalHint: null, encoding: '', delimiter: '', sheet, sheets } as const;
  return { ok: true, value: { ...given, ...outcome.value }, issues: outcome.issues };
}

/**
 * Opens a file with a reader that throws on what it does not know.
 *
 * @param kind What the file is, for the message.
 */
export async function readOrRefuse(kind: string, read: () => Promise<Outcome<ReadTable>>): Promise<Outcome<ReadTable>> {
  try {
    return await read();
  } catch (error) {
    const why = shorten(error instanceof Error ? error.message : String(error), 100);
    return refuse('damaged-file', `This ${kind} cannot be read (${why}). Save the table as CSV and drop that.`);
  }
}

/** A value of a column: days without a time stay days, what holds others becomes text. */
export function cellOf(value: unknown): Cell {
  if (value === null || value === undefined) return null;
  if (typeof value === 'number' || typeof value === 'string') return value;
  if (typeof value === 'bigint') return String(value);
  if (value instanceof Date) return value.toISOString().replace(/T00:00:00\.000Z$/, '');
  return typeof value === 'object'
    ? JSON.stringify(value, (_, each) => (typeof each === 'bigint' ? String(each) : each))
    : String(value);
}
