import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellText } from '../../table/column';
import type { Table } from '../../table/table';
import { tableOf } from '../../testing/read-table';
import { cubeValue } from '../cube';
import { type Fields, fieldsOf } from '../fields';
import { Preparer } from '../preparation';
import { readStepsFile, writeStepsFile } from '../steps-file';
import { stepOf } from '../understand';
import type { Step, StepPlan } from './step';

const steps = (...plans: StepPlan[]) => plans.map((plan, i) => stepOf(plan, `s${i}`));
const rowsOf = (table: Table) =>
  Array.from({ length: table.rowCount }, (_, row) => table.columns.map((column) => cellText(column, row)).join(','));
const run = (text: string, ...plans: StepPlan[]) => {
  const { table, reports } = new Preparer(tableOf(text), null).tableAfter(steps(...plans));
  return { names: table.columns.map(({ name }) => name), rows: rowsOf(table), reports, table };
};

const islands = `Year,District,Island,People
2001,Oyle North,Oyle,10
2001,Oyle South,Oyle,20
2001,Pell,Pell,5
2002,Oyle North,Oyle,12
2002,Oyle South,,22
2002,Pell,Pell,6
`;
const long = fieldsOf({ shape: 'long', period: 'Year', category: 'District', value: 'People' });

function shaped(text: string, plans: readonly StepPlan[], fields: Fields = long) {
  const { outcome, reports } = new Preparer(tableOf(text), null).prepare(steps(...plans), fields, '');
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  const cube = outcome.value;
  const at = (period: string, category: string) =>
    cubeValue(
      cube,
      cube.periods.findIndex(({ key }) => key === period),
      cube.categories.indexOf(category),
    );
  return { cube, at, reports, issues: outcome.issues };
}

describe('steps on the table', () => {
  it('keep rows by values, text and size', () => {
    const by = (test: 'is' | 'is-not' | 'contains' | 'at-least', column: string, ...values: string[]) =>
      run(islands, { kind: 'filter-rows', column, test, values }).rows.length;
    expect(by('is', 'Island', 'Oyle')).toBe(3);
    expect(by('is-not', 'Island', '')).toBe(5);
    expect(by('contains', 'District', 'south')).toBe(2);
    expect(by('at-least', 'People', '12')).toBe(3);
  });

  it('roll small units up, and keep the name of those that belong to none', () => {
    const roll: StepPlan = { kind: 'roll-up', column: 'District', into: 'Island' };
    const { at, reports, cube } = shaped(islands, [roll, { kind: 'combine', how: 'sum' }]);
    expect(cube.categories).toEqual(['Oyle', 'Pell', 'Oyle South']);
    expect(at('2001', 'Oyle')).toBe(30);
    expect(reports[0]?.issues[0]).toMatchObject({ code: 'step-does-not-fit', row: 6 });
  });

  it('recode, fill down, join, drop repeats and tidy', () => {
    expect(run('A,B\nx,1\nX,2', { kind: 'recode', column: 'A', pairs: [{ from: 'X', to: 'x' }] }).rows).toEqual([
      'x,1',
      'x,2',
    ]);
    expect(run('A,B\nx,1\n,2\ny,3', { kind: 'fill-down', column: 'A' }).rows).toEqual(['x,1', 'x,2', 'y,3']);
    const joined = run('Y,M,V\n2001,Jan,5', { kind: 'join-columns', columns: ['Y', 'M'], into: 'P', between: ' ' });
    expect([joined.names, joined.rows]).toEqual([['P', 'Y', 'M', 'V'], ['2001 Jan,2001,Jan,5']]);
    expect(run('A,B\nx,1\nx,1\nx,2', { kind: 'drop-repeats' }).rows).toEqual(['x,1', 'x,2']);
    expect(run('A,B\nx\u200b\u00a0 y,1', { kind: 'tidy-text' }).rows).toEqual(['x y,1']);
  });

  it('do nothing and say so when their column is gone', () => {
    const plans: StepPlan[] = [
      { kind: 'filter-rows', column: 'Gone', test: 'is', values: ['a'] },
      { kind: 'recode', column: 'Gone', pairs: [{ from: 'a', to: 'b' }] },
      { kind: 'roll-up', column: 'District', into: 'Gone' },
      { kind: 'fill-down', column: 'Gone' },
      { kind: 'join-columns', columns: ['Year', 'Gone'], into: 'P', between: '' },
      { kind: 'rename-column', column: 'Gone', to: 'X' },
      { kind: 'sort-rows', column: 'Gone', direction: 'up' },
      { kind: 'remove-columns', columns: ['Gone'] },
    ];
    const { rows, reports } = run(islands, ...plans);
    expect(rows).toHaveLength(6);
    for (const { issues } of reports) expect(issues[0]?.message).toContain('Gone');
  });
});

