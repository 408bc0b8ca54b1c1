import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubesOf, plainCubes } from '../film/film-data';
import { readTable } from '../table/read-table';
import { noReadingChoice } from '../table/reader';
import { type Cube, pickPeriods, takeCategories } from './cube';
import { type Fields, fieldsOf } from './fields';
import { furtherChoices, withFurther } from './further-choices';
import { joinCube } from './join-cube';
import { measuresOf } from './measure-headers';
import { Preparer } from './preparation';
import { recogniseShapes } from './recognise-shape';
import type { JoinedTable } from './shape-options';
import type { Step } from './steps/step';

async function tableOf(text: string) {
  const outcome = await readTable(new TextEncoder().encode(text), { fileName: 'a.csv', choice: noReadingChoice });
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return outcome.value.table;
}

async function prepared(
  text: string,
  fields: Partial<Fields> = {},
  joined: Record<string, string> = {},
  steps: Step[] = [],
) {
  const table = await tableOf(text);
  const beside: JoinedTable[] = [];
  for (const [name, other] of Object.entries(joined))
    beside.push({ name, table: await tableOf(other), decimalHint: null });
  const guess = recogniseShapes(table)[0]?.fields ?? fieldsOf({ shape: 'long' });
  const { outcome } = new Preparer(table, null, beside).prepare(steps, { ...guess, ...fields }, '');
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return { cube: outcome.value, issues: outcome.issues };
}

const long = `Year,Harbour,Depth,Ships
2001,Oyle,4,100
2001,Pell,7,
2002,Oyle,5,120
2002,Pell,8,90
`;
const list = (values: Float64Array | undefined) => Array.from(values ?? []);

