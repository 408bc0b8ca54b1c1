import { describe, expect, it } from 'vitest';
import { fieldsOf } from '../shaping/fields';
import type { Step } from '../shaping/steps/step';
import { raceProject } from '../testing/projects';
import type { Chart } from './chart';
import { stepsWithRenamedColumn, withRenamedColumn } from './renamed-column';

const chartOf = (change: Partial<Chart>): Chart => {
  const [chart] = raceProject().charts;
  if (!chart) throw new Error('The project has no chart.');
  return { ...chart, ...change };
};

describe('a column that is renamed', () => {
  it('keeps its part in the chart, whatever that is', () => {
    const fields = fieldsOf({
      shape: 'long',
      period: 'Year',
      category: 'Boat',
      value: 'Catch',
      group: 'Isle',
      second: 'Crew',
    });
    for (const [from, role] of [
      ['Year', 'period'],
      ['Boat', 'category'],
      ['Catch', 'value'],
      ['Isle', 'group'],
      ['Crew', 'second'],
    ] as const)
      expect(withRenamedColumn(chartOf({ fields }), from, 'New').fields).toEqual({ ...fields, [role]: 'New' });
    expect(withRenamedColumn(chartOf({ fields }), 'Other', 'New').fields).toEqual(fields);
  });

  it('that is a category keeps its colour, picture, place in lists and focus', () => {
    const before = chartOf({
      fields: fieldsOf({ shape: 'periods-down', period: 'Year' }),
      colours: [{ category: 'A', colour: '#112233' }],
      highlights: ['A', 'B'],
      pictures: [{ category: 'A', pictureId: 'p' }],
      own: { hidden: ['A'], places: 4 },
    });
    expect(withRenamedColumn(before, 'A', 'Z')).toMatchObject({
      colours: [{ category: 'Z', colour: '#112233' }],
      highlights: ['Z', 'B'],
      pictures: [{ category: 'Z', pictureId: 'p' }],
      own: { hidden: ['Z'], places: 4 },
    });
  });

  it('is known to later steps by its new name, and to earlier ones by its old one', () => {
    const base = { id: 's', name: '', on: true };
    const steps: Step[] = [
      { ...base, kind: 'sort-rows', column: 'A', direction: 'up' },
      { ...base, kind: 'filter-rows', column: 'A', test: 'is', values: ['A'] },
      { ...base, kind: 'join-columns', columns: ['A', 'B'], into: 'C', between: ' ' },
      { ...base, kind: 'pick-categories', keep: true, categories: ['A'] },
    ];
    const after = stepsWithRenamedColumn(steps, 'A', 'Z', true);
    expect(after[0]).toEqual(steps[0]);
    expect(after[1]).toMatchObject({ column: 'Z', values: ['A'] });
    expect(after[2]).toMatchObject({ columns: ['Z', 'B'] });
    expect(after[3]).toMatchObject({ categories: ['Z'] });
    expect(stepsWithRenamedColumn(steps, 'A', 'Z', false)[3]).toEqual(steps[3]);
  });
});
