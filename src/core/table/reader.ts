import type { EncodingSample } from './encoding-samples';
import type { Issue, Outcome } from './issue';
import type { IssueCode } from './issue-codes';
import type { Table } from './table';

/** How the person wants a file to be read; `''` and null leave it to the reader. Kept in the document. */
export interface ReadingChoice {
  readonly sheet: string;
  readonly encoding: string;
  readonly delimiter: string;
  /** Record that holds the column names, from 1; 0 when the file has none. */
  readonly headerRow: number | null;
}

/** Nothing chosen. */
export const noReadingChoice: ReadingChoice = { sheet: '', encoding: '', delimiter: '', headerRow: null };

/** What a reader is told besides the bytes. */
export interface ReadOptions {
  readonly fileName: string;
  readonly choice: ReadingChoice;
  /** Told now and then how much is done, in [0, 1]. */
  readonly onProgress?: (share: number) => void;
}

/** A sheet of a workbook, with its first rows for choosing. */
export interface SheetPreview {
  readonly name: string;
  readonly rowCount: number;
  readonly columnCount: number;
  readonly rows: readonly (readonly string[])[];
}

/** Cells that hold something and are no data, by what they are. */
export interface CellsAside {
  /** The names of the columns. */
  readonly names: number;
  /** Titles and notes around the table. */
  readonly above: number;
  readonly below: number;
  /** Lines for people, and the line that names the separator. */
  readonly comments: number;
  /** The line under the names that says what columns are measured in. */
  readonly units: number;
  /** The names of the columns once more, between the rows. */
  readonly repeated: number;
}

/** A file that holds nothing besides its rows. */
export const noAside: CellsAside = { names: 0, above: 0, below: 0, comments: 0, units: 0, repeated: 0 };

/** What two files hold besides their rows. */
export function sumAsides(a: CellsAside, b: CellsAside): CellsAside {
  return {
    names: a.names + b.names,
    above: a.above + b.above,
    below: a.below + b.below,
    comments: a.comments + b.comments,
    units: a.units + b.units,
    repeated: a.repeated + b.repeated,
  };
}

/** What came out of a file, besides the table itself. */
export interface ReadTable {
  readonly table: Table;
  /** What else stood in the file, so that every cell is accounted for. */
  readonly aside: CellsAside;
  /** How the file was read, in words, for the person: "commas between cells, UTF-8". */
  readonly readAs: string;
  /** Decimal marks that the file's own notation makes likely: a comma where semicolons part the cells. */
  readonly decimalHint: 'point' | 'comma' | null;
  /** Record that holds the names, from 1; 0 when there is none. */
  readonly headerRow: number;
  readonly encoding: string;
  /** Some of its words as each encoding reads them; left out where that makes no difference. */
  readonly samples?: readonly EncodingSample[];
  readonly delimiter: string;
  readonly sheet: string;
  readonly sheets: readonly SheetPreview[];
  /** Tables that were read beside it, whose values are further ones; left out where there are none. */
  readonly joined?: readonly {
    readonly name: string;
    readonly table: Table;
    readonly decimalHint: 'point' | 'comma' | null;
  }[];
}

/** One way of turning bytes into a table. Readers are tried in order; the first that claims the bytes reads them. */
export interface Reader {
  readonly id: string;
  claims(bytes: Uint8Array, options: ReadOptions): boolean;
  read(bytes: Uint8Array, options: ReadOptions): Promise<Outcome<ReadTable>>;
}

/** The most issues of one kind that are listed one by one; the rest are counted in a closing line. */
export const MAX_LISTED_ISSUES = 2000;

/** Adds issues of one kind, each with its place, and counts those beyond the limit in one line. */
export class IssueList {
  readonly issues: Issue[] = [];
  private readonly counts = new Map<IssueCode, number>();

  add(issue: Issue): void {
    if (this.wants(issue.code)) this.issues.push(issue);
  }

  /** Counts an issue and makes it only when it will be listed: for kinds that can come a million times. */
  addLazily(code: IssueCode, make: () => Issue): void {
    if (this.wants(code)) this.issues.push(make());
  }

  private wants(code: IssueCode): boolean {
    const count = (this.counts.get(code) ?? 0) + 1;
    this.counts.set(code, count);
    return count <= MAX_LISTED_ISSUES;
  }

  /** All issues, with one line a kind for those that were not listed. */
  finish(): Issue[] {
    const more: Issue[] = [];
    for (const [code, count] of this.counts) {
      if (count <= MAX_LISTED_ISSUES) continue;
      const severity = this.issues.find((issue) => issue.code === code)?.severity ?? 'note';
      const message = `${count - MAX_LISTED_ISSUES} more of the same kind are not listed here.`;
      more.push({ code, severity, message });
    }
    return [...this.issues, ...more];
  }
}
