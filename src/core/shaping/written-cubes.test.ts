import fc from 'fast-check';
import Papa from 'papaparse';
import { expect, it } from 'vitest';
import { readTable } from '../table/read-table';
import { noReadingChoice } from '../table/reader';
import { cubeValue } from './cube';
import { Preparer } from './preparation';
import { understand } from './understand';

const monthName = (locale: string, month: number) =>
  new Intl.DateTimeFormat(locale, { month: 'long', timeZone: 'UTC' }).format(Date.UTC(2001, month - 1, 15));
const roman = ['I', 'II', 'III', 'IV'];
const two = (value: number) => String(value).padStart(2, '0');

/** How periods are written: the key of the nth, and its text. */
const notations = {
  years: (n: number) => [String(2001 + n), String(2001 + n)],
  'fiscal years': (n: number) => [String(2001 + n), `FY ${2001 + n}/${two((2 + n) % 100)}`],
  'years with a mark': (n: number) => [String(2001 + n), `${2001 + n}${n % 3 === 2 ? ' (p)' : ''}`],
  spans: (n: number) => [String(1900 + 5 * n), `${1900 + 5 * n}–${1904 + 5 * n}`],
  decades: (n: number) => [String(1800 + 10 * n), `${1800 + 10 * n}s`],
  quarters: (n: number) => quarter(n, (year, q) => `Q${q} ${year}`),
  'German quarters': (n: number) => quarter(n, (year, q) => `${q}. Quartal ${year}`),
  'French quarters': (n: number) => quarter(n, (year, q) => `T${q} ${year}`),
  'Roman quarters': (n: number) => quarter(n, (year, q) => `${roman[q - 1]}/${year}`),
  months: (n: number) => month(n, (year, m) => `${year}-${two(m)}`),
  'short months': (n: number) => month(n, (year, m) => `${m}/${year}`),
  'months in English': (n: number) => month(n, (year, m) => `${monthName('en', m)} ${year}`),
  'months in Spanish': (n: number) => month(n, (year, m) => `${monthName('es', m)} de ${year}`),
  'months in Polish': (n: number) => month(n, (year, m) => `${monthName('pl', m)} ${year}`),
  'last days of months': (n: number) =>
    month(n, (year, m) => new Date(Date.UTC(year, m, 0)).toISOString().slice(0, 10)),
  days: (n: number) => {
    const day = new Date(Date.UTC(2001, 0, 10 + n)).toISOString().slice(0, 10);
    return [day, day.split('-').reverse().join('.')];
  },
} satisfies Record<string, (n: number) => string[]>;

function quarter(n: number, write: (year: number, quarter: number) => string): string[] {
  const [year, q] = [2001 + Math.floor(n / 4), (n % 4) + 1];
  return [`${year}-Q${q}`, write(year, q)];
}

function month(n: number, write: (year: number, month: number) => string): string[] {
  const [year, m] = [2001 + Math.floor(n / 12), (n % 12) + 1];
  return [`${year}-${two(m)}`, write(year, m)];
}

/** How numbers are written; all of them to two decimals, so that the mark shows. */
const grouped = (value: number, group: string, decimal: string) => {
  const [whole = '', rest = ''] = Math.abs(value).toFixed(2).split('.');
  return `${whole.replace(/\B(?=(\d{3})+$)/g, group)}${decimal}${rest}`;
};
const numbers = {
  plain: (value: number) => value.toFixed(2),
  English: (value: number) => `${value < 0 ? '-' : ''}${grouped(value, ',', '.')}`,
  German: (value: number) => `${value < 0 ? '−' : ''}${grouped(value, '.', ',')}`,
  French: (value: number) => `${value < 0 ? '-' : ''}${grouped(value, '\u202f', ',')}`,
  accounts: (value: number) => (value < 0 ? `(${grouped(value, ',', '.')})` : grouped(value, ',', '.')),
  dollars: (value: number) => `${value < 0 ? '-' : ''}$${grouped(value, ',', '.')}`,
  tonnes: (value: number) => `${value.toFixed(2)} t`,
  marked: (value: number) => `${value.toFixed(2)}${value > 5000 ? ' (e)' : ''}`,
} satisfies Record<string, (value: number) => string>;

