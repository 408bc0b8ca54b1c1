import { describe, expect, it } from 'vitest';
import { cellText } from '../table/column';
import { tableOf } from '../testing/read-table';
import { copyCube, cubeValue, pickPeriods, takeCategories, takePeriods } from './cube';
import { type Fields, fieldsOf } from './fields';
import { MOST_PANES } from './panes';
import { groupsOf, Preparer } from './preparation';
import type { StepPlan } from './steps/step';
import { stepOf } from './understand';

const text = `Year,Name,Area,V,Colour
2002,A,North,3,red
2001,A,North,1,
2001,B,North,2,blue
2003,B,South,9,
2001,C,South,8,green
,A,,7,
`;
const long = fieldsOf({ shape: 'long', period: 'Year', category: 'Name', value: 'V' });
const steps = (...plans: readonly StepPlan[]) => plans.map((plan, i) => stepOf(plan, `s${i}`));
const prepare = (fields: Fields, group = '', plans: readonly StepPlan[] = [], of = text) =>
  new Preparer(tableOf(of), null).prepare(steps(...plans), fields, group);
const cubeOfText = (fields: Fields, group = '', plans: readonly StepPlan[] = [], of = text) => {
  const { outcome } = prepare(fields, group, plans, of);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return outcome.value;
};

describe('groups of a table', () => {
  it('are counted in the order of the table; blank is none', () => {
    expect(groupsOf(tableOf(text), 'Area')).toEqual([
      { name: 'North', rowCount: 3 },
      { name: 'South', rowCount: 2 },
    ]);
    expect(groupsOf(tableOf(text), 'Gone')).toEqual([]);
  });

  it('have a chart each: one at a time, or side by side in one layout', () => {
    const fields = { ...long, group: 'Area' };
    expect(cubeOfText(fields, 'South')).toMatchObject({ categories: ['B', 'C'] });
    expect(cubeOfText(fields, 'South').panes).toBeUndefined();
    const panes = cubeOfText({ ...fields, panes: true, colour: 'Colour' }, 'South');
    expect(panes.periods.map(({ key }) => key)).toEqual(['2001', '2002', '2003']);
    expect(panes.categories).toEqual(['A', 'B', 'C']);
    expect(panes.colours).toEqual(['red', 'blue', 'green']);
    const no = Number.NaN;
    expect([...panes.values]).toEqual([no, no, 8, no, no, no, no, 9, no]);
    expect(panes.panes?.map(({ name, cube }) => [name, ...cube.values])).toEqual([
      ['North', 1, 2, no, 3, no, no, no, no, no],
      ['South', no, no, 8, no, no, no, no, 9, no],
    ]);
  });

  it('without values are left out, and so are those beyond what fits', () => {
    const rows = Array.from({ length: MOST_PANES + 2 }, (_, i) => `2001,A,g${i},${i === 1 ? '' : i}`);
    const fields = { ...long, group: 'Area', panes: true };
    const { outcome } = prepare(fields, 'g0', [], ['Year,Name,Area,V', ...rows].join('\n'));
    if (!outcome.ok) throw new Error('refused');
    expect(outcome.value.panes).toHaveLength(MOST_PANES - 1);
    const told = outcome.issues.map(({ message }) => message);
    expect(told.some((message) => message.startsWith('“g1” has no chart: '))).toBe(true);
    expect(told.some((message) => message.startsWith(`${MOST_PANES + 2} groups are more than fit`))).toBe(true);
    const all = prepare(fields, 'g0', [], ['Year,Name,Area,V', ...rows.slice(0, MOST_PANES)].join('\n')).outcome;
    expect(all.issues.some(({ code }) => code === 'panes-left-out')).toBe(false);
  });

  it('that are not there leave no row, and that is said', () => {
    const { outcome } = prepare({ ...long, group: 'Area' }, 'West');
    expect(outcome.issues[0]?.message).toBe(
      'No row is left after the steps and the choice of “West”. Switch a step off in Shape.',
    );
    const none = prepare(long, '', [{ kind: 'filter-rows', column: 'Name', test: 'is', values: ['Z'] }]);
    expect(none.outcome.issues[0]?.message).toBe('No row is left after the steps. Switch a step off in Shape.');
  });
});

