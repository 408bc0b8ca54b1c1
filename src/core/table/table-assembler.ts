import { filledCount, isFilled } from './cells';
import type { Column } from './column';
import { type Cell, ColumnBuilder } from './column-builder';
import {
  findTable,
  type HeaderName,
  headerNames,
  isComment,
  isNoteBelow,
  isSeparatorLine,
  isUnits,
  placeWithHeader,
  type TablePlace,
} from './find-table';
import { type Issue, type Outcome, refuse, shorten } from './issue';
import { type CellsAside, IssueList, noAside } from './reader';
import { noteIssue, raggedLine, secondTable } from './record-issues';
import { StackedTables } from './stacked-tables';
import type { Table } from './table';

/** A table put together from records, with where its header stands. */
export interface AssembledTable {
  readonly table: Table;
  /** From 1; 0 when there is none. */
  readonly headerRow: number;
  readonly aside: CellsAside;
  /** Where the names of a larger table stand further down, from 1; absent where there is none. */
  readonly largerAt?: number;
}

/** Records that are looked at before the place of the table is decided. */
const LOOK_AHEAD = 200;
/** The most columns of a table. */
const MAX_COLUMNS = 200_000;
/** Records at the end that may be notes. */
const TAIL = 40;

/**
 * Puts a table together from records as they come: finds the header among the first ones, keeps cells past the header
 * in columns of their own, and takes notes under the table off again.
 */
export class TableAssembler {
  readonly list = new IssueList();
  private header: readonly Cell[] = [];
  private readonly aside = { ...noAside };
  private ahead: (readonly Cell[])[] = [];
  private place: TablePlace | null = null;
  private headers: readonly HeaderName['headers'][] = [];
  private names: string[] = [];
  private width = 0;
  private readonly builders: ColumnBuilder[] = [];
  private rowNumbers = new Uint32Array(1024);
  private rowCount = 0;
  private record = 0;
  /** The last records with data: their number, cells, and whether a blank one came before. */
  private tail: { row: number; record: number; cells: readonly Cell[]; afterBlank: boolean }[] = [];
  private blankBefore = false;
  private readonly stacked = new StackedTables();

  /** @param headerRow Where the person says the names stand; null to find it. */
  constructor(private readonly headerRow: number | null) {}

  /** Adds the next record of the file. */
  push(cells: readonly Cell[]): void {
    if (this.place) {
      this.append(cells);
      return;
    }
    this.ahead.push(cells);
    if (this.ahead.length >= Math.max(LOOK_AHEAD, (this.headerRow ?? 0) + 1)) this.start();
  }

  private start(): void {
    const { headerRow } = this;
    // Lines for people are no part of the table, but they count as lines of the file.
    const ahead = this.ahead.map((cells) => (this.isAside(cells) ? [] : cells));
    this.place = headerRow === null ? findTable(ahead) : placeWithHeader(ahead, headerRow);
    this.header = this.place.header.length === 1 ? (ahead[this.place.header[0] ?? 0] ?? []) : [];
    const named = headerNames(ahead, this.place.header);
    this.names = named.map(({ name }) => name);
    this.headers = named.map(({ headers }) => headers);
    while (this.names.at(-1) === '') this.names.pop();
    this.width = this.names.length;
    if (this.place.header.length === 0) this.width = Math.max(0, ...ahead.slice(0, 20).map((cells) => cells.length));
    // Each column takes room of its own; so many come of a line break or a separator that is missing.
    if (this.width > MAX_COLUMNS) return;
    for (let i = 0; i < this.width; i++) this.builders.push(new ColumnBuilder());
    for (const index of this.place.header) this.aside.names += filledCount(ahead[index] ?? []);
    for (const index of this.place.above) {
      this.aside.above += filledCount(ahead[index] ?? []);
      this.list.add(noteIssue('line-above', index + 1, ahead[index] ?? []));
    }
    this.record = this.place.from;
    this.ahead = [];
    const rows = ahead.slice(this.place.from);
    const first = rows.findIndex((cells) => !isBlank(cells));
    const units =
      this.place.header.length > 0 && first >= 0 && isUnits(rows[first] ?? [], rows.slice(first + 1)) ? first : -1;
    for (const [i, cells] of rows.entries()) {
      if (i !== units) this.append(cells);
      else {
        this.record++;
        this.aside.units += filledCount(cells);
      }
    }
  }

  /** Counts the cells of a line for people; false for one with data. */
  private isAside(cells: readonly Cell[]): boolean {
    if (!isComment(cells) && !isSeparatorLine(cells)) return false;
    this.aside.comments += filledCount(cells);
    return true;
  }

  /** The names of the columns once more, as in tables that were printed on several pages. */
  private isHeaderAgain(cells: readonly Cell[]): boolean {
    const { header } = this;
    if (header.length < 2 || cells[0] !== header[0] || cells[1] !== header[1]) return false;
    return header.every((name, i) => String(name ?? '').trim() === String(cells[i] ?? '').trim());
  }

  private append(cells: readonly Cell[]): void {
    if (this.width > MAX_COLUMNS) return;
    this.record++;
    if (isBlank(cells)) {
      this.blankBefore = true;
      return;
    }
    if (this.isHeaderAgain(cells)) {
      this.aside.repeated += filledCount(cells);
      return;
    }
    const [start] = cells;
    if (typeof start === 'string' && (start.startsWith('#') || start.startsWith('/')) && this.isAside(cells)) return;
    const row = this.rowCount++;
    this.stacked.look({ row, record: this.record, cells, afterBlank: this.blankBefore });
    this.keepTail(row, cells);
    this.blankBefore = false;
    let used = cells.length;
    if (used > this.builders.length) {
      while (used > this.builders.length && isBlank(cells.slice(used - 1, used))) used--;
      while (this.builders.length < used) {
        const builder = new ColumnBuilder();
        builder.padTo(row);
        this.builders.push(builder);
      }
    }
    for (let i = 0; i < this.builders.length; i++) this.builders[i]?.push(cells[i]);
    if (row === this.rowNumbers.length) {
      const grown = new Uint32Array(row * 2);
      grown.set(this.rowNumbers);
      this.rowNumbers = grown;
    }
    this.rowNumbers[row] = this.record;
    if (cells.length < this.width || (cells.length > this.width && !isBlank(cells.slice(this.width))))
      this.noteRagged(cells);
  }

