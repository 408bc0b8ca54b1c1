'use client';

import type { Fields, TableShape } from '@/core/shaping/fields';
import { editChart } from '@/state/edit-chart';
import { setSession } from '@/state/session';
import { useProblems } from '../gather/problem-list';
import { goToControl } from '../go-to';
import { Button } from '../parts/button';
import { Section } from '../parts/field';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { useChart, useSession } from '../use-state';

const shapeChoices: { value: TableShape; label: string }[] = [
  { value: 'long', label: 'One row per period and category' },
  { value: 'periods-down', label: 'One row per period, a column per category' },
  { value: 'periods-across', label: 'One row per category, a column per period' },
];

const roleOfShape = {
  long: ['period', 'category', 'value'],
  'periods-down': ['period'],
  'periods-across': ['category'],
} as const;

/** Shape: which columns hold what. */
export function ShapeBench() {
  const fields = useChart((chart) => chart.fields);
  const gaps = useChart((chart) => chart.gaps);
  const table = useSession((state) => state.table);
  const cube = useSession((state) => state.cube);
  const problems = useProblems();
  if (!fields || !table || !gaps) return null;
  const guess = table.guesses[0];
  const guessed = guess !== undefined && sameFields(guess.fields, fields);
  const choices = table.columns.map(({ name, kind }) => ({
    value: name,
    label: name.slice(0, 80),
    note: { number: 'numbers', period: 'periods', text: 'text', blank: 'blank' }[kind],
  }));
  const set = (change: Partial<Fields>) => {
    setSession({ hovered: null, picked: null });
    editChart((chart) => {
      Object.assign(chart.fields, change);
    });
  };
  const why = guess ? `Read as ${guess.why}.` : 'No layout was recognised; choose the columns yourself.';
  return (
    <>
      <Section title="What is what">
        <SelectField
          control="shape"
          value={fields.shape}
          choices={shapeChoices}
          onChange={(value) => {
            const known = table.guesses.find((each) => each.fields.shape === value);
            set(known ? known.fields : { shape: value as TableShape });
          }}
          hint={guessed || !guess ? why : 'Chosen by you.'}
        />
        {roleOfShape[fields.shape].map((role) => (
          <SelectField
            key={role}
            control={role}
            value={fields[role]}
            choices={choices}
            placeholder="Choose a column"
            onChange={(value) => set({ [role]: value })}
          />
        ))}
        {fields.shape === 'periods-down' && (
          <p className="text-[12px] text-quiet">Every other column of numbers is a category.</p>
        )}
        {fields.shape === 'periods-across' && (
          <p className="text-[12px] text-quiet">Every column whose name is a year or date is a period.</p>
        )}
        {guess && !guessed && <Button onClick={() => set(guess.fields)}>Use the guess again</Button>}
      </Section>
      <Section title="Gaps">
        <PickField
          control="gaps"
          value={gaps}
          choices={[
            { value: 'bridge', label: 'Bridge' },
            { value: 'carry', label: 'Carry on' },
            { value: 'zero', label: 'Zero' },
            { value: 'absent', label: 'Absent' },
          ]}
          hint={gapWords[gaps]}
          onChange={(value) =>
            editChart((chart) => {
              chart.gaps = value;
            })
          }
        />
      </Section>
      {cube && (
        <Section title="What comes of it">
          <p className="text-[13px] leading-relaxed">
            <Count number={cube.periods.length} one="period" many="periods" />, from{' '}
            <strong className="font-mono">{cube.periods[0]?.key.slice(0, 40)}</strong> to{' '}
            <strong className="font-mono">{cube.periods.at(-1)?.key.slice(0, 40)}</strong>,<br />
            <Count number={cube.categories.length} one="category" many="categories" />,{' '}
            <Count number={countAbsent(cube.values)} one="empty cell" many="empty cells" />.
          </p>
          {problems.length > 0 && (
            <Button onClick={() => goToControl('problems')}>
              See {problems.length} {problems.length === 1 ? 'problem' : 'problems'} in Gather
            </Button>
          )}
        </Section>
      )}
      {!cube && problems[0] && (
        <Section title="Not a chart yet">
          <p role="alert" className="text-[13px] text-accent-text">
            {problems[0].message}
          </p>
        </Section>
      )}
    </>
  );
}

const gapWords = {
  bridge: 'Between two known values, the missing ones follow the line between them.',
  carry: 'The last known value stays until the next one.',
  zero: 'A missing value between two known ones counts as 0.',
  absent: 'The bar leaves the stage while its value is missing.',
};

function Count({ number, one, many }: { readonly number: number; readonly one: string; readonly many: string }) {
  return (
    <>
      <strong className="font-mono">{number.toLocaleString('en-GB')}</strong> {number === 1 ? one : many}
    </>
  );
}

function countAbsent(values: Float64Array): number {
  let count = 0;
  for (const value of values) if (Number.isNaN(value)) count++;
  return count;
}

function sameFields(a: Fields, b: Fields): boolean {
  return a.shape === b.shape && roleOfShape[a.shape].every((role) => a[role] === b[role]);
}