describe('steps made in the grid', () => {
  it('edit cells only where they still hold the text that was edited', () => {
    const edit = (was: string): StepPlan => ({ kind: 'edit-cells', cells: [{ row: 2, column: 'B', was, text: '9' }] });
    expect(run('A,B\nx,1', edit('1')).rows).toEqual(['x,9']);
    const unfit = run('A,B\nx,5', edit('1'));
    expect(unfit.rows).toEqual(['x,5']);
    expect(unfit.reports[0]?.issues[0]).toMatchObject({ code: 'step-does-not-fit', row: 2, column: 'B' });
  });

  it('add, move, delete and sort rows and columns', () => {
    const text = 'A,B\nx,3\ny,20\nz,1';
    expect(run(text, { kind: 'add-rows', before: 3, numbers: [0x8000_0000] }).rows).toEqual([
      'x,3',
      ',',
      'y,20',
      'z,1',
    ]);
    expect(run(text, { kind: 'remove-rows', rows: [3] }).rows).toEqual(['x,3', 'z,1']);
    expect(run(text, { kind: 'move-rows', rows: [4], before: 2 }).rows).toEqual(['z,1', 'x,3', 'y,20']);
    expect(run(text, { kind: 'sort-rows', column: 'B', direction: 'down' }).rows).toEqual(['y,20', 'x,3', 'z,1']);
    expect(run(text, { kind: 'add-column', column: 'A', before: 'B' }).names).toEqual(['A', 'A (2)', 'B']);
    expect(run(text, { kind: 'move-column', column: 'B', before: 'A' }).rows[0]).toBe('3,x');
    expect(run(text, { kind: 'rename-column', column: 'B', to: 'C' }).names).toEqual(['A', 'C']);
    const replace = { kind: 'replace-text', column: '', find: '.*', put: '$&', whole: false, matchCase: true } as const;
    expect(run('A,B\nx.*y,1', replace).rows).toEqual(['x$&y,1']);
  });

  it('keep every row through any sort, and order it', () => {
    const numbers = fc.array(fc.integer({ min: -99, max: 99 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(numbers, fc.constantFrom('up' as const, 'down' as const), (values, direction) => {
        const text = `Name,Value\n${values.map((value, i) => `n${i},${value}`).join('\n')}`;
        const sorted = run(text, { kind: 'sort-rows', column: 'Value', direction }).rows.map((row) =>
          Number(row.split(',')[1]),
        );
        const wanted = [...values].sort((a, b) => (direction === 'up' ? a - b : b - a));
        expect(sorted).toEqual(wanted);
      }),
    );
  });
});

describe('steps on the values', () => {
  const days = `Day,Name,V\n${['2004-01-30', '2004-01-31', '2004-02-01', '2005-02-01'].map((day, i) => `${day},A,${i + 1}`).join('\n')}`;
  const byDay = fieldsOf({ shape: 'long', period: 'Day', category: 'Name', value: 'V' });

  it.each([
    ['sum', 3],
    ['mean', 1.5],
    ['median', 1.5],
    ['min', 1],
    ['max', 2],
    ['first', 1],
    ['last', 2],
    ['count', 2],
  ] as const)('make periods coarser by %s', (how, january) => {
    const { cube, at } = shaped(days, [{ kind: 'coarser', every: 'month', how }], byDay);
    expect(cube.periods.map(({ key }) => key)).toEqual(['2004-01', '2004-02', '2005-02']);
    expect(at('2004-01', 'A')).toBe(january);
  });

  it('keep a span, by keys and by coarser bounds', () => {
    const keys = (from: string, to: string) =>
      shaped(days, [{ kind: 'keep-periods', from, to }], byDay).cube.periods.map(({ key }) => key);
    expect(keys('2004-01-31', '2004-02-01')).toEqual(['2004-01-31', '2004-02-01']);
    expect(keys('2004', '2004')).toEqual(['2004-01-30', '2004-01-31', '2004-02-01']);
    expect(keys('', '2004-01')).toEqual(['2004-01-30', '2004-01-31']);
    expect(keys('never', '')).toHaveLength(4);
  });

  it('pick categories, and never leave none', () => {
    const pick = (keep: boolean, ...categories: string[]) =>
      shaped(islands, [{ kind: 'pick-categories', keep, categories }]).cube.categories;
    expect(pick(true, 'Pell')).toEqual(['Pell']);
    expect(pick(false, 'Pell')).toEqual(['Oyle North', 'Oyle South']);
    expect(pick(true, 'Gone')).toHaveLength(3);
  });

  const measured = (measure: Extract<StepPlan, { kind: 'measure' }>['measure'], by = '', window = 2) =>
    shaped(
      'Year,Name,V,W\n2001,A,10,5\n2002,A,20,0\n2003,A,,4\n2004,A,15,3\n2001,B,30,1',
      [{ kind: 'measure', measure, by, window }],
      {
        ...long,
        category: 'Name',
        value: 'V',
      },
    );
  it.each([
    ['running-total', [10, 30, Number.NaN, 45]],
    ['change', [Number.NaN, 10, Number.NaN, -5]],
    ['change-percent', [Number.NaN, 100, Number.NaN, -25]],
    ['index', [100, 200, Number.NaN, 150]],
    ['share', [25, 100, Number.NaN, 100]],
    ['moving-average', [Number.NaN, 15, Number.NaN, 15]],
  ] as const)('measure the %s', (measure, wanted) => {
    const { at } = measured(measure);
    expect(['2001', '2002', '2003', '2004'].map((year) => at(year, 'A'))).toEqual(wanted);
  });

  it('divide by another column, never by zero', () => {
    const { at } = measured('ratio', 'W');
    expect(['2001', '2002', '2004'].map((year) => at(year, 'A'))).toEqual([2, Number.NaN, 5]);
    expect(measured('ratio', 'Gone').reports[0]?.issues[0]?.code).toBe('step-does-not-fit');
  });

  it('give the sum of shares of a period as 100', () => {
    const values = fc.array(fc.tuple(fc.integer({ min: 1, max: 1000 }), fc.integer({ min: 1, max: 1000 })), {
      minLength: 1,
      maxLength: 9,
    });
    fc.assert(
      fc.property(values, (rows) => {
        const text = `Year,A,B\n${rows.map(([a, b], i) => `${2000 + i},${a},${b}`).join('\n')}`;
        const fields = fieldsOf({ shape: 'periods-down', period: 'Year' });
        const { cube } = shaped(text, [{ kind: 'measure', measure: 'share', window: 2, by: '' }], fields);
        for (const p of cube.periods.keys()) {
          expect(cubeValue(cube, p, 0) + cubeValue(cube, p, 1)).toBeCloseTo(100, 9);
        }
      }),
    );
  });
});

describe('a preparation', () => {
  it('runs its steps in sections, skips those that are off, and counts rows in and out', () => {
    const off = {
      ...stepOf({ kind: 'filter-rows', column: 'Island', test: 'is', values: ['Pell'] }, 'a'),
      on: false,
    } as Step;
    const on = stepOf({ kind: 'filter-rows', column: 'Island', test: 'is', values: ['Oyle'] }, 'b');
    const { reports } = new Preparer(tableOf(islands), null).tableAfter([off, on]);
    expect(reports.map(({ before, after: out }) => [before, out])).toEqual([
      ['6 rows', '6 rows'],
      ['6 rows', '3 rows'],
    ]);
  });

  it('does not run early steps again when a late one changes', () => {
    const preparer = new Preparer(tableOf(islands), null);
    const first: StepPlan = { kind: 'filter-rows', column: 'Island', test: 'is', values: ['Oyle'] };
    const last = (to: string): StepPlan => ({ kind: 'rename-column', column: 'People', to });
    const once = preparer.tableAfter(steps(first, { kind: 'fill-down', column: 'Island' })).table;
    const again = preparer.tableAfter(steps(first, { kind: 'fill-down', column: 'District' })).table;
    expect(again.columns[0]).toBe(once.columns[0]);
    expect(preparer.tableAfter(steps(last('X'))).table.columns[3]?.name).toBe('X');
  });

  it('comes back from its file, and a damaged file is refused with every fault', () => {
    const mine = steps({ kind: 'combine', how: 'mean' }, { kind: 'tidy-text' });
    const outcome = readStepsFile(writeStepsFile(long, mine));
    expect(outcome.ok && outcome.value).toMatchObject({ fields: long, steps: mine });
    expect(readStepsFile('{').issues[0]?.code).toBe('broken-json');
    expect(readStepsFile('{"format":"other"}').issues[0]?.code).toBe('not-steps');
    const bad = JSON.parse(writeStepsFile(long, mine));
    bad.steps[0].how = 'guess';
    bad.steps[1].kind = 'unheard-of';
    bad.fields.shape = 7;
    expect(readStepsFile(JSON.stringify(bad)).issues.length).toBeGreaterThan(2);
  });
});
