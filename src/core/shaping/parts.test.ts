import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cubesOf, plainCubes } from '../film/film-data';
import { readTable } from '../table/read-table';
import { noReadingChoice, type ReadTable } from '../table/reader';
import { type Cube, takeCategories, takePeriods } from './cube';
import { type Fields, fieldsOf } from './fields';
import { cubeOfParts, fitParts } from './fit-parts';
import { type CubeParts, sumOfParts } from './parts';
import { Preparer } from './preparation';
import { recogniseShapes } from './recognise-shape';
import { shapeCube } from './shape-cube';
import type { Step, StepPlan } from './steps/step';
import { stepOf } from './understand';

async function read(text: string): Promise<ReadTable> {
  const outcome = await readTable(new TextEncoder().encode(text), {
    fileName: 'boats.csv',
    choice: noReadingChoice,
  });
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
  return outcome.value;
}

const boats = `Year,Harbour,Boat,Catch
2001,Oyle,Small,1
2001,Oyle,Large,4
2001,Pell,Small,2
2002,Oyle,Small,3
2002,Oyle,Large,6
2002,Pell,Small,5
2002,Pell,Large,
2003,Pell,Large,8
2003,Oyle,Small,-2
`;
const fields = fieldsOf({ shape: 'long', period: 'Year', category: 'Harbour', value: 'Catch', parts: 'Boat' });

async function shaped(text: string, given: Fields = fields): Promise<Cube> {
  const { table } = await read(text);
  const outcome = shapeCube(table, given);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
  return outcome.value;
}

/** The parts by name, absent ones left out. */
function partsAt(cube: Cube, period: number): Record<string, number> {
  const { names, pairs, values } = cube.parts as CubeParts;
  return Object.fromEntries(
    pairs.flatMap(([c, part], i) => {
      const value = values[period * pairs.length + i] ?? Number.NaN;
      return Number.isNaN(value) ? [] : [[`${cube.categories[c]} ${names[part]}`, value]];
    }),
  );
}
const sumsFit = (cube: Cube) =>
  expect(sumOfParts(cube.parts as CubeParts, cube.periods.length, cube.categories.length)).toEqual(cube.values);

describe('a column of parts', () => {
  it('divides the values, which are the sums of what is known', async () => {
    const cube = await shaped(boats);
    expect(cube.categories).toEqual(['Oyle', 'Pell']);
    expect(cube.parts?.names).toEqual(['Small', 'Large']);
    expect(Array.from(cube.values)).toEqual([5, 2, 9, 5, -2, 8]);
    expect([0, 1, 2].map((p) => partsAt(cube, p))).toEqual([
      { 'Oyle Small': 1, 'Oyle Large': 4, 'Pell Small': 2 },
      { 'Oyle Small': 3, 'Oyle Large': 6, 'Pell Small': 5 },
      { 'Oyle Small': -2, 'Pell Large': 8 },
    ]);
    sumsFit(cube);
  });

  it('gives rows that name none a part of their own, and says which rows repeat', async () => {
    const { table } = await read(
      'Year,Harbour,Boat,Catch\n2001,Oyle,Small,1\n2001,Oyle,,4\n2001,Oyle,Small,2\n2002,Oyle,Small,1\n',
    );
    const outcome = shapeCube(table, fields);
    expect(outcome.ok && partsAt(outcome.value, 0)).toEqual({ 'Oyle Small': 3, 'Oyle Other': 4 });
    expect(outcome.issues.filter(({ code }) => code === 'repeated-row').map(({ row }) => row)).toEqual([4]);
  });

  it('stands beside periods across, and is refused where there are no categories for it', async () => {
    const wide = 'Harbour,Boat,2001,2002\nOyle,Small,1,3\nOyle,Large,4,6\nPell,Small,2,5\n';
    const cube = await shaped(wide, fieldsOf({ shape: 'periods-across', category: 'Harbour', parts: 'Boat' }));
    expect(Array.from(cube.values)).toEqual([5, 2, 9, 5]);
    sumsFit(cube);
    const { table } = await read(boats);
    for (const wrong of [
      { ...fields, parts: 'Fuel' },
      fieldsOf({ shape: 'single', period: 'Year', value: 'Catch', parts: 'Boat' }),
    ])
      expect(shapeCube(table, wrong)).toMatchObject({ ok: false, issues: [{ code: 'no-parts-column' }] });
  });

  it('is guessed where it and nothing else tells the rows apart', async () => {
    const guess = async (text: string) => {
      const { table } = await read(text);
      return recogniseShapes(table)[0];
    };
    const found = await guess(boats);
    expect(found?.fields).toEqual(fields);
    expect(found?.why).toContain('“Boat” divides each into parts');
    // One row that names no part, and categories that are not all divided.
    const some = `Year;Havn;Båd;Fangst\n2010;Øy;Små;1,5\n2010;Øy;Store;2,25\n2010;Pell;Små;3,0\n2011;Øy;Små;1,7\n2011;Øy;Store;4\n2011;Pell;Små;2,8\n2011;Pell;;0,4\n2012;Øy;Små;2,1\n2012;Pell;Store;5,0\n`;
    expect((await guess(some))?.fields.parts).not.toBe('');
    // A column that goes with the category, a total among the parts, one row for each: no parts.
    const region = boats.replaceAll(/Small|Large/g, 'North');
    const total = boats.replaceAll('Large', 'Total');
    const once =
      'Year,Harbour,Boat,Catch\n2001,Oyle,Small,1\n2001,Pell,Large,4\n2002,Oyle,Small,3\n2002,Pell,Large,3\n';
    for (const text of [region, total, once]) expect((await guess(text))?.fields.parts).toBe('');
  });
});