describe('further values', () => {
  it('come from columns of a long table, absent where cells are blank', async () => {
    const { cube } = await prepared(long, { value: 'Depth', second: 'Ships' });
    expect(list(cube.values)).toEqual([4, 7, 5, 8]);
    expect(cube.further?.first).toBe('Depth');
    expect(cube.further?.second?.name).toBe('Ships');
    expect(list(cube.further?.second?.values)).toEqual([100, Number.NaN, 120, 90]);
    expect(cube.further?.third).toBeUndefined();
  });

  it('say which cells of them cannot be read, and which column is not there', async () => {
    const { issues, cube } = await prepared(long.replace('120', 'wet'), {
      value: 'Depth',
      second: 'Ships',
      third: 'Crew',
    });
    expect(issues.map(({ code, column, row }) => [code, column, row])).toContainEqual([
      'unreadable-number',
      'Ships',
      4,
    ]);
    expect(issues.find(({ code }) => code === 'no-further-value')?.message).toContain(
      '“Crew” is no further value here',
    );
    expect(cube.further?.third).toBeUndefined();
  });

  it.each([
    ['before the period', 'Harbour,Depth 2001,Depth 2002,Ships 2001,Ships 2002\nOyle,4,5,100,120\nPell,7,8,80,90\n'],
    [
      'after the period',
      'Harbour,2001 (Depth),2002 (Depth),2001 (Ships),2002 (Ships)\nOyle,4,5,100,120\nPell,7,8,80,90\n',
    ],
    ['a word apart', 'Harbour,Depth_2001,Depth_2002,Ships_2001,Ships_2002\nOyle,4,5,100,120\nPell,7,8,80,90\n'],
  ])('come from a wide table whose columns name the measure %s', async (_, text) => {
    const { cube } = await prepared(text, { second: 'Ships' });
    expect(cube.periods.map(({ key }) => key)).toEqual(['2001', '2002']);
    expect(list(cube.values)).toEqual([4, 7, 5, 8]);
    expect(list(cube.further?.second?.values)).toEqual([100, 80, 120, 90]);
  });

  it('come from a table with a column for each category and measure', async () => {
    const text = 'Year,Mean depth Oyle,Mean depth Pell,Price Oyle,Price Pell\n2001,4,7,1,2\n2002,5,8,3,4\n'.replaceAll(
      'Mean depth',
      'Depth',
    );
    const { cube } = await prepared(text, { second: 'Price' });
    expect(cube.categories).toEqual(['Oyle', 'Pell']);
    expect(cube.further?.first).toBe('Depth');
    expect(list(cube.further?.second?.values)).toEqual([1, 2, 3, 4]);
  });

  it('come from a joined table of any layout, by name and period', async () => {
    const wide = 'Harbour,2001,2002\n oyle ,40,50\nPell,70,80\nDunmere,1,1\n';
    const { cube, issues } = await prepared(long, { value: 'Depth', second: 'Crew', third: 'Crew' }, { Crew: wide });
    expect(list(cube.further?.second?.values)).toEqual([40, 70, 50, 80]);
    expect(issues.filter(({ code }) => code.includes('further'))).toEqual([]);
  });

  it('of coarser periods hold for all finer ones within, and names without a partner are told', async () => {
    const months =
      'Month,Harbour,Ships\n2001-01,Oyle,1\n2001-02,Oyle,2\n2002-01,Oyle,3\n2001-01,Pell,4\n2001-02,Pell,5\n2002-01,Pell,6\n';
    const { cube, issues } = await prepared(
      months,
      { second: 'Depth' },
      { Depth: 'Year,Harbour,Depth\n2001,Oyle,4\n2002,Oyle,5\n2001,Tern,4\n2002,Tern,5\n' },
    );
    expect(list(cube.further?.second?.values)).toEqual([4, Number.NaN, 4, Number.NaN, 5, Number.NaN]);
    expect(issues.find(({ code }) => code === 'further-values-missing')?.message).toContain('no values for “Pell”');
  });

  it('that share no name or no period are left out with the reason', async () => {
    const names = await prepared(
      long,
      { second: 'B' },
      { B: 'Year,Harbour,B\n2001,X,4\n2001,Y,4\n2002,X,5\n2002,Y,5\n' },
    );
    expect(names.issues.at(-1)?.message).toContain('none of its names is one of this table');
    const periods = await prepared(
      long,
      { second: 'B' },
      { B: 'Year,Harbour,B\n1901,Oyle,4\n1901,Pell,4\n1902,Oyle,5\n1902,Pell,5\n' },
    );
    expect(periods.issues.at(-1)?.message).toContain('none of its periods is one of this table');
  });

  it('go along with steps on the series', async () => {
    const coarser: Step = { id: 's', name: '', on: true, kind: 'coarser', every: 'year', how: 'sum' };
    const months =
      'Month,Harbour,Ships,Crew\n2001-01,Oyle,1,10\n2001-02,Oyle,2,20\n2002-01,Oyle,3,30\n2001-01,Pell,4,40\n2001-02,Pell,5,50\n2002-01,Pell,6,60\n';
    const { cube } = await prepared(months, { value: 'Ships', second: 'Crew' }, {}, [coarser]);
    expect(list(cube.values)).toEqual([3, 9, 3, 6]);
    expect(list(cube.further?.second?.values)).toEqual([30, 90, 30, 60]);
    const share: Step = { id: 't', name: '', on: true, kind: 'measure', measure: 'share', window: 2, by: '' };
    const shares = await prepared(long, { value: 'Depth', second: 'Ships' }, {}, [share]);
    expect(list(shares.cube.further?.second?.values)).toEqual([100, Number.NaN, 120, 90]);
  });

  it('stay with their categories and periods, and come through JSON', () => {
    const size = fc.tuple(fc.integer({ min: 1, max: 4 }), fc.integer({ min: 1, max: 4 }));
    fc.assert(
      fc.property(
        size,
        fc.infiniteStream(fc.option(fc.integer(), { nil: Number.NaN })),
        ([periods, categories], stream) => {
          const next = () => stream.next().value as number;
          const make = () => Float64Array.from({ length: periods * categories }, next);
          const cube: Cube = {
            kind: 'number',
            periods: Array.from({ length: periods }, (_, p) => ({ key: String(p), instantMs: null, spacing: p })),
            categories: Array.from({ length: categories }, (_, c) => `c${c}`),
            values: make(),
            further: { first: 'a', second: { name: 'b', values: make() } },
          };
          const turned = takeCategories(pickPeriods(cube, [periods - 1]), [categories - 1]);
          expect(turned.further?.second?.values[0]).toBe(cube.further?.second?.values.at(-1));
          expect(cubesOf(JSON.parse(JSON.stringify(plainCubes(new Map([['x', cube]]))))).get('x')).toEqual(cube);
        },
      ),
    );
  });
});

