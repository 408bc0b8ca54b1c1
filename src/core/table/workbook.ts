import type { WorkBook } from '@e965/xlsx';
import { unzipSync, zipSync } from 'fflate';
import { decodeText } from './decode-text';
import { recogniseFileKind } from './file-kind';
import { hiddenIssues } from './hidden-cells';
import { type Issue, type Outcome, refuse } from './issue';
import type { IssueCode } from './issue-codes';
import { readNumber } from './number-text';
import { IssueList, type Reader, type ReadOptions, type ReadTable } from './reader';
import { previewOf, sheetRecords } from './sheet-records';
import { TableAssembler } from './table-assembler';

/** The most that a workbook may unpack to. */
export const MAX_UNPACKED_BYTES = 600_000_000;
const PREVIEW_ROWS = 12;

/** Reads workbooks: XLSX (and its macro and binary kin), XLS and ODS. */
export const workbookReader: Reader = {
  id: 'workbook',
  claims: (bytes) => {
    const kind = recogniseFileKind(bytes);
    return (
      kind === 'compound' || (kind === 'archive' && holdsWorkbook(bytes)) || (kind === 'markup' && holdsTable(bytes))
    );
  },
  read: async (bytes, options) => {
    const markup = recogniseFileKind(bytes) === 'markup';
    const safe = markup ? { ok: true as const, value: bytes } : unpackSafely(bytes);
    if (!safe.ok) return safe;
    options.onProgress?.(0.2);
    const xlsx = await import('@e965/xlsx');
    let book: WorkBook;
    try {
      // A page's cells stay texts: what they mean is found out as for any other text.
      book = xlsx.read(markup ? decodeText(bytes, options.choice.encoding).text : safe.value, {
        type: markup ? 'string' : 'array',
        raw: markup,
        dense: true,
        cellNF: true,
        cellFormula: true,
        cellHTML: false,
        // Which rows and columns are hidden is told among the styles.
        cellStyles: true,
        sheetStubs: true,
      });
    } catch (error) {
      return refuse(...refusalOf(error));
    }
    options.onProgress?.(0.7);
    return tableOfBook(book, options);
  },
};

/** Does markup hold a table: that of a web page, or a workbook as XML? */
function holdsTable(bytes: Uint8Array): boolean {
  return /<table[\s>]|<(?:\w+:)?workbook[\s>]/i.test(decodeText(bytes).text);
}

/** The names in a ZIP that make it a workbook. Looked for in the raw bytes of its directory. */
function holdsWorkbook(bytes: Uint8Array): boolean {
  try {
    let found = false;
    unzipSync(bytes, {
      filter: ({ name }) => {
        found ||= /^(xl\/workbook\.(xml|bin)|content\.xml|mimetype|\[Content_Types\]\.xml)$/i.test(name);
        return false;
      },
    });
    return found;
  } catch {
    // A cut-off archive has no directory; it is claimed, so that the person hears that it is damaged.
    return true;
  }
}

/**
 * Unpacks a ZIP with a limit and packs it again without compression, so that no entry can grow beyond what it says.
 * Old binary workbooks pass as they are.
 */
function unpackSafely(bytes: Uint8Array): Outcome<Uint8Array> {
  if (recogniseFileKind(bytes) === 'compound') return { ok: true, value: bytes, issues: [] };
  let total = 0;
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (/\.(png|jpe?g|gif|emf|wmf|bin|vml)$/i.test(name) && !/\.bin$/i.test(name)) return false;
        total += originalSize;
        if (total > MAX_UNPACKED_BYTES) throw new RangeError('too large');
        return true;
      },
    });
    for (const file of Object.values(files)) if (file.length > MAX_UNPACKED_BYTES) throw new RangeError('too large');
    return { ok: true, value: zipSync(files, { level: 0 }), issues: [] };
  } catch (error) {
    if (error instanceof RangeError) {
      const message = `This workbook unpacks to more than ${MAX_UNPACKED_BYTES / 1e6} MB and was not opened. Save the sheet you need as CSV and drop that.`;
      return refuse('too-large', message);
    }
    return refuse('damaged-file', damaged);
  }
}

const damaged =
  'This workbook is damaged or cut off, so it cannot be opened. Open it in your spreadsheet program and save it again, or use another copy.';

