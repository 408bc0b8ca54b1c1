import { describe, expect, it } from 'vitest';
import { readTable } from '../table/read-table';
import { noReadingChoice } from '../table/reader';
import type { Cube } from './cube';
import { type Fields, fieldsOf } from './fields';
import { lowerHeadersAreParts, splitHeader } from './header-parts';
import type { CubeParts } from './parts';
import { Preparer } from './preparation';
import { recogniseShapes } from './recognise-shape';
import { shapeCube } from './shape-cube';
import type { StepPlan } from './steps/step';
import { stepOf } from './understand';

async function tableOf(text: string) {
  const outcome = await readTable(new TextEncoder().encode(text), { fileName: 'a.csv', choice: noReadingChoice });
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
  return outcome.value;
}

async function cubeOf(text: string, fields?: Fields): Promise<Cube> {
  const { table } = await tableOf(text);
  const outcome = shapeCube(table, fields ?? (recogniseShapes(table)[0]?.fields as Fields));
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.issues));
  return outcome.value;
}

const down = `,Harbour,,Mill,
Year,Boats,Rafts,Boats,Rafts
2015,10,4,8,2
2016,12,5,9,
2017,11,7,12,3
`;
const across = `Town,2018,,2019,
,Boats,Rafts,Boats,Rafts
Harbour,10,4,12,5
Mill,8,2,9,
`;

/** Each part's values by period. */
function byPart(cube: Cube): Record<string, (number | null)[]> {
  const { names, pairs, values } = cube.parts as CubeParts;
  return Object.fromEntries(
    pairs.map(([c, part], i) => [
      `${cube.categories[c]} ${names[part]}`,
      cube.periods.map((_, p) => {
        const value = values[p * pairs.length + i] ?? Number.NaN;
        return Number.isNaN(value) ? null : value;
      }),
    ]),
  );
}

describe('two header lines', () => {
  it('divide the categories of the upper line, with periods down the rows', async () => {
    const cube = await cubeOf(down);
    expect(cube.categories).toEqual(['Harbour', 'Mill']);
    expect(cube.periods.map(({ key }) => key)).toEqual(['2015', '2016', '2017']);
    expect(Array.from(cube.values)).toEqual([14, 10, 17, 9, 18, 15]);
    expect(byPart(cube)).toEqual({
      'Harbour Boats': [10, 12, 11],
      'Harbour Rafts': [4, 5, 7],
      'Mill Boats': [8, 9, 12],
      'Mill Rafts': [2, null, 3],
    });
  });

  it('hold periods above and parts below, with a row for each category', async () => {
    const cube = await cubeOf(across);
    expect(cube.kind).toBe('year');
    expect(cube.categories).toEqual(['Harbour', 'Mill']);
    expect(Array.from(cube.values)).toEqual([14, 10, 17, 9]);
    expect(byPart(cube)['Mill Rafts']).toEqual([2, null]);
  });

  it('may name the categories below and the parts above', async () => {
    const cube = await cubeOf(down, fieldsOf({ shape: 'periods-down', period: 'Year', parts: 'upper-header' }));
    expect(cube.categories).toEqual(['Boats', 'Rafts']);
    expect(cube.parts?.names).toEqual(['Harbour', 'Mill']);
    expect(Array.from(cube.values).slice(0, 2)).toEqual([18, 6]);
  });

  it('are one name where nobody divides them', async () => {
    const cube = await cubeOf(down, fieldsOf({ shape: 'periods-down', period: 'Year' }));
    expect(cube.categories).toEqual(['Harbour Boats', 'Harbour Rafts', 'Mill Boats', 'Mill Rafts']);
    expect(cube.parts).toBeUndefined();
  });

  it('that a table does not have are refused with what to do', async () => {
    const { table } = await tableOf('Year,Alpha,Bravo\n2001,1,2\n2002,3,4\n');
    const outcome = shapeCube(table, fieldsOf({ shape: 'periods-down', period: 'Year', parts: 'lower-header' }));
    expect(outcome).toMatchObject({ ok: false, issues: [{ code: 'no-parts-column' }] });
    expect(outcome.issues[0]?.message).toContain('two header lines');
  });

  it('are forgotten by a column that is renamed', async () => {
    const { table, decimalHint } = await tableOf(down);
    const plan: StepPlan = { kind: 'rename-column', column: 'Mill Rafts', to: 'Floats' } as StepPlan;
    const preparer = new Preparer(table, decimalHint);
    const fields = fieldsOf({ shape: 'periods-down', period: 'Year', parts: 'lower-header' });
    const { outcome } = preparer.prepare([stepOf(plan, 's')], fields, '');
    if (!outcome.ok) throw new Error('must be shaped');
    expect(outcome.value.categories).toEqual(['Harbour', 'Mill', 'Floats']);
    expect(byPart(outcome.value)['Floats Other']).toEqual([2, null, 3]);
  });
});

describe('the guess that the lower line names parts', () => {
  const columns = (names: readonly (readonly [string, string])[], unit = '') =>
    names.map((headers) => ({ headers, profile: { unit } }));
  const grid = (uppers: readonly string[], lowers: readonly string[]) =>
    columns(uppers.flatMap((upper) => lowers.map((lower) => [upper, lower] as const)));

  it.each([
    ['the same few below each', grid(['A', 'B', 'C'], ['Boats', 'Rafts']), true],
    ['one upper name', grid(['A'], ['Boats', 'Rafts']), false],
    ['one part', grid(['A', 'B'], ['Boats']), false],
    [
      'others below each',
      columns([
        ['A', 'Boats'],
        ['A', 'Rafts'],
        ['B', 'Boats'],
        ['B', 'Carts'],
      ]),
      false,
    ],
    ['a part that is absent once', grid(['A', 'B'], ['Boats', 'Rafts']).slice(1), false],
    ['a total among them', grid(['A', 'B'], ['Boats', 'Rafts', 'Total']), false],
    ['measures', grid(['A', 'B'], ['Amount', 'Growth %']), false],
    [
      'too many',
      grid(
        ['A', 'B'],
        Array.from({ length: 13 }, (_, i) => `Part ${i}`),
      ),
      false,
    ],
    ['nothing', [], false],
  ] as const)('%s', (_, given, expected) => {
    expect(lowerHeadersAreParts(given)).toBe(expected);
  });

  it('needs one unit', () => {
    const [first, ...rest] = grid(['A', 'B'], ['Boats', 'Rafts']);
    expect(lowerHeadersAreParts([{ headers: ['A', 'Boats'], profile: { unit: '%' } }, ...rest])).toBe(false);
    expect(first).toBeDefined();
  });

  it('splits a name only where there are two lines', () => {
    expect(splitHeader({ name: 'Year' }, 'lower-header')).toEqual({ name: 'Year', part: '' });
    expect(splitHeader({ name: 'A Boats', headers: ['A', 'Boats'] }, null)).toEqual({ name: 'A Boats', part: '' });
  });
});
