import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cellText } from '../../table/column';
import type { Table } from '../../table/table';
import { tableOf } from '../../testing/read-table';
import { Preparer } from '../preparation';
import { stepOf } from '../understand';
import { handSteps, placeOfRow } from './hand-steps';
import type { CellEdit, StepOf, StepPlan } from './step';

const base = { id: 's', name: '', on: true };
const rowsOf = (table: Table) =>
  Array.from({ length: table.rowCount }, (_, row) => table.columns.map((column) => cellText(column, row)).join(','));
const text = 'A,B\nx,3\ny,20\nz,1';

describe('the place of a row', () => {
  it('is found by its number, moved or not, and is none for one that is gone', () => {
    const numbers = fc.uniqueArray(fc.integer({ min: 1, max: 60 }), { minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(numbers, fc.boolean(), fc.integer({ min: 0, max: 62 }), (list, sorted, wanted) => {
        const rowNumbers = Uint32Array.from(sorted ? [...list].sort((a, b) => a - b) : list);
        expect(placeOfRow({ columns: [], rowCount: list.length, rowNumbers }, wanted)).toBe(rowNumbers.indexOf(wanted));
      }),
    );
  });
});

describe('cells changed by hand', () => {
  const edit = (cells: readonly CellEdit[], table = tableOf(text)) =>
    handSteps['edit-cells'](table, { ...base, kind: 'edit-cells', cells });

  it('are changed many at a time as one by one', () => {
    const rows = Array.from({ length: 60 }, (_, i) => `n${i},${i}`);
    const table = tableOf(['A,B', ...rows].join('\n'));
    const cells = Array.from({ length: 30 }, (_, i) => ({
      row: 2 * i + 3,
      column: 'B',
      was: `${2 * i + 1}`,
      text: ' -5 ',
    }));
    const many = edit([...cells, { row: 900, column: 'B', was: '1', text: '2' }], table);
    expect(rowsOf(many.table)).toEqual(rows.map((row, i) => (i % 2 === 1 ? `n${i},-5` : row)));
    expect(many.issues.map(({ row }) => row)).toEqual([900]);
    const few = edit(cells.slice(0, 20), table);
    expect(rowsOf(few.table).filter((row) => row.endsWith(',-5'))).toHaveLength(20);
  });

  it('may hold the new text already, and are told where they hold another', () => {
    expect(edit([{ row: 2, column: 'B', was: '7', text: '3' }]).issues).toEqual([]);
    const { table, issues } = edit([
      { row: 3, column: 'B', was: '7', text: '9' },
      { row: 4, column: 'Gone', was: '1', text: '2' },
    ]);
    expect(rowsOf(table)).toEqual(['x,3', 'y,20', 'z,1']);
    expect(issues.map(({ row, column }) => [row, column])).toEqual([
      [undefined, undefined],
      [3, 'B'],
    ]);
  });
});

describe('rows', () => {
  const step = (plan: StepPlan & { readonly kind: 'add-rows' | 'move-rows' | 'remove-rows' }) => {
    const { table, reports } = new Preparer(tableOf(text), null).tableAfter([stepOf(plan, 's')]);
    const issues = reports.flatMap((report) => report.issues);
    return [rowsOf(table), [...table.rowNumbers], issues.length];
  };

  it('are added before a row, or at the end where it is none or gone', () => {
    const added = 0x8000_0000;
    expect(step({ kind: 'add-rows', before: 2, numbers: [added, added + 1] })).toEqual([
      [',', ',', 'x,3', 'y,20', 'z,1'],
      [added, added + 1, 2, 3, 4],
      0,
    ]);
    for (const before of [null, 77])
      expect(step({ kind: 'add-rows', before, numbers: [added] })).toEqual([
        ['x,3', 'y,20', 'z,1', ','],
        [2, 3, 4, added],
        0,
      ]);
  });

  it('are moved as a block in the order given, before a row or to the end', () => {
    expect(step({ kind: 'move-rows', rows: [4, 2], before: 3 })[0]).toEqual(['z,1', 'x,3', 'y,20']);
    expect(step({ kind: 'move-rows', rows: [2], before: null })[0]).toEqual(['y,20', 'z,1', 'x,3']);
    expect(step({ kind: 'move-rows', rows: [3, 99], before: 2 })[0]).toEqual(['y,20', 'x,3', 'z,1']);
    expect(step({ kind: 'move-rows', rows: [99], before: 2 }).slice(1)).toEqual([[2, 3, 4], 1]);
    // Before one that moves itself: the block stands where it stood.
    expect(step({ kind: 'move-rows', rows: [4, 3], before: 3 })[0]).toEqual(['x,3', 'z,1', 'y,20']);
  });

  it('are removed by number', () => {
    expect(step({ kind: 'remove-rows', rows: [2, 4, 99] })).toEqual([['y,20'], [3], 0]);
    expect(step({ kind: 'remove-rows', rows: [99] }).slice(1)).toEqual([[2, 3, 4], 1]);
  });

  it('are sorted by number, by period or by name, blanks last either way, equal ones as they stood', () => {
    const sorted = (list: readonly string[], direction: 'up' | 'down') => {
      const table = tableOf(['A,B', ...list.map((each, i) => `${each},${String.fromCharCode(97 + i)}`)].join('\n'));
      const result = handSteps['sort-rows'](table, { ...base, kind: 'sort-rows', column: 'A', direction });
      return rowsOf(result.table)
        .map((row) => row.split(',')[1])
        .join('');
    };
    expect([sorted(['20', '3', '', '3', '-1'], 'up'), sorted(['20', '3', '', '3', '-1'], 'down')]).toEqual([
      'ebdac',
      'abdec',
    ]);
    const months = ['Mar 2001', 'Dec 2000', '', 'Jan 2001'];
    expect([sorted(months, 'up'), sorted(months, 'down')]).toEqual(['bdac', 'adbc']);
    const names = ['pear', 'Apple', '', 'fig', 'fig'];
    expect([sorted(names, 'up'), sorted(names, 'down')]).toEqual(['bdeac', 'adebc']);
  });
});

describe('texts put in place of others', () => {
  const replace = (plan: Partial<StepOf<'replace-text'>>) =>
    rowsOf(
      handSteps['replace-text'](tableOf('A,B\nOak oak,oak\noak.,x'), {
        ...base,
        kind: 'replace-text',
        column: '',
        find: 'oak',
        put: 'elm',
        whole: false,
        matchCase: false,
        ...plan,
      }).table,
    );

  it('are found in all columns or one, whole cells or parts, by case or not', () => {
    expect(replace({})).toEqual(['elm elm,elm', 'elm.,x']);
    expect(replace({ matchCase: true })).toEqual(['Oak elm,elm', 'elm.,x']);
    expect(replace({ whole: true })).toEqual(['Oak oak,elm', 'oak.,x']);
    expect(replace({ column: 'A' })).toEqual(['elm elm,oak', 'elm.,x']);
    expect(replace({ whole: true, find: 'OAK' })).toEqual(['Oak oak,elm', 'oak.,x']);
    expect(replace({ whole: true, find: 'OAK', matchCase: true })).toEqual(['Oak oak,oak', 'oak.,x']);
    expect(replace({ find: '.' })).toEqual(['Oak oak,oak', 'oakelm,x']);
  });
});
