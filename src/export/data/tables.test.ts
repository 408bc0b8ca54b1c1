import * as xlsx from '@e965/xlsx';
import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import type { PreparedChart } from '@/core/film/prepare-chart';
import { chartIn } from '@/core/testing/chart-in';
import { cubeOf, withFurther } from '@/core/testing/films';
import { filmOf, raceProject } from '@/core/testing/projects';
import { frameTable, rankingTable } from './film-tables';
import { dataFormats, type PlainTable, writePlainTable } from './plain-table';
import { writeShaped } from './shaped-table';

const textOf = async (table: PlainTable, format: 'csv' | 'json') =>
  new TextDecoder().decode(await writePlainTable(table, format));
const cells = fc.oneof(
  fc.string({ maxLength: 12 }),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.constant(null),
);
const tables = fc
  .uniqueArray(fc.string({ minLength: 1, maxLength: 8 }), { minLength: 1, maxLength: 4 })
  .chain((header) =>
    fc.record({
      name: fc.constant('Table'),
      header: fc.constant(header),
      rows: fc.array(fc.array(cells, { minLength: header.length, maxLength: header.length }), { maxLength: 5 }),
    }),
  );

describe('shaped values with further ones', () => {
  const cube = withFurther({
    ...cubeOf([
      [1, null],
      [3, 4],
    ]),
    categories: ['A', 'B'],
  });

  it('have a row for each period and category, and a column for each value', async () => {
    const text = new TextDecoder().decode(await writeShaped(cube, 'csv'));
    expect(text.trim().split(/\r?\n/)).toEqual([
      'period,category,First,Second,Third',
      '2000,A,1,59.5,2',
      '2001,A,3,58.5,4',
      '2001,B,4,63,5',
    ]);
  });

  it('have parts in rows of their own, with the further values of the category', async () => {
    const pairs = [
      [0, 0],
      [0, 1],
      [1, 0],
    ] as const;
    const parts = { names: ['x', 'y'], pairs, values: Float64Array.of(1, Number.NaN, Number.NaN, 1, 2, 4) };
    const text = new TextDecoder().decode(await writeShaped({ ...cube, parts }, 'csv'));
    expect(text).toContain('period,category,part,value,Second,Third');
    expect(text).toContain('2001,A,y,2,58.5,4');
  });

  it('never have two columns of one name in a record', async () => {
    const twice = { ...cube, further: { ...cube.further, first: 'category' } } as typeof cube;
    const [record] = JSON.parse(new TextDecoder().decode(await writeShaped(twice, 'json')));
    expect(Object.keys(record)).toEqual(['period', 'category', 'category (3)', 'Second', 'Third']);
  });
});

describe('a plain table', () => {
  it('comes back from JSON as it was, whatever its columns are called', async () => {
    await fc.assert(
      fc.asyncProperty(tables, async (table) => {
        const text = await textOf(table, 'json');
        const records = JSON.parse(text);
        expect(records).toHaveLength(table.rows.length);
        for (const [i, row] of table.rows.entries()) {
          // Columns called `__proto__` are data as well, so records are read as they are written.
          const line = text.split('\n')[i + 1]?.replace(/,$/, '') ?? '';
          const pairs = table.header.map((name, c) => `${JSON.stringify(name)}:${JSON.stringify(row[c] ?? null)}`);
          expect(line).toBe(`{${pairs.join(',')}}`);
        }
      }),
    );
  });

  it('comes back from CSV, but that nothing in it can run', async () => {
    const table: PlainTable = {
      name: 'T',
      header: ['a', 'b'],
      rows: [
        ['=1+1', 5],
        ['say "hi",\nthere', null],
        ['-7', 0.1],
      ],
    };
    const { data } = Papa.parse<string[]>((await textOf(table, 'csv')).trimEnd());
    expect(data).toEqual([
      ['a', 'b'],
      ["'=1+1", '5'],
      ['say "hi",\nthere', ''],
      ["'-7", '0.1'],
    ]);
  });

  it('comes back from a workbook with its types, and formulas as text', async () => {
    const table: PlainTable = { name: 'Sheet', header: ['x'], rows: [['=1+1'], [5], [null]] };
    const book = xlsx.read(await writePlainTable(table, 'xlsx'));
    expect(book.SheetNames).toEqual(['Sheet']);
    const sheet = book.Sheets.Sheet as xlsx.WorkSheet;
    expect(sheet.A2).toMatchObject({ t: 's', v: '=1+1' });
    expect(sheet.A2?.f).toBeUndefined();
    expect(sheet.A3).toMatchObject({ t: 'n', v: 5 });
    expect(sheet.A4).toBeUndefined();
  });
});

describe('tables of a film', () => {
  const cube = cubeOf([
    [10, 20, 20],
    [40, null, 30],
  ]);
  const film = filmOf(raceProject(), cube);

  it('tell the rank in each period; equal values share it, and a change is told where there was a value', () => {
    const { header, rows } = rankingTable(chartIn(film, 0) as PreparedChart);
    expect(header).toEqual(['period', 'rank', 'category', 'value', 'change']);
    expect(rows.map((row) => row.slice(1))).toEqual([
      [1, cube.categories[1], 20, null],
      [1, cube.categories[2], 20, null],
      [3, cube.categories[0], 10, null],
      [1, cube.categories[0], 40, 30],
      [2, cube.categories[2], 30, 10],
    ]);
  });

  it('tell every frame by its number and time', () => {
    const { rows } = frameTable(film);
    const frames = rows.map(([frame]) => Number(frame));
    expect(new Set(frames).size).toBe(film.frameCount);
    expect(rows.every(([frame, sec]) => Math.abs(Number(sec) - Number(frame) / film.framesPerSec) < 1e-6)).toBe(true);
  });

  it('tell the shaped values in every format, and keep a category that is called like the column', async () => {
    const odd = { ...cube, categories: ['period', 'b', 'c'] };
    const json = JSON.parse(new TextDecoder().decode(await writeShaped(odd, 'json')));
    expect(json[1]).toEqual({ period: cube.periods[1]?.key, 'period (category)': 40, b: null, c: 30 });
    for (const format of dataFormats) expect((await writeShaped(odd, format)).length).toBeGreaterThan(10);
  });

  it('of categories in parts has a row for each part that there is', async () => {
    const parts = {
      names: ['Small', 'Large'],
      pairs: [
        [0, 0],
        [0, 1],
        [1, 0],
      ] as const,
      values: Float64Array.of(1, 4, 2, 3, Number.NaN, 5),
    };
    const cube = {
      ...cubeOf([
        [5, 2],
        [3, 5],
      ]),
      parts,
    };
    const text = new TextDecoder().decode(await writeShaped(cube, 'csv'));
    const { data } = Papa.parse<string[]>(text.trim().replace(/^\ufeff/, ''));
    const [first, second] = cube.periods.map(({ key }) => key);
    const [a, b] = cube.categories;
    expect(data).toEqual([
      ['period', 'category', 'part', 'value'],
      [first, a, 'Small', '1'],
      [first, a, 'Large', '4'],
      [first, b, 'Small', '2'],
      [second, a, 'Small', '3'],
      [second, b, 'Small', '5'],
    ]);
  });
});