describe('steps on what is shaped', () => {
  it('tell what came in and what went out, in order', () => {
    const { reports } = prepare(long, '', [
      { kind: 'filter-rows', column: 'Name', test: 'is-not', values: ['C'] },
      { kind: 'keep-periods', from: '2002', to: '' },
      { kind: 'pick-categories', keep: true, categories: ['A'] },
    ]);
    expect(reports.map(({ before, after }) => [before, after])).toEqual([
      ['6 rows', '5 rows'],
      ['3 × 2', '2 × 2'],
      ['2 × 2', '2 × 1'],
    ]);
    const one = prepare(long, '', [{ kind: 'filter-rows', column: 'V', test: 'at-most', values: ['1'] }]);
    expect(one.reports[0]?.after).toBe('1 row');
  });

  it('divide by another column of the same rows, after the steps before them', () => {
    const of = 'Year,Name,V,W\n2001,A,6,2\n2001,B,8,4\n2002,A,9,3\n2002,B,1,0';
    const ratio: StepPlan = { kind: 'measure', measure: 'ratio', window: 1, by: 'W' };
    const running: StepPlan = { kind: 'measure', measure: 'running-total', window: 1, by: '' };
    expect([...cubeOfText(long, '', [ratio], of).values]).toEqual([3, 2, 3, Number.NaN]);
    expect([...cubeOfText(long, '', [running, ratio], of).values]).toEqual([3, 2, 3, 9 / 4]);
    const wide = 'Year,A,B,All\n2001,1,3,4\n2002,5,5,10';
    const down = fieldsOf({ shape: 'periods-down', period: 'Year' });
    const share = cubeOfText(down, '', [{ ...ratio, by: 'All' }], wide);
    expect([...share.values]).toEqual([0.25, 0.75, 1, 0.5, 0.5, 1]);
    const across = fieldsOf({ shape: 'periods-across', category: 'Name' });
    const { reports } = prepare(across, '', [{ ...ratio, by: '2001' }], 'Name,2001,2002\nA,1,2\nB,3,4');
    expect(reports[0]?.issues[0]?.message).toContain('no column “2001” of numbers to divide by');
  });

  it('that leave no value are refused', () => {
    const change: StepPlan = { kind: 'measure', measure: 'change', window: 1, by: '' };
    const { outcome } = prepare(long, '', [change], 'Year,Name,V\n2001,A,1\n2001,B,2');
    expect(outcome.issues[0]?.code).toBe('no-values-left');
  });

  it('take the last way of combining that is on', () => {
    const of = 'Year,Name,V\n2001,A,1\n2001,A,5\n2002,A,7';
    const by = (...hows: readonly ('max' | 'min' | 'mean')[]) =>
      cubeOfText(
        long,
        '',
        hows.map((how) => ({ kind: 'combine', how })),
        of,
      ).values[0];
    expect([by('max'), by('max', 'min'), by('min', 'mean')]).toEqual([5, 1, 3]);
    const off = steps({ kind: 'combine', how: 'min' }, { kind: 'combine', how: 'max' }).map((step, i) => ({
      ...step,
      on: i === 0,
    }));
    const { outcome } = new Preparer(tableOf(of), null).prepare(off, long, '');
    expect(outcome.ok && outcome.value.values[0]).toBe(1);
  });

  it('are carried out once for as long as they and those before them stay', () => {
    const preparer = new Preparer(tableOf(text), null);
    const filter: StepPlan = { kind: 'filter-rows', column: 'Name', test: 'is', values: ['A'] };
    const fill: StepPlan = { kind: 'fill-down', column: 'Colour' };
    const first = preparer.tableAfter(steps(filter, fill)).table;
    expect(preparer.tableAfter(steps(filter, fill)).table).toBe(first);
    expect(preparer.tableAfter([...steps(filter)]).table.rowCount).toBe(3);
    expect(preparer.tableAfter(steps(filter, fill)).table).toBe(first);
    const other = preparer.tableAfter(steps({ ...filter, values: ['B'] }, fill)).table;
    expect([other.rowCount, cellText(other.columns[4] as never, 1)]).toEqual([2, 'blue']);
  });

  it('say why periods are read as they are', () => {
    const preparer = new Preparer(tableOf('Day,V\n03/04/2001,1\n25/04/2001,2'), null);
    expect(preparer.periodWhy(fieldsOf({ shape: 'single', period: 'Day', value: 'V' }))).toContain(
      'because 25 stands in',
    );
    expect(preparer.periodWhy(fieldsOf({ shape: 'single', period: 'Gone', value: 'V' }))).toBeNull();
  });
});

describe('a cube', () => {
  const cube = cubeOfText({ ...long, colour: 'Colour', picture: 'Area' });

  it('has a colour and a picture for each name: the first that is not blank', () => {
    expect(cube.colours).toEqual(['red', 'blue', 'green']);
    expect(cube.pictures).toEqual(['North', 'North', 'South']);
  });

  it('is taken apart by names and by periods', () => {
    const some = takeCategories(cube, [2, 0]);
    expect([some.categories, some.colours, some.pictures]).toEqual([
      ['C', 'A'],
      ['green', 'red'],
      ['South', 'North'],
    ]);
    expect([cubeValue(some, 0, 0), cubeValue(some, 0, 1), cubeValue(some, 1, 1)]).toEqual([8, 1, 3]);
    expect(takePeriods(cube, 0, 3)).toBe(cube);
    expect(takePeriods(cube, 1, 3).periods.map(({ key }) => key)).toEqual(['2002', '2003']);
    expect([...takePeriods(cube, 2, 3).values]).toEqual([Number.NaN, 9, Number.NaN]);
    expect(pickPeriods(cube, [2, 0]).periods.map(({ key }) => key)).toEqual(['2003', '2001']);
    const copy = copyCube(cube);
    copy.values[0] = 77;
    expect(cube.values[0]).toBe(1);
  });
});
