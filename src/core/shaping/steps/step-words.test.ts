import { describe, expect, it } from 'vitest';
import type { StepKind, StepPlan } from './step';
import { stepWords } from './step-words';

/** A step of each kind, and what is said of it. */
const said: readonly (readonly [StepPlan, string])[] = [
  [{ kind: 'edit-cells', cells: [{ row: 3, column: 'Boat', was: 'a', text: 'b' }] }, 'Edit 1 cell by hand'],
  [{ kind: 'add-rows', before: null, numbers: [7, 8] }, 'Add 2 rows'],
  [{ kind: 'remove-rows', rows: Array.from({ length: 1200 }, (_, i) => i) }, 'Delete 1,200 rows'],
  [{ kind: 'move-rows', rows: [4], before: 1 }, 'Move 1 row'],
  [{ kind: 'sort-rows', column: 'Catch', direction: 'down' }, 'Sort rows by “Catch”, descending'],
  [{ kind: 'add-column', column: 'Crew', before: '' }, 'Add the column “Crew”'],
  [{ kind: 'remove-columns', columns: ['a', 'b', 'c', 'd', 'e'] }, 'Delete the columns “a”, “b”, “c” and 2 more'],
  [{ kind: 'rename-column', column: '', to: 'Harbour' }, 'Rename blank to “Harbour”'],
  [{ kind: 'move-column', column: 'Crew', before: '' }, 'Move “Crew” to the end'],
  [
    { kind: 'replace-text', column: 'Boat', find: 'x', put: '', whole: false, matchCase: false },
    'Replace “x” with blank in “Boat”',
  ],
  [
    { kind: 'filter-rows', column: 'Catch', test: 'at-least', values: ['5'] },
    'Keep rows where “Catch” is at least “5”',
  ],
  [{ kind: 'recode', column: 'Boat', pairs: [{ from: 'A', to: 'Alpha' }] }, 'In “Boat”, read “A” as “Alpha”'],
  [{ kind: 'roll-up', column: 'District', into: 'Island' }, 'Roll “District” up into “Island”'],
  [{ kind: 'tidy-text' }, 'Take out invisible characters and doubled spaces'],
  [{ kind: 'fill-down', column: 'Island' }, 'Fill blanks in “Island” from above'],
  [
    { kind: 'join-columns', columns: ['Year', 'Month'], into: 'When', between: '-' },
    'Join “Year”, “Month” into “When”',
  ],
  [
    { kind: 'stack-columns', columns: ['2001', '2002', '2003'], names: 'Year', into: 'Catch' },
    'Stack 3 columns, “2001” to “2003”, into “Catch”',
  ],
  [{ kind: 'drop-repeats' }, 'Drop rows that stand twice'],
  [{ kind: 'combine', how: 'median' }, 'Combine repeated rows: the median'],
  [{ kind: 'keep-periods', from: '', to: '2005' }, 'Keep periods from the first to 2005'],
  [{ kind: 'pick-categories', keep: false, categories: ['Øy'] }, 'Leave out “Øy”'],
  [{ kind: 'coarser', every: 'quarter', how: 'sum' }, 'One value a quarter: the sum'],
  [{ kind: 'measure', measure: 'moving-average', window: 3, by: '' }, 'Moving average of 3 periods'],
];
const kinds: ReadonlySet<StepKind> = new Set(said.map(([{ kind }]) => kind));

describe('what a step does, in one line', () => {
  it.each(said)('%j', (step, words) => {
    expect(stepWords(step)).toBe(words);
  });

  it('has words for every kind', () => {
    expect(kinds.size).toBe(said.length);
  });

  it('says where it goes, how many it has, and no more of a long name than a line holds', () => {
    expect(stepWords({ kind: 'move-column', column: 'Crew', before: 'Catch' })).toBe('Move “Crew” before “Catch”');
    const pairs = [
      { from: 'A', to: 'Alpha' },
      { from: 'B', to: 'Bravo' },
    ];
    expect(stepWords({ kind: 'recode', column: 'Boat', pairs })).toBe('In “Boat”, read 2 texts as others');
    expect(stepWords({ kind: 'measure', measure: 'ratio', window: 1, by: 'People' })).toBe('Ratio to “People”');
    expect(stepWords({ kind: 'measure', measure: 'share', window: 1, by: '' })).toMatch(/^Share of/);
    expect(stepWords({ kind: 'fill-down', column: 'a'.repeat(400) }).length).toBeLessThan(70);
  });
});