  private noteRagged(cells: readonly Cell[]): void {
    const [row, width] = [this.record, this.width];
    this.list.addLazily('ragged-line', () => raggedLine(row, cells, width));
  }

  private keepTail(row: number, cells: readonly Cell[]): void {
    // Only records that could be notes are kept: a row with two filled cells ends the run of them.
    const { blankBefore: afterBlank, record } = this;
    if (cells.length > 1 && isFilled(cells[1])) {
      if (this.tail.length > 0) this.tail = [];
    } else if (this.tail.length < TAIL) this.tail.push({ row, record, cells: cells.slice(), afterBlank });
  }

  /** Takes notes off the end of the table. */
  private cutNotes(): void {
    if (this.width < 2) return;
    let open = true;
    const notes: typeof this.tail = [];
    for (const each of this.tail.toReversed()) {
      open &&= each.row === this.rowCount - 1 - notes.length;
      // A note after a blank line makes notes of the single cells that follow it.
      const follows = this.tail.some((other) => other.row < each.row && other.afterBlank);
      if (!open || !isNoteBelow(each.cells, this.width, each.afterBlank || follows)) break;
      notes.unshift(each);
    }
    if (notes.length === 0 || notes.length === this.rowCount) return;
    this.rowCount -= notes.length;
    for (const { record, cells } of notes) {
      this.aside.below += filledCount(cells);
      this.list.add(noteIssue('note-below', record, cells));
    }
  }

  /** Takes a second table off the end; it is told where it stands, and that it is the larger one where it is. */
  private cutStacked(): { largerAt?: number } {
    const [second] = this.stacked.begins;
    if (!second || second.row >= this.rowCount) return {};
    const rest = this.rowCount - second.row - 1;
    if (rest > second.row) return { largerAt: second.record };
    this.aside.below += this.stacked.cellsFrom(second.row, this.rowCount);
    this.list.add(secondTable(second.record, second.cells));
    this.rowCount = second.row;
    return {};
  }

  /** The finished table, or a refusal where there is no row of data. */
  finish(): Outcome<AssembledTable> {
    if (!this.place) this.start();
    const place = this.place as TablePlace;
    if (this.width > MAX_COLUMNS) {
      const [width, most] = [this.width, MAX_COLUMNS].map((count) => count.toLocaleString('en-GB'));
      const message = `A line of this file has ${width} cells; a table may have ${most} columns. Look whether line breaks are missing, or choose what stands between cells in Gather.`;
      return refuse('too-large', message);
    }
    this.cutNotes();
    const other = this.cutStacked();
    const { rowCount } = this;
    if (rowCount === 0) {
      return refuse(
        'no-rows',
        'There is a header line and nothing under it. The table needs at least one row of data.',
      );
    }
    const noted = new Set(this.list.issues.filter(({ code }) => code === 'note-below').map(({ row }) => row));
    const issues = this.list.finish().filter(({ code, row }) => code !== 'ragged-line' || !noted.has(row));
    const headerRow = (place.header.at(-1) ?? -1) + 1;
    const names = uniqueNames(this.names, this.builders.length, Math.max(1, headerRow), issues);
    const columns = this.builders
      .map((builder, i) => {
        builder.cutTo(rowCount);
        const column = builder.build(names[i] ?? `Column ${i + 1}`);
        const headers = this.headers[i];
        return headers ? { ...column, headers } : column;
      })
      .filter((column, i) => Boolean(this.names[i]) || !isBlankColumn(column));
    if (place.header.length === 0) {
      const message = 'No line with column names was found, so the columns are numbered. Rename them in the table.';
      issues.push({ code: 'no-header', severity: 'note', message });
    }
    const rowNumbers = this.rowNumbers.slice(0, rowCount);
    return {
      ok: true,
      value: { table: { columns, rowCount, rowNumbers }, headerRow, aside: this.aside, ...other },
      issues,
    };
  }
}

function isBlank(cells: readonly Cell[]): boolean {
  for (const cell of cells) if (isFilled(cell)) return false;
  return true;
}

/** A table that starts in column C has blank columns before it; they are no part of it. */
function isBlankColumn(column: Column): boolean {
  return column.kind === 'text' && column.texts.length === 1;
}

function uniqueNames(headers: readonly string[], count: number, row: number, issues: Issue[]): string[] {
  const used = new Set<string>();
  const copies = new Map<string, number>();
  return Array.from({ length: count }, (_, i) => {
    const given = headers[i] ?? '';
    const wanted = given === '' ? `Column ${i + 1}` : given;
    let copy = copies.get(wanted) ?? 1;
    while (used.has(copy === 1 ? wanted : `${wanted} (${copy})`)) copy++;
    copies.set(wanted, copy + 1);
    const name = copy === 1 ? wanted : `${wanted} (${copy})`;
    used.add(name);
    if (given !== '' && name !== given) {
      issues.push({
        code: 'duplicate-header',
        severity: 'note',
        row,
        column: shorten(name),
        raw: shorten(given),
        message: `Two columns are called “${shorten(given, 40)}”; this one is shown as “${shorten(name, 40)}”.`,
      });
    }
    return name;
  });
}
