import type { Cell } from './column-builder';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse, shorten } from './issue';
import type { Reader, ReadTable } from './reader';
import { TableAssembler } from './table-assembler';

/** Reads Apache Parquet, as far as its packing is plain, Snappy or none. */
export const parquetReader: Reader = {
  id: 'parquet',
  claims: (bytes) => recogniseFileKind(bytes) === 'parquet',
  read: async (bytes) => {
    try {
      return await tableOf(bytes);
    } catch (error) {
      const why = shorten(error instanceof Error ? error.message : String(error), 100);
      return refuse('damaged-file', `This Parquet file cannot be read (${why}). Save the table as CSV and drop that.`);
    }
  },
};

async function tableOf(bytes: Uint8Array): Promise<Outcome<ReadTable>> {
  const { parquetMetadataAsync, parquetReadObjects, parquetSchema } = await import('hyparquet');
  const buffer = bytes.slice().buffer;
  const file = { byteLength: buffer.byteLength, slice: async (from: number, to?: number) => buffer.slice(from, to) };
  const metadata = await parquetMetadataAsync(file);
  const names = parquetSchema(metadata).children.map(({ element }) => element.name);
  const rows = await parquetReadObjects({ file, metadata });
  const assembler = new TableAssembler(1);
  assembler.push(names);
  for (const row of rows) assembler.push(names.map((name) => cellOf(row[name])));
  const outcome = assembler.finish();
  if (!outcome.ok) return outcome;
  const given = { readAs: 'Parquet', decimalHint: null, encoding: '', delimiter: '', sheet: '', sheets: [] } as const;
  return { ok: true, value: { ...given, ...outcome.value }, issues: outcome.issues };
}

/** A value of a column: days without a time stay days, what holds others becomes text. */
function cellOf(value: unknown): Cell {
  if (value === null || value === undefined) return null;
  if (typeof value === 'number' || typeof value === 'string') return value;
  if (typeof value === 'bigint') return String(value);
  if (value instanceof Date) return value.toISOString().replace(/T00:00:00\.000Z$/, '');
  return typeof value === 'object'
    ? JSON.stringify(value, (_, each) => (typeof each === 'bigint' ? String(each) : each))
    : String(value);
}
