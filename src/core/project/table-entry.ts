import type { Step } from '../shaping/steps/step';
import type { ReadingChoice } from '../table/reader';

/** Where the bytes of a table came from. */
export const sourceKinds = ['file', 'pasted', 'typed', 'catalogue'] as const;
export type SourceKind = (typeof sourceKinds)[number];

/** The bytes of a table and how they are read. They are an asset, kept beside the document. */
export interface TableSource {
  readonly kind: SourceKind;
  readonly fileName: string;
  readonly assetId: string;
  readonly reading: ReadingChoice;
}

/** A table that is added to another one: its rows and columns, or its values as further ones. */
export interface AddedTable {
  readonly source: TableSource;
  /** Columns by which rows of both are the same: their cells are taken over; other rows are added. */
  readonly keys: readonly string[];
  /** Where it is joined by name and period instead: what its values are called as further values; else `''`. */
  readonly measure: string;
}

/** A table of the project, and how it is prepared. */
export interface TableEntry {
  readonly id: string;
  /** What the person sees: the file's or the sample's name. */
  readonly name: string;
  readonly source: TableSource;
  readonly added: readonly AddedTable[];
  readonly steps: readonly Step[];
}
