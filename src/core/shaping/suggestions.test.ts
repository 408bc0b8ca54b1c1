import { describe, expect, it } from 'vitest';
import { cellText } from '../table/column';
import { parseDelimited } from '../table/delimited';
import { addTable, keysFor } from './add-table';
import { compareCubes } from './compare-cubes';
import { fieldsOf } from './fields';
import { findSuspicious } from './findings';
import { rankPeriods } from './period-ranks';
import { planBlock } from './plan-edits';
import { Preparer } from './preparation';
import { remedyFor } from './remedies';
import type { Step } from './steps/step';
import { stepOf, suggestNext, understand } from './understand';

function open(text: string) {
  const outcome = parseDelimited(text);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  const read = outcome.value;
  const { fields, steps } = understand(read);
  const preparer = new Preparer(read.table, read.decimalHint);
  const prepared = (more: readonly Step[] = []) => preparer.prepare([...steps, ...more], fields, '');
  const cube = (more: readonly Step[] = []) => {
    const { outcome: shaped } = prepared(more);
    if (!shaped.ok) throw new Error(shaped.issues[0]?.message);
    return shaped.value;
  };
  const suggestions = suggestNext(preparer, steps, fields, prepared());
  return { read, fields, steps, prepared, cube, suggestions, kinds: suggestions.map(({ step }) => step.kind) };
}

const years = (rows: readonly string[]) =>
  [2001, 2002, 2003].flatMap((year) => rows.map((row) => `${year},${row}`)).join('\n');

describe('findings', () => {
  it('say that blanks are noughts where a total adds up only so', () => {
    const { cube, read } = open('Year,A,B,C,Whole\n2001,1,2,3,6\n2002,4,,5,9\n2003,2,1,1,4\n2004,,3,3,6\n2005,1,1,1,3');
    const found = findSuspicious(read.table, cube()).filter(({ kind }) => kind === 'blank-is-zero');
    expect(found).toMatchObject([{ period: 1, weight: 2 }]);
    expect(found[0]?.message).toContain('Whole equals the sum of the others only if blanks count as 0, in 2 periods');
    const against = open(
      'Year,A,B,C,Whole\n2001,1,2,3,6\n2002,4,,5,12\n2003,2,1,1,4\n2004,1,3,3,7\n2005,1,1,1,3\n2006,1,1,2,4\n2007,2,2,2,6\n2008,1,2,2,5\n2009,1,2,1,4\n2010,2,2,1,5',
    );
    expect(findSuspicious(against.read.table, against.cube()).filter(({ kind }) => kind === 'blank-is-zero')).toEqual(
      [],
    );
  });
});

