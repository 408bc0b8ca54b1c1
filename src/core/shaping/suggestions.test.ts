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

describe('what each suggestion goes by', () => {
  const why = (text: string, kind: string) =>
    open(text)
      .suggestions.filter(({ step }) => step.kind === kind)
      .map((each) => each.why);

  it('totals: their sums before their names, runs of neighbours, means and shares', () => {
    const rows = (...lines: readonly ((i: number) => string)[]) =>
      `Year,Name,V\n${[0, 1, 2, 3].flatMap((i) => lines.map((line) => `${2001 + i},${line(i)}`)).join('\n')}`;
    const [a, b, c] = [(i: number) => `A,${31 + i}`, (i: number) => `B,${52 - i}`, (i: number) => `C,${27 + i * i}`];
    expect(
      why(
        rows(a, b, () => 'A and B,83', c),
        'pick-categories',
      ),
    ).toEqual([]);
    expect(
      why(
        rows(
          a,
          (i) => `B,${52 + i}`,
          (i) => `North,${83 + 2 * i}`,
          c,
        ),
        'pick-categories',
      ),
    ).toEqual(['“North” equals the sum from “A” to “B” in every period.']);
    expect(
      why(
        rows(a, b, c, (i) => `Total,${110 + i + i * i - i}`),
        'pick-categories',
      ),
    ).toEqual(['“Total” equals the sum of the others in 4 of 4 periods.']);
    expect(
      why(
        rows(a, b, (i) => `Total,${7 * i + 900}`),
        'pick-categories',
      ),
    ).toEqual(['“Total” is called like a total.']);
    expect(
      why(
        rows(a, b, (i) => `Average,${7 * i}`),
        'pick-categories',
      ),
    ).toEqual(['“Average” is called like a mean of others.']);
    expect(
      why(
        rows(a, b, (i) => `Share of A,${7 * i}`),
        'pick-categories',
      ),
    ).toEqual(['“Share of A” is called like a share.']);
    // Where half of them are shares, and where there is nothing else, they are the matter.
    expect(
      why(
        rows(a, (i) => `Share of A,${7 * i}`),
        'pick-categories',
      ),
    ).toEqual([]);
    expect(
      why(
        rows((i) => `Total,${7 * i}`),
        'pick-categories',
      ),
    ).toEqual([]);
    const d = (i: number) => `D,${61 + 2 * i}`;
    const mean = (i: number) => `Mid,${(31 + i + 52 - i + 27 + i * i + 61 + 2 * i) / 4}`;
    expect(why(rows(a, b, c, d, mean), 'pick-categories')).toEqual(['“Mid” equals the mean of the others.']);
  });

  it('names that stand once: on the first row, each once, with two rows of five blank and more', () => {
    const blocks = (blank: number, of: number, first = 'A', again = 'B') =>
      why(
        `Name,Year,V\n${Array.from({ length: 2 * of }, (_, i) => {
          const name = i % of >= of - blank ? '' : `${i < of ? first : again}${i % of || ''}`;
          return `${name},${2001 + (i % of)},${i}`;
        }).join('\n')}`,
        'fill-down',
      ).length;
    expect(blocks(2, 5)).toBe(1);
    expect(blocks(1, 5)).toBe(0);
    expect(blocks(2, 3, 'A', 'A')).toBe(0);
    expect(why('Name,Year,V\n,2001,1\nA,2002,2\n,2003,3\nB,2001,1\n,2002,2', 'fill-down')).toEqual([]);
    expect(why('Name,Year,V\nA,2001,1\nB,2001,3\n,2002,4\nA,2002,3\nB,2002,6', 'filter-rows')).toEqual([
      'One row names no name.',
    ]);
  });

  it('larger units: at least two, at most half as many, each small one in one', () => {
    const rows = (pairs: readonly string[]) =>
      why(`Year,District,Island,V\n${years(pairs.map((pair, i) => `${pair},${i}`))}`, 'roll-up');
    expect(rows(['a,N', 'b,N', 'c,S', 'd,S'])).toEqual([
      'Each of the 4 in “District” belongs to one of 2 in “Island”.',
    ]);
    expect(rows(['a,N', 'b,N', 'c,S'])).toEqual([]);
    expect(rows(['a,N', 'b,N', 'c,N', 'd,N'])).toEqual([]);
    expect(rows(['a,N', 'b,N', 'c,S', 'd,S', 'a,S'])).toEqual([]);
    expect(rows(['a,N', 'b,', 'c,S', 'd,S'])).toHaveLength(1);
  });

  it('coarser periods: a hundred and more over two years, or four hundred and more', () => {
    const every = (count: number, days: number) => {
      const rows = Array.from({ length: count }, (_, i) => {
        const day = new Date(Date.UTC(2001, 0, 1) + i * days * 86_400_000);
        return `${day.toISOString().slice(0, 10)},${(i * 7) % 13}`;
      });
      const found = open(`Day,V\n${rows.join('\n')}`).suggestions.find(({ step }) => step.kind === 'coarser')?.step;
      return found?.kind === 'coarser' ? found.every : null;
    };
    expect([every(99, 8), every(100, 8), every(100, 7), every(399, 1), every(400, 1)]).toEqual([
      null,
      'month',
      null,
      null,
      'month',
    ]);
    expect([every(300, 10), every(302, 10)]).toEqual(['month', 'year']);
  });

  it('bounds: half of them or nothing, written as the column is', () => {
    const bounds = (text: string) =>
      open(text)
        .suggestions.map(({ step }) => step)
        .filter((step) => step.kind === 'recode');
    expect(bounds('Year,Name,V\n2001,A,<5\n2001,B,7\n2002,A,9\n2002,B,<3')).toMatchObject([
      {
        column: 'V',
        pairs: [
          { from: '<5', to: '2.5' },
          { from: '<3', to: '1.5' },
        ],
      },
      {
        column: 'V',
        pairs: [
          { from: '<5', to: '' },
          { from: '<3', to: '' },
        ],
      },
    ]);
    expect(bounds('Year;Name;V\n2001;A;<5\n2001;B;7,25\n2002;A;9,5\n2002;B;8,5')[0]).toMatchObject({
      pairs: [{ from: '<5', to: '2,5' }],
    });
  });

  it('rows that another column divides: the total alone, the others alone, or one of them', () => {
    const rows = (...parts: readonly string[]) =>
      `Year,Name,Sex,V\n${[1, 2, 3].flatMap((i) => ['A', 'B'].flatMap((name) => parts.map((part, p) => `${2000 + i},${name},${part},${part === 'all' ? 30 * i : (p * p + 1) * 10 * i}`))).join('\n')}`;
    const filters = (text: string, change: Partial<ReturnType<typeof fieldsOf>> = {}) => {
      const { read, fields } = open(text);
      const preparer = new Preparer(read.table, null);
      const given = { ...fields, parts: '', ...change };
      return suggestNext(preparer, [], given, preparer.prepare([], given, ''))
        .map(({ step }) => step)
        .filter((step) => step.kind === 'filter-rows')
        .map(({ test, values }) => [test, ...values]);
    };
    expect(filters(rows('f', 'm', 'all'))).toEqual([
      ['is', 'all'],
      ['is-not', 'all'],
    ]);
    expect(filters(rows('f', 'm', 'x'))).toEqual([['is', 'f']]);
    expect(filters(rows('f', 'm', 'all'), { parts: 'Sex' })).toEqual([['is-not', 'all']]);
    expect(filters(rows('f', 'm', 'x'), { parts: 'Sex' })).toEqual([]);
  });
});
