import { delimitedReader } from './delimited';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse } from './issue';
import { jsonReader } from './json-table';
import type { Reader, ReadOptions, ReadTable } from './reader';
import { workbookReader } from './workbook';

/** Every reader, in the order in which they are asked. A new format is a new entry here. */
export const readers: readonly Reader[] = [workbookReader, jsonReader, delimitedReader];

const refusals = {
  picture: 'This file is a picture, whatever its name says. Choose the table it was made from.',
  archive: 'This file is an archive without a workbook in it. Unpack it and drop the table that is inside.',
  compound: 'This file is of an old office format, but no workbook. Save the table as CSV and drop that.',
  pdf: 'This file is a PDF. Copy its table into a spreadsheet, save that as CSV and drop it here.',
  binary: 'This file is not text, so there is no table to read in it. Choose a CSV file or a workbook.',
  text: 'No reader knows this file. Choose a CSV file or a workbook.',
} as const;

/** Reads a file with the first reader that claims it, or says what kind of file it is and what to do. */
export async function readTable(bytes: Uint8Array, options: ReadOptions): Promise<Outcome<ReadTable>> {
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty. Choose one with a header line and rows.');
  const reader = readers.find((candidate) => candidate.claims(bytes, options));
  if (reader) return reader.read(bytes, options);
  return refuse('not-a-table', refusals[recogniseFileKind(bytes)]);
}
