import { recogniseFileKind } from './file-kind';
import type { Outcome } from './issue';
import type { Reader, ReadTable } from './reader';
import { readOrRefuse, tableOfRecords } from './typed-records';

/** Reads Apache Parquet, as far as its packing is plain, Snappy or none. */
export const parquetReader: Reader = {
  id: 'parquet',
  claims: (bytes) => recogniseFileKind(bytes) === 'parquet',
  read: (bytes) => readOrRefuse('Parquet file', () => tableOf(bytes)),
};

async function tableOf(bytes: Uint8Array): Promise<Outcome<ReadTable>> {
  const { parquetMetadataAsync, parquetReadObjects, parquetSchema } = await import('hyparquet');
  const buffer = bytes.slice().buffer;
  const file = { byteLength: buffer.byteLength, slice: async (from: number, to?: number) => buffer.slice(from, to) };
  const metadata = await parquetMetadataAsync(file);
  const names = parquetSchema(metadata).children.map(({ element }) => element.name);
  const rows = await parquetReadObjects({ file, metadata });
  return tableOfRecords({ names, rows: rows.map((row) => names.map((name) => row[name])), readAs: 'Parquet' });
}