describe('suggestions', () => {
  it('find a total by its sums, whatever it is called', () => {
    const { suggestions } = open(`Year,Name,V\n${years(['A,1', 'B,2', 'Whole archipelago,3'])}`);
    expect(suggestions[0]?.step).toEqual({ kind: 'pick-categories', keep: false, categories: ['Whole archipelago'] });
    expect(suggestions[0]?.why).toContain('3 of 3 periods');
  });

  it('find a total among the periods, blanks, spellings and rows that stand twice', () => {
    expect(open('Year,A,B\n2001,1,2\n2002,3,4\nTotal,4,6').suggestions[0]?.step).toMatchObject({ values: ['Total'] });
    expect(open(`Year,Name,V\n${years(['A,1', ',2', 'C,7'])}`).kinds).toContain('filter-rows');
    expect(open(`Year,Name,V\n${years(['Pell Bay,1', 'Oyle,2'])}\n2004,pell bay,3`).kinds).toContain('recode');
    expect(open('Year,Name,V\n2001,A,1\n2001,A,1\n2002,A,2').kinds).toEqual(['drop-repeats', 'combine']);
  });

  it('find small units that belong to larger ones, and split periods', () => {
    const rows = ['Oyle North,Oyle,1', 'Oyle South,Oyle,2', 'Pell North,Pell,3', 'Pell South,Pell,4'];
    expect(open(`Year,District,Island,V\n${years(rows)}`).suggestions).toMatchObject([
      { step: { kind: 'roll-up', column: 'District', into: 'Island' } },
    ]);
    const months = ['Jan', 'Feb'].flatMap((month) => [
      `2001,${month},A,1`,
      `2001,${month},B,2`,
      `2002,${month},A,1`,
      `2002,${month},B,2`,
    ]);
    // What loses nothing is done at once; it is offered to those who took the step away.
    const { read, steps } = open(`Year,Month,Name,V\n${months.join('\n')}`);
    const joined = { kind: 'join-columns', columns: ['Year', 'Month'] };
    expect(steps).toMatchObject([joined]);
    const preparer = new Preparer(read.table, null);
    const fields = fieldsOf({ shape: 'long', period: 'Year', category: 'Name', value: 'V' });
    const offered = suggestNext(preparer, [], fields, preparer.prepare([], fields, ''));
    expect(offered.map(({ step }) => step)).toContainEqual(expect.objectContaining(joined));
  });

  it('join quarters with a letter between, and months that are words with a room', () => {
    const split = (header: string, parts: readonly string[]) => {
      const rows = [2001, 2002].flatMap((year) =>
        parts.flatMap((part) => [`${year},${part},A,1`, `${year},${part},B,2`]),
      );
      return open(`${header},Name,V\n${rows.join('\n')}`).steps.find(({ kind }) => kind === 'join-columns');
    };
    expect(split('Year,Quarter', ['1', '2'])).toMatchObject({ columns: ['Year', 'Quarter'], between: ' Q' });
    expect(split('Year,Quarter', ['Q1', 'Q2'])).toMatchObject({ between: ' ' });
    expect(split('Year,Month', ['3', '11'])).toMatchObject({ between: '-' });
    expect(split('Year,Month', ['March', 'April'])).toMatchObject({ between: ' ' });
    expect(split('Year,Bend', ['3', '11'])).toBeUndefined();
  });

  it('list the few rows that go against the order of time, each category for itself', () => {
    const ups = Array.from({ length: 30 }, (_, i) => 2001 + i);
    const disorder = (list: readonly number[]) =>
      open(`Year,Name,V\n${list.map((year) => `${year},A,1\n${year},B,2`).join('\n')}`)
        .prepared()
        .outcome.issues.filter(({ code }) => code === 'out-of-order')
        .map(({ row, raw }) => [row, raw]);
    const swapped = [...ups.slice(0, 9), ups[10] ?? 0, ups[9] ?? 0, ...ups.slice(11)];
    expect(disorder(ups)).toEqual([]);
    expect(disorder([...ups].reverse())).toEqual([]);
    expect(disorder(swapped)).toEqual([
      [22, '2010'],
      [23, '2010'],
    ]);
    expect(disorder([...swapped].reverse())).toEqual([
      [42, '2011'],
      [43, '2011'],
    ]);
    // Where a tenth and more go the other way there is no order to speak of.
    expect(disorder([...ups, ...ups.slice(0, 4).reverse()])).toEqual([]);
  });

  it('find names that stand once above their rows, and days over years', () => {
    const blocks = ['A', 'B'].flatMap((name) =>
      [2001, 2002, 2003].map((year, i) => `${i === 0 ? name : ''},${year},${i}`),
    );
    expect(open(`Name,Year,V\n${blocks.join('\n')}`).kinds).toContain('fill-down');
    const days = Array.from(
      { length: 800 },
      (_, i) => `${new Date(Date.UTC(2001, 0, 1 + i)).toISOString().slice(0, 10)},${i}`,
    );
    expect(open(`Day,V\n${days.join('\n')}`).suggestions[0]?.step).toMatchObject({ kind: 'coarser', every: 'month' });
  });

  it('apply at import what loses nothing', () => {
    const { steps, cube } = open(`Year,Name,V\n${years(['A\u200b,1', 'B,2'])}`);
    expect(steps.map(({ kind }) => kind)).toEqual(['tidy-text']);
    expect(cube().categories).toEqual(['A', 'B']);
  });

  it('say nothing of a table that is fine', () => {
    expect(open(`Year,Name,V\n${years(['A,1', 'B,2', 'C,9'])}`).suggestions).toEqual([]);
  });
});

describe('remedies', () => {
  it('mend the issue that they are for', () => {
    const { prepared, fields } = open(`Year,Name,V\n${years(['A,1', 'B,2'])}\n2004,A,wet\nlater,A,3`);
    const before = prepared().outcome;
    const plans = before.issues.map((issue) => remedyFor(issue, fields)?.step).filter((step) => step !== undefined);
    expect(plans.map(({ kind }) => kind)).toEqual(['filter-rows', 'recode']);
    const after = prepared(plans.map((plan, i) => stepOf(plan, `r${i}`))).outcome;
    expect(after.issues).toEqual([]);
  });
});