const layouts = ['long', 'down', 'across'] as const;

/** The rows of a file that holds the values. */
function rowsOf(layout: (typeof layouts)[number], periods: string[], names: string[], cells: string[][]): string[][] {
  if (layout === 'down') return [['Period', ...names], ...periods.map((period, p) => [period, ...(cells[p] ?? [])])];
  if (layout === 'across')
    return [['Harbour', ...periods], ...names.map((name, c) => [name, ...periods.map((_, p) => cells[p]?.[c] ?? '')])];
  const rows = periods.flatMap((period, p) => names.map((name, c) => [period, name, cells[p]?.[c] ?? '']));
  return [['Period', 'Harbour', 'Value'], ...rows];
}

const encoders = {
  'UTF-8': (text: string) => new Uint8Array(Buffer.from(text, 'utf8')),
  'UTF-8 with its mark': (text: string) => new Uint8Array(Buffer.from(`\ufeff${text}`, 'utf8')),
  'UTF-16': (text: string) => new Uint8Array(Buffer.from(`\ufeff${text}`, 'utf16le')),
} satisfies Record<string, (text: string) => Uint8Array>;

const keysOf = <K extends string>(record: Record<K, unknown>) => fc.constantFrom(...(Object.keys(record) as K[]));

it('values written in any notation, layout, separator and encoding are read as they were', async () => {
  const names = fc.uniqueArray(fc.constantFrom('Oyle', 'Pell Bay', 'Lyså', 'Quay End', 'Østre Nes'), { minLength: 2 });
  const value = fc.integer({ min: -999_999, max: 999_999 }).map((cents) => cents / 100 + (cents % 7 === 0 ? 1234 : 0));
  const count = fc.integer({ min: 4, max: 14 });
  const table = fc.record({
    names,
    count,
    values: fc.array(value, { minLength: 70, maxLength: 70 }),
    period: keysOf(notations),
    number: keysOf(numbers),
    layout: fc.constantFrom(...layouts),
    encoding: keysOf(encoders),
    newline: fc.constantFrom('\n', '\r\n'),
  });
  await fc.assert(
    fc.asyncProperty(table, async (given) => {
      const written = Array.from({ length: given.count }, (_, n) => notations[given.period](n));
      const [keys, texts] = [written.map(([key = '']) => key), written.map(([, text = '']) => text)];
      // Two decimals, so that the value itself is what is written.
      const valueAt = (p: number, c: number) => Math.round((given.values[p * given.names.length + c] ?? 0) * 100) / 100;
      const cells = keys.map((_, p) => given.names.map((_name, c) => numbers[given.number](valueAt(p, c))));
      const delimiter = ['German', 'French'].includes(given.number) ? ';' : ',';
      const text = Papa.unparse(rowsOf(given.layout, texts, given.names, cells), { delimiter, newline: given.newline });
      const read = await readTable(encoders[given.encoding](text), { fileName: 'made.csv', choice: noReadingChoice });
      if (!read.ok) throw new Error(read.issues[0]?.message);
      const { fields, steps } = understand(read.value);
      const { outcome } = new Preparer(read.value.table, read.value.decimalHint).prepare(steps, fields, '');
      if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
      const cube = outcome.value;
      expect(cube.periods.map(({ key }) => key)).toEqual(keys);
      expect([...cube.categories].sort()).toEqual([...given.names].sort());
      for (const [p] of keys.entries())
        for (const [c, name] of given.names.entries())
          expect(cubeValue(cube, p, cube.categories.indexOf(name))).toBe(valueAt(p, c) === 0 ? 0 : valueAt(p, c));
    }),
    { numRuns: 300 },
  );
});