describe('steps on a cube with parts', () => {
  const stepped = async (...plans: StepPlan[]): Promise<Cube> => {
    const steps: Step[] = plans.map((plan, i) => stepOf(plan, `s${i}`));
    const { table, decimalHint } = await read(boats);
    const { outcome } = new Preparer(table, decimalHint).prepare(steps, fields, '');
    if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
    return outcome.value;
  };

  it('keep parts that add up, whatever the step', async () => {
    const measures = ['running-total', 'change', 'change-percent', 'share', 'index', 'moving-average'] as const;
    for (const measure of measures) {
      const cube = await stepped({ kind: 'measure', measure, window: 2, by: '' } as StepPlan);
      const sums = sumOfParts(cube.parts as CubeParts, 3, 2);
      cube.values.forEach((value, i) => {
        // Where parts cancel out there is nothing to scale; elsewhere they add up.
        if (!Number.isNaN(value) && !Number.isNaN(sums[i] ?? 0)) expect(sums[i], measure).toBeCloseTo(value, 9);
      });
    }
  });

  it('run each part by itself where that adds up, and keep shares elsewhere', async () => {
    const total = await stepped({ kind: 'measure', measure: 'running-total', window: 2, by: '' } as StepPlan);
    expect(partsAt(total, 1)).toEqual({ 'Oyle Small': 4, 'Oyle Large': 10, 'Pell Small': 7 });
    const share = await stepped({ kind: 'measure', measure: 'share', window: 2, by: '' } as StepPlan);
    expect(partsAt(share, 0)['Oyle Large']).toBeCloseTo((4 / 7) * 100, 9);
  });

  it('keep and drop categories and periods with their parts', async () => {
    const cube = await stepped(
      { kind: 'pick-categories', keep: true, categories: ['Pell'] } as StepPlan,
      { kind: 'keep-periods', from: '2002', to: '' } as StepPlan,
    );
    expect([0, 1].map((p) => partsAt(cube, p))).toEqual([{ 'Pell Small': 5 }, { 'Pell Large': 8 }]);
    sumsFit(cube);
  });
});

describe('cubes with parts', () => {
  const number = fc.integer({ min: -50, max: 50 });
  const cubes = fc
    .array(fc.array(number, { minLength: 6, maxLength: 6 }), { minLength: 1, maxLength: 5 })
    .map((rows): Cube => {
      const parts: CubeParts = {
        names: ['a', 'b'],
        pairs: [
          [0, 0],
          [0, 1],
          [1, 0],
          [1, 1],
          [2, 0],
          [2, 1],
        ],
        values: Float64Array.from(rows.flat(), (value) => (value % 7 === 0 ? Number.NaN : value)),
      };
      const periods = rows.map((_, p) => ({ key: String(p), instantMs: null, spacing: p }));
      const values = sumOfParts(parts, rows.length, 3);
      return { kind: 'text', periods, categories: ['x', 'y', 'z'], values, parts };
    });

  it('come back from a web page as they were', () => {
    fc.assert(
      fc.property(cubes, (cube) => {
        const back = cubesOf(JSON.parse(JSON.stringify(plainCubes(new Map([['c', cube]])))));
        expect(back.get('c')).toEqual(cube);
      }),
    );
  });

  it('keep their sums when categories or periods are taken, and when scaled to other values', () => {
    fc.assert(
      fc.property(cubes, fc.subarray([0, 1, 2], { minLength: 1 }), (cube, places) => {
        sumsFit(takeCategories(cube, places));
        sumsFit(takePeriods(cube, 0, 1));
        const doubled = { ...cube, values: cube.values.map((value) => value * 2) };
        const fitted = fitParts(doubled, cube.parts as CubeParts);
        expect(fitted.values.length).toBe(cubeOfParts(cube, fitted).values.length);
        sumOfParts(fitted, cube.periods.length, 3).forEach((sum, i) => {
          if (!Number.isNaN(sum)) expect(sum).toBeCloseTo(doubled.values[i] ?? 0, 9);
        });
      }),
    );
  });
});