function refusalOf(error: unknown): [IssueCode, string] {
  const text = error instanceof Error ? error.message : String(error);
  if (/password|encrypt/i.test(text)) {
    return [
      'password-protected',
      'This workbook is protected with a password. Open it in your spreadsheet program, save a copy without one and drop that.',
    ];
  }
  return ['damaged-file', damaged];
}

function tableOfBook(book: WorkBook, options: ReadOptions): Outcome<ReadTable> {
  const names = book.SheetNames.filter((name) => book.Sheets[name]);
  const isOpen = ['ods', 'fods'].includes(book.bookType ?? '');
  const system = book.Workbook?.WBProps?.date1904 === true ? '1904' : isOpen ? 'open' : '1900';
  const list = new IssueList();
  const previews = names.map((name) => previewOf(name, book.Sheets[name] ?? {}, system, PREVIEW_ROWS));
  if (previews.every(({ rowCount }) => rowCount === 0)) {
    return refuse('empty-file', 'Every sheet of this workbook is empty. Choose a workbook with a table in it.');
  }
  const { sheet: wanted } = options.choice;
  if (wanted !== '' && !names.includes(wanted)) {
    const message = `There is no sheet called “${wanted}” in this workbook. It has: ${names.join(', ')}.`;
    return refuse('no-such-sheet', message);
  }
  const holds = (name: string) =>
    holdsNumbers(sheetRecords(book.Sheets[name] ?? {}, system, new IssueList(), LOOKED_AT));
  const sheet = wanted || likeliest(previews, holds);
  const assembler = new TableAssembler(options.choice.headerRow);
  for (const cells of sheetRecords(book.Sheets[sheet] ?? {}, system, list)) assembler.push(cells);
  const outcome = assembler.finish();
  if (outcome.ok && outcome.value.largerAt !== undefined && options.choice.headerRow === null)
    return tableOfBook(book, { ...options, choice: { ...options.choice, sheet, headerRow: outcome.value.largerAt } });
  if (!outcome.ok) {
    return refuse('no-rows', `The sheet “${sheet}” has no table with rows in it. Choose another sheet.`);
  }
  const readAs = names.length > 1 ? `the sheet “${sheet}”, one of ${names.length}` : `the sheet “${sheet}”`;
  const issues = [
    ...list.finish(),
    ...hiddenIssues(book.Sheets[sheet] ?? {}, outcome.value.table),
    ...outcome.issues.filter(({ code }) => code !== 'ragged-line'),
  ];
  const given = { readAs, decimalHint: null, encoding: '', delimiter: '', sheet, sheets: previews } as const;
  return { ok: true, value: { ...given, ...outcome.value }, issues: nameColumns(issues, outcome.value.table.columns) };
}

/** Cells are complained of by their place in the sheet before the columns have names. */
function nameColumns(issues: readonly Issue[], columns: readonly { readonly name: string }[]): Issue[] {
  return issues.map((issue) => {
    const place = /^#(\d+)$/.exec(issue.column ?? '');
    return place ? { ...issue, column: columns[Number(place[1])]?.name ?? '' } : issue;
  });
}

/** Rows of a sheet that are looked at for a table. */
const LOOKED_AT = 60;

/** Do records hold a table: several rows of two cells or more, most of which have numbers below the first? */
function holdsNumbers(records: readonly (readonly unknown[])[]): boolean {
  const isNumber = (cell: unknown) =>
    typeof cell === 'number' || (typeof cell === 'string' && readNumber(cell).kind === 'value');
  const rows = records.filter((cells) => cells.filter((cell) => cell !== null && cell !== '').length >= 2);
  const below = rows.slice(1);
  return below.length >= 2 && below.filter((cells) => cells.some(isNumber)).length > below.length * 0.6;
}

/** The first sheet that holds a table, or else at least two rows and columns, the largest by far otherwise. */
function likeliest(
  previews: readonly { name: string; rowCount: number; columnCount: number }[],
  holds: (name: string) => boolean,
): string {
  const size = (each: { rowCount: number; columnCount: number }) => each.rowCount * each.columnCount;
  const largest = Math.max(...previews.map(size));
  const fits = previews.filter((each) => each.rowCount > 2 && each.columnCount > 1 && size(each) * 20 >= largest);
  const fit = fits.find(({ name }) => holds(name)) ?? previews.find(({ name }) => holds(name)) ?? fits[0];
  return (fit ?? previews.find((each) => size(each) === largest) ?? previews[0])?.name ?? '';
}
