import { delimitedReader } from './delimited';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse } from './issue';
import type { Reader, ReadOptions, ReadTable } from './reader';

/** Every reader, in the order in which they are asked. A new format is a new entry here. */
export const readers: readonly Reader[] = [delimitedReader];

const refusals = {
  picture: 'This file is a picture, whatever its name says. Choose the table it was made from.',
  workbook: 'This file is a spreadsheet workbook. Save the sheet as CSV in your spreadsheet program and drop that.',
  pdf: 'This file is a PDF. Copy its table into a spreadsheet, save that as CSV and drop it here.',
  binary: 'This file is not text, so there is no table to read in it. Choose a CSV file.',
  text: 'No reader knows this file. Choose a CSV file.',
} as const;

/** Reads a file with the first reader that claims it, or says what kind of file it is and what to do. */
export function readTable(bytes: Uint8Array, options: ReadOptions): Outcome<ReadTable> {
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty. Choose one with a header line and rows.');
  const reader = readers.find((candidate) => candidate.claims(bytes, options));
  if (reader) return reader.read(bytes, options);
  return refuse('not-a-table', refusals[recogniseFileKind(bytes)]);
}
