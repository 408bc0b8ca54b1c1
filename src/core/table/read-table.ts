import { arrowReader } from './arrow-table';
import { databaseReader } from './database-table';
import { delimitedReader } from './delimited';
import { type FileKind, recogniseFileKind } from './file-kind';
import { type Outcome, refuse } from './issue';
import { jsonReader } from './json-table';
import { parquetReader } from './parquet-table';
import type { Reader, ReadOptions, ReadTable } from './reader';
import { unpack } from './unpack';
import { workbookReader } from './workbook';

/** Every reader, in the order in which they are asked. A new format is a new entry here. */
export const readers: readonly Reader[] = [
  workbookReader,
  parquetReader,
  arrowReader,
  databaseReader,
  jsonReader,
  delimitedReader,
];

const refusals: Readonly<Record<FileKind, string>> = {
  picture: 'This file is a picture, whatever its name says. Choose the table it was made from.',
  archive: 'This file is an archive without a workbook in it. Unpack it and drop the table that is inside.',
  compound: 'This file is of an old office format, but no workbook. Save the table as CSV and drop that.',
  pdf: 'This file is a PDF. Copy its table into a spreadsheet, save that as CSV and drop it here.',
  film: 'This file is a film. Choose the table that its numbers come from.',
  sound: 'This file is a sound. Choose a table: a CSV file or a workbook.',
  packed: 'This file is packed in a way that cannot be opened. Unpack it and drop the table that is inside.',
  parquet: 'This Parquet file cannot be read. Save the table as CSV and drop that.',
  arrow: 'This Arrow table cannot be read. Save the table as CSV and drop that.',
  database: 'This database cannot be read. Save the table you need as CSV and drop that.',
  markup:
    'This file is a web page or other markup without a table in it. Copy the table into a spreadsheet, save that as CSV and drop it here.',
  binary: 'This file is not text, so there is no table to read in it. Choose a CSV file or a workbook.',
  text: 'No reader knows this file. Choose a CSV file or a workbook.',
};

/** Reads a file with the first reader that claims it, or says what kind of file it is and what to do. */
export async function readTable(bytes: Uint8Array, options: ReadOptions): Promise<Outcome<ReadTable>> {
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty. Choose one with a header line and rows.');
  const unpacked = unpack(bytes, options.fileName);
  if (unpacked && !unpacked.ok) return unpacked;
  if (unpacked) {
    const inside = await readTable(unpacked.value.bytes, { ...options, fileName: unpacked.value.fileName });
    if (!inside.ok) return inside;
    const readAs = `${inside.value.readAs}, unpacked from “${unpacked.value.fileName}”`;
    return { ...inside, value: { ...inside.value, readAs } };
  }
  const reader = readers.find((candidate) => candidate.claims(bytes, options));
  if (reader) return reader.read(bytes, options);
  return refuse('not-a-table', refusals[recogniseFileKind(bytes)]);
}