describe('findings', () => {
  const findings = (text: string) => {
    const { read, cube } = open(text);
    return findSuspicious(read.table, cube()).map(({ kind }) => kind);
  };
  const series = (values: readonly number[], name = 'A') =>
    values.map((value, i) => `${2001 + i},${name},${value}`).join('\n');

  it.each([
    ['jump', `Year,Name,V\n${series([10, 11, 12, 11, 13, 140, 141, 142])}`],
    ['mixed-units', `Year,Name,V\n${series([10, 11, 12000, 11000, 13000, 10])}`],
    ['mixed-units', 'Year,Name,V\n2001,A,5%\n2002,A,6\n2003,A,7%'],
    ['missing-run', 'Year,A,B\n2001,1,5\n2002,,6\n2003,,8\n2004,2,7'],
    ['tie', 'Year,A,B\n2001,4,4\n2002,5,5\n2003,6,6\n2004,7,8'],
    ['sum-of-others', `Year,Name,V\n${years(['A,1', 'B,2', 'All,3'])}`],
    [
      'constant-multiple',
      `Year,Kilo,Gram\n${[3, 5, 4, 8, 9].map((v, i) => `${2001 + i},${v},${v * 1000}`).join('\n')}`,
    ],
  ])('find %s', (kind, text) => expect(findings(text)).toContain(kind));

  it('tell mixed units from an outlier, and say how many of each', () => {
    const { read, cube } = open(`Year,Name,V\n${series([10, 11, 12, 11, 13, 12, 11, 10, 12, 13, 11, 12000])}`);
    expect(findSuspicious(read.table, cube()).map(({ kind }) => kind)).not.toContain('mixed-units');
    const told = open('Year,Name,V\n2001,A,5%\n2002,A,6\n2003,A,7%');
    const [mixed] = findSuspicious(told.read.table, told.cube());
    expect(mixed?.message).toContain('“%” (2), no unit (1)');
    expect(findings(`Year,Name,V\n${series([10, 11, 12000])}`)).not.toContain('mixed-units');
  });

  it('are none in an even course', () => {
    expect(findings(`Year,Name,V\n${series([10, 11, 12, 14, 13, 15, 16])}`)).toEqual([]);
  });
});

describe('adding and comparing', () => {
  it('adds periods, takes over revised values, and compares', () => {
    const first = open('Year,Name,V\n2001,A,1\n2001,B,2\n2002,A,3\n2002,B,4');
    const more = open('Year,Name,V\n2002,A,30\n2002,B,\n2003,A,5\n2003,C,6');
    const table = addTable(first.read.table, more.read.table, keysFor(first.fields), 0);
    const rows = Array.from({ length: table.rowCount }, (_, row) =>
      table.columns.map((column) => cellText(column, row)).join(),
    );
    expect(rows).toEqual(['2001,A,1', '2001,B,2', '2002,A,30', '2002,B,4', '2003,A,5', '2003,C,6']);
    const changed = new Preparer(table, null).prepare([], first.fields, '').outcome;
    if (!changed.ok) throw new Error('refused');
    expect(compareCubes(first.cube(), changed.value)).toMatchObject({
      periodsAdded: ['2003'],
      periodsGone: [],
      categoriesAdded: ['C'],
      revisedCount: 1,
      revised: [{ period: '2002', category: 'A', before: 3, after: 30 }],
    });
  });

  it('plans a pasted block with the rows and columns that it needs', () => {
    const { read } = open('A,B\nx,1\ny,2');
    const { plans, cellCount } = planBlock(read.table, 1, 1, [
      ['2', 'new'],
      ['3', 'more'],
    ]);
    expect(plans.map(({ kind }) => kind)).toEqual(['add-column', 'add-rows', 'edit-cells']);
    expect(cellCount).toBe(3);
  });

  it('ranks each period, ties included', () => {
    const ranks = rankPeriods(open('Year,A,B,C\n2001,5,5,1\n2002,1,2,3').cube(), 'largest');
    expect(Array.from(ranks.rank)).toEqual([1, 1, 3, 1, 2, 3]);
    expect(Array.from(ranks.climb.slice(3))).toEqual([2, -1, -2]);
  });
});
