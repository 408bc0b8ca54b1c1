import Papa from 'papaparse';

/** Formats that tables are written in. */
export const dataFormats = ['csv', 'xlsx', 'json'] as const;
export type DataFormat = (typeof dataFormats)[number];

/** A table that is written out row by row; null is a missing cell. */
export interface PlainTable {
  /** What a workbook calls its sheet. */
  readonly name: string;
  readonly header: readonly string[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

/**
 * A table as CSV (UTF-8, RFC 4180), a workbook or JSON (an array of records). Texts that a spreadsheet would run as a formula
 * get an apostrophe in front in CSV; in workbooks they are text cells, which spreadsheets never run.
 */
export async function writePlainTable(table: PlainTable, format: DataFormat): Promise<Uint8Array<ArrayBuffer>> {
  if (format === 'xlsx') return workbookOf(table);
  return new TextEncoder().encode(format === 'csv' ? csvOf(table) : jsonOf(table)) as Uint8Array<ArrayBuffer>;
}

function csvOf({ header, rows }: PlainTable): string {
  const data = rows.map((row) => [...row]);
  return `${Papa.unparse({ fields: [...header], data }, { escapeFormulae: true, newline: '\n' })}\n`;
}

/** Written by hand, so that columns keep their order whatever they are called, `2010` and `__proto__` too. */
function jsonOf({ header, rows }: PlainTable): string {
  const names = header.map((name) => JSON.stringify(name));
  const lines = rows.map((row) => `{${names.map((name, i) => `${name}:${JSON.stringify(row[i] ?? null)}`).join(',')}}`);
  return `[\n${lines.join(',\n')}\n]\n`;
}

async function workbookOf({ header, rows, name }: PlainTable): Promise<Uint8Array<ArrayBuffer>> {
  const xlsx = await import('@e965/xlsx');
  const book = xlsx.utils.book_new();
  xlsx.utils.book_append_sheet(book, xlsx.utils.aoa_to_sheet([[...header], ...rows.map((row) => [...row])]), name);
  return new Uint8Array(xlsx.write(book, { type: 'array', bookType: 'xlsx', compression: true }) as ArrayBuffer);
}
