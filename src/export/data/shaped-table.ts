import Papa from 'papaparse';
import { type Cube, cubeValue } from '@/core/shaping/cube';

/** Formats of the shaped table. */
export const dataFormats = ['csv', 'xlsx', 'json'] as const;
export type DataFormat = (typeof dataFormats)[number];

/** The shaped table: one row a period, one column a category; missing cells are null. */
export function shapedRows(cube: Cube): { header: string[]; rows: (string | number | null)[][] } {
  const rows = cube.periods.map(({ key }, p) => [
    key,
    ...cube.categories.map((_, c) => {
      const value = cubeValue(cube, p, c);
      return Number.isNaN(value) ? null : value;
    }),
  ]);
  return { header: ['period', ...cube.categories], rows };
}

/**
 * The shaped table as CSV (UTF-8, RFC 4180). Texts that a spreadsheet would run as a formula get an apostrophe in front.
 */
export function shapedCsv(cube: Cube): string {
  const { header, rows } = shapedRows(cube);
  return `${Papa.unparse({ fields: header, data: rows }, { escapeFormulae: true, newline: '\n' })}\n`;
}

/** The shaped table as JSON: an array of records, in which missing values are null. */
export function shapedJson(cube: Cube): string {
  const { header, rows } = shapedRows(cube);
  // A category may be called like the period's column, or __proto__: entries keep both from being lost.
  const names = header.map((name, i) => (i > 0 && name === 'period' ? 'period (category)' : name));
  const lines = rows.map(
    (row) => `{${row.map((cell, i) => `${JSON.stringify(names[i])}:${JSON.stringify(cell)}`).join(',')}}`,
  );
  return `[\n${lines.join(',\n')}\n]\n`;
}

/** The shaped table as a workbook. Texts are written as text cells, which spreadsheets never run. */
export async function shapedXlsx(cube: Cube): Promise<Uint8Array> {
  const xlsx = await import('@e965/xlsx');
  const { header, rows } = shapedRows(cube);
  const sheet = xlsx.utils.aoa_to_sheet([header, ...rows]);
  const book = xlsx.utils.book_new();
  xlsx.utils.book_append_sheet(book, sheet, 'Shaped');
  return new Uint8Array(xlsx.write(book, { type: 'array', bookType: 'xlsx', compression: true }) as ArrayBuffer);
}

/** The shaped table in a format, as bytes. */
export async function writeShaped(cube: Cube, format: DataFormat): Promise<Uint8Array> {
  if (format === 'xlsx') return shapedXlsx(cube);
  return new TextEncoder().encode(format === 'csv' ? shapedCsv(cube) : shapedJson(cube));
}
