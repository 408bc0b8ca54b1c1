import Papa from 'papaparse';
import { hexColour } from '../scale/colour';
import { type Issue, type Outcome, refuse, shorten } from '../table/issue';
import type { CategoryColour } from './chart';

/** A list of colours as JSON: `{ "category": "#rrggbb" }`. */
export function writeColoursJson(colours: readonly CategoryColour[]): string {
  return `${JSON.stringify(Object.fromEntries(colours.map(({ category, colour }) => [category, colour])), null, 2)}\n`;
}

/** Cells that a spreadsheet would run as formulas begin with one of these. */
const formula = /^[=+\-@\t\r]/;

/** A list of colours as CSV with the columns `category` and `colour`. */
export function writeColoursCsv(colours: readonly CategoryColour[]): string {
  const rows = colours.map(({ category, colour }) => [formula.test(category) ? `'${category}` : category, colour]);
  return `${Papa.unparse({ fields: ['category', 'colour'], data: rows })}\r\n`;
}

/**
 * Reads a list of colours: a JSON object, or CSV with a category and a colour in each row. What is no colour is left
 * out and listed.
 */
export function readColours(text: string): Outcome<CategoryColour[]> {
  const body = text.replace(/^\uFEFF/, '').trim();
  const rows = body.startsWith('{') ? rowsOfJson(body) : rowsOfCsv(body);
  if (rows === null)
    return refuse('broken-json', 'The colour list is not valid JSON. It should read { "category": "#rrggbb" }.');
  const colours: CategoryColour[] = [];
  const issues: Issue[] = [];
  for (const { row, category, raw } of rows) {
    const colour = hexColour(raw);
    if (colour && category !== '') colours.push({ category, colour });
    else if (!(row === 1 && colours.length === 0 && !body.startsWith('{'))) {
      const message = `“${shorten(raw)}” is no colour such as #c8401b, so ${category ? `“${shorten(category, 40)}”` : 'this row'} is left out.`;
      issues.push({ code: 'unreadable-colour', severity: 'warning', row, raw: shorten(raw), message });
    }
  }
  if (colours.length > 0) return { ok: true, value: colours, issues };
  return {
    ok: false,
    issues: [
      ...refuse('no-colours', 'No colour could be read. Each line should name a category and a colour such as #c8401b.')
        .issues,
      ...issues,
    ],
  };
}

interface Row {
  readonly row: number;
  readonly category: string;
  readonly raw: string;
}

function rowsOfJson(body: string): Row[] | null {
  try {
    const data: unknown = JSON.parse(body);
    if (typeof data !== 'object' || data === null) return null;
    return Object.entries(data).map(([category, raw], i) => ({
      row: i + 1,
      category,
      raw: typeof raw === 'string' ? raw : JSON.stringify(raw),
    }));
  } catch {
    return null;
  }
}

function rowsOfCsv(body: string): Row[] {
  const { data } = Papa.parse<string[]>(body, { skipEmptyLines: 'greedy' });
  return data.map(([category = '', raw = ''], i) => ({
    row: i + 1,
    category: category.replace(/^'(?=[=+\-@])/, '').trim(),
    raw: raw.trim(),
  }));
}