describe('joining cubes', () => {
  const cube = (names: string[], keys: string[], from: number): Cube => ({
    kind: 'year',
    periods: keys.map((key) => ({ key, instantMs: Date.UTC(Number(key)), spacing: Number(key) })),
    categories: names,
    values: Float64Array.from({ length: names.length * keys.length }, (_, i) => from + i),
  });

  it('is the cube itself with itself, in any order', () => {
    const own = cube(['a', 'b', 'c'], ['2001', '2002'], 0);
    expect(list(joinCube(own, own).values)).toEqual(list(own.values));
    const turned = takeCategories(own, [2, 0, 1]);
    expect(list(joinCube(own, turned).values)).toEqual(list(own.values));
    expect(joinCube(own, turned)).toMatchObject({ missing: [], periodCount: 2 });
  });

  it('takes single series for the same, whatever they are called', () => {
    expect(list(joinCube(cube(['Depth'], ['2001'], 1), cube(['Ships'], ['2001'], 7)).values)).toEqual([7]);
  });
});

describe('measures in column names', () => {
  const named = (...names: string[]) => names.map((name) => ({ name }));
  const across = { shape: 'periods-across', parts: '' } as const;
  const down = { shape: 'periods-down', parts: '' } as const;

  it('are found at either side of a period, also in two header lines', () => {
    expect(
      measuresOf(across, named('Catch 2001-08', 'Catch 2001-09', 'Depth 2001-08', 'Depth 2001-09'))?.names,
    ).toEqual(['Catch', 'Depth']);
    const headed = ['Catch', 'Depth'].flatMap((m) =>
      ['2001', '2002'].map((y) => ({ name: `${y} ${m}`, headers: [y, m] as const })),
    );
    expect(measuresOf(across, headed)?.names).toEqual(['Catch', 'Depth']);
  });

  it('are none where columns name periods or categories alone', () => {
    expect(measuresOf(across, named('2001', '2002', '2003'))).toBeNull();
    // Notes of how sure a period is.
    expect(measuresOf(across, named('2001 (final)', '2002 (final)', '2003 (early)', '2004 (early)'))).toBeNull();
    expect(measuresOf(down, named('North', 'South', 'East', 'West'))).toBeNull();
    expect(measuresOf(down, named('Sea stories', 'Cookery', 'Local history', 'Crime'))).toBeNull();
    expect(measuresOf(down, named('Catch North', 'Catch South', 'Depth North'))).toBeNull();
  });

  it('are those of the two words that there are fewer of', () => {
    const tails = ['Oyle', 'Pell', 'Tern'];
    const first = measuresOf(down, named(...['Catch', 'Depth'].flatMap((m) => tails.map((t) => `${m} ${t}`))));
    const last = measuresOf(down, named(...['Catch', 'Depth'].flatMap((m) => tails.map((t) => `${t} ${m}`))));
    expect([first?.names, last?.names]).toEqual([
      ['Catch', 'Depth'],
      ['Catch', 'Depth'],
    ]);
    expect(last?.ofColumn.get('Pell Depth')).toEqual({ measure: 'Depth', rest: 'Pell' });
  });
});

describe('choices of further values', () => {
  it('are the other columns of numbers, then joined tables; a chart takes them in order', async () => {
    const table = await tableOf(long);
    const fields = fieldsOf({ shape: 'long', period: 'Year', category: 'Harbour', value: 'Ships' });
    const joined = [{ name: 'Crew', table, decimalHint: null }];
    const choices = furtherChoices({ table, fields, joined, decimalHint: null });
    expect(choices).toEqual([
      { name: 'Depth', from: 'column' },
      { name: 'Ships', from: 'column' },
      { name: 'Crew', from: 'joined' },
    ]);
    expect(withFurther(fields, choices)).toMatchObject({ value: 'Ships', second: 'Depth', third: 'Crew' });
    expect(withFurther({ ...fields, second: 'Crew' }, choices)).toMatchObject({ second: 'Crew', third: 'Depth' });
    expect(withFurther(fields, [])).toEqual(fields);
  });

  it('of a wide table with measures begin with the values themselves', async () => {
    const table = await tableOf(
      'Harbour,Depth 2001,Depth 2002,Ships 2001,Ships 2002\nOyle,4,5,100,120\nPell,7,8,80,90\n',
    );
    const fields = fieldsOf({ shape: 'periods-across', category: 'Harbour' });
    const choices = furtherChoices({ table, fields, joined: [], decimalHint: null });
    expect(withFurther(fields, choices)).toMatchObject({ value: 'Depth', second: 'Ships', third: '' });
  });
});
