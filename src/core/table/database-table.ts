import type { Database } from 'sql.js/dist/sql-wasm-inline.js';
import { recogniseFileKind } from './file-kind';
import { type Outcome, refuse, shorten } from './issue';
import type { Reader, ReadOptions, ReadTable, SheetPreview } from './reader';
import { cellOf, readOrRefuse, tableOfRecords } from './typed-records';

const PREVIEW_ROWS = 12;

/** Reads SQLite files: their tables and views stand for the sheets of a workbook. */
export const databaseReader: Reader = {
  id: 'database',
  claims: (bytes) => recogniseFileKind(bytes) === 'database',
  read: (bytes, options) => readOrRefuse('database', () => tableOf(bytes, options)),
};

async function tableOf(bytes: Uint8Array, { choice }: ReadOptions): Promise<Outcome<ReadTable>> {
  // A megabyte with its engine inside: it comes only when such a file does.
  const { default: open } = await import('sql.js/dist/sql-wasm-inline.js');
  const database: Database = new (await open()).Database(bytes);
  try {
    const sheets = namesOf(database).map((name) => previewOf(database, name));
    const [first] = sheets;
    if (!first) return refuse('empty-file', 'This database has no table. Choose one with a table in it.');
    if (choice.sheet !== '' && !sheets.some(({ name }) => name === choice.sheet)) {
      const has = sheets.map(({ name }) => name).join(', ');
      return refuse('no-such-sheet', `There is no table called “${choice.sheet}” in this database. It has: ${has}.`);
    }
    const largest = sheets.reduce((best, each) => (each.rowCount > best.rowCount ? each : best), first);
    const sheet = choice.sheet || largest.name;
    const which = sheets.length > 1 ? `the table “${sheet}”, one of ${sheets.length}` : `the table “${sheet}”`;
    const { names, rows } = select(database, sheet);
    return tableOfRecords({ names, rows, readAs: `${which} of a database`, sheet, sheets });
  } finally {
    database.close();
  }
}

/** Tables and views, without those that the database keeps for itself. */
function namesOf(database: Database): string[] {
  const query =
    "select name from sqlite_master where type in ('table', 'view') and name not like 'sqlite\\_%' escape '\\'";
  return (database.exec(query)[0]?.values ?? []).map(([name]) => String(name));
}

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

function previewOf(database: Database, name: string): SheetPreview {
  const { names, rows } = select(database, name, PREVIEW_ROWS - 1);
  const rowCount = Number(database.exec(`select count(*) from ${quoted(name)}`)[0]?.values[0]?.[0] ?? 0);
  const texts = [names, ...rows].map((row) => row.slice(0, 8).map((cell) => shorten(String(cellOf(cell) ?? ''), 40)));
  return { name, rowCount: rowCount + 1, columnCount: names.length, rows: texts };
}

/** The columns and rows of a table, in the order in which the database has them. */
function select(database: Database, name: string, limit = -1): { names: string[]; rows: unknown[][] } {
  const statement = database.prepare(`select * from ${quoted(name)} limit ${limit}`);
  try {
    const rows: unknown[][] = [];
    while (statement.step())
      rows.push(statement.get().map((cell) => (cell instanceof Uint8Array ? `${cell.length} bytes` : cell)));
    return { names: statement.getColumnNames(), rows };
  } finally {
    statement.free();
  }
}
