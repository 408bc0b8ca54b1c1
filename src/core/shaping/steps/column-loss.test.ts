import { describe, expect, it } from 'vitest';
import { columnsAfter, columnsBefore, columnsNamed, lossOf, withColumn } from './column-loss';
import type { Step } from './step';

const base = { name: '', on: true };
const remove: Step = { ...base, id: 'remove', kind: 'remove-columns', columns: ['Sails', 'Flag'] };
const rename: Step = { ...base, id: 'rename', kind: 'rename-column', column: 'Boat', to: 'Ship' };
const join: Step = {
  ...base,
  id: 'join',
  kind: 'join-columns',
  columns: ['Year', 'Month'],
  into: 'Date',
  between: '-',
};
const filter: Step = { ...base, id: 'filter', kind: 'filter-rows', column: 'Sails', test: 'is', values: ['3'] };

const stack: Step = {
  ...base,
  id: 'stack',
  kind: 'stack-columns',
  columns: ['Jan', 'Feb'],
  names: 'Month',
  into: 'Boats',
};

describe('columns that steps make', () => {
  it('are there only where what they are made of is', () => {
    const namesAfter = (columns: readonly string[], steps: readonly Step[]) => [...columnsAfter(columns, steps)];
    expect(namesAfter(['Year', 'Month'], [join])).toContain('Date');
    expect(namesAfter(['Year'], [join])).toEqual(['Year']);
    expect(namesAfter(['Year', 'Month'], [{ ...join, on: false }])).toEqual(['Year', 'Month']);
    expect(namesAfter(['Year', 'Jan', 'Feb'], [stack, join])).toEqual(['Year', 'Jan', 'Feb', 'Month', 'Boats', 'Date']);
    expect(namesAfter(['Boat'], [rename])).toContain('Ship');
  });

  it('are found by the steps after them, without those that went; a step finds what it takes away itself', () => {
    const found = (id: string, steps: readonly Step[]) => columnsBefore(['Year', 'Jan', 'Feb', 'Boat'], steps, id);
    const drop: Step = { ...join, drop: true };
    expect(found('stack', [stack, drop, rename])).toEqual(['Year', 'Jan', 'Feb', 'Boat']);
    expect(found('join', [stack, drop, rename])).toEqual(['Year', 'Boat', 'Month', 'Boats']);
    expect(found('rename', [stack, drop, rename])).toEqual(['Boat', 'Boats', 'Date']);
    expect(found('last', [{ ...stack, on: false }, rename, { ...remove, id: 'last' }])).toEqual([
      'Year',
      'Jan',
      'Feb',
      'Ship',
    ]);
  });

  it('take those away that they are made of, where they say so', () => {
    expect(lossOf([stack], 'Jan', 1)).toEqual({ kind: 'removed', step: stack });
    expect(lossOf([{ ...join, drop: true }], 'Year', 1)).toMatchObject({ kind: 'removed' });
    expect(lossOf([join], 'Year', 1)).toBeNull();
    expect(lossOf([join, stack], 'Month', 0)).toEqual({ kind: 'later', step: stack });
  });
});

describe('what became of a column', () => {
  it('is found in the last step before that is on and took it', () => {
    expect(lossOf([remove, rename, join], 'Sails', 3)).toEqual({ kind: 'removed', step: remove });
    expect(lossOf([remove, rename, join], 'Boat', 3)).toEqual({ kind: 'renamed', step: rename, to: 'Ship' });
    // Columns that are joined stay.
    expect(lossOf([remove, rename, join], 'Month', 3)).toBeNull();
    expect(lossOf([{ ...remove, on: false }], 'Sails', 1)).toBeNull();
    expect(lossOf([remove], 'Never there', 1)).toBeNull();
  });

  it('may be that it is made later', () => {
    expect(lossOf([filter, rename], 'Ship', 0)).toEqual({ kind: 'later', step: rename });
    expect(lossOf([filter, join], 'Date', 0)).toEqual({ kind: 'later', step: join });
    expect(lossOf([rename, filter], 'Ship', 1)).toBeNull();
  });

  it('leads to a step that takes the new name', () => {
    expect(columnsNamed(filter)).toEqual(['Sails']);
    expect(withColumn(filter, 'Sails', 'Points')).toEqual({ ...filter, column: 'Points' });
    expect(withColumn(remove, 'Flag', 'Colours')).toEqual({ ...remove, columns: ['Sails', 'Colours'] });
  });
});
