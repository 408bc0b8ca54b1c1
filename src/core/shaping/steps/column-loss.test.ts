import { describe, expect, it } from 'vitest';
import { columnsNamed, lossOf, withColumn } from './column-loss';
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
