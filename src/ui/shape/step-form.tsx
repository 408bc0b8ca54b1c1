'use client';

import { combines } from '@/core/shaping/combine';
import { columnsBefore } from '@/core/shaping/steps/column-loss';
import { grains, inOrder, measures, rowTests, type Step, type StepOf } from '@/core/shaping/steps/step';
import { combineWords, measureWords } from '@/core/shaping/steps/step-words';
import { currentTable } from '@/state/current';
import { changeStep } from '@/state/edit-table';
import { useProject, useSession } from '../use-state';
import { columnChoices } from './field-choices';
import { RecodePairs } from './recode-pairs';
import { NumberInput, Pick, TextInput } from './step-inputs';
import { CategoryList, ColumnValues } from './value-list';

const testChoices = rowTests.map((value) => ({
  value,
  label: {
    is: 'is one of',
    'is-not': 'is none of',
    contains: 'contains',
    'contains-not': 'does not contain',
    'at-least': 'is at least',
    'at-most': 'is at most',
  }[value],
}));
const howChoices = combines.map((value) => ({ value, label: combineWords[value] }));
const grainChoices = grains.map((value) => ({ value, label: `one a ${value}` }));
const measureChoices = measures.map((value) => ({ value, label: measureWords[value] }));

const noSteps: readonly Step[] = [];

/** The columns that a step can go by: those that it finds, whether or not it takes them away. */
function useColumnsOf(step: Step): ReturnType<typeof columnChoices> {
  const file = useSession((state) => state.table?.columns) ?? [];
  const prepared = useSession((state) => state.prepared?.prepared.columns) ?? [];
  const steps = useProject<readonly Step[]>((project) => currentTable(project).steps, noSteps);
  const known = new Map([...prepared, ...file].map((column) => [column.name, column]));
  const names = columnsBefore(
    file.map(({ name }) => name),
    inOrder(steps),
    step.id,
  );
  return names.flatMap((name) => {
    const column = known.get(name);
    return column ? columnChoices([column]) : [{ value: name, label: name.slice(0, 80), note: '' }];
  });
}

/** The controls of one step. */
export function StepForm({ step }: { readonly step: Step }) {
  const choices = useColumnsOf(step);
  const set = (change: object) => changeStep(step.id, change as Partial<Step>);
  const column = (value: string, key = 'column', label = 'Column') => (
    <Pick
      label={label}
      value={value}
      choices={withCurrent(choices, value)}
      onChange={(chosen) => set({ [key]: chosen })}
    />
  );
  switch (step.kind) {
    case 'filter-rows':
      return <FilterForm step={step} column={column(step.column)} set={set} />;
    case 'recode':
      return (
        <>
          {column(step.column)}
          <RecodePairs step={step} onChange={(pairs) => set({ pairs })} />
        </>
      );
    case 'roll-up':
      return (
        <>
          {column(step.column, 'column', 'Small units')}
          {column(step.into, 'into', 'Larger units')}
        </>
      );
    case 'fill-down':
      return column(step.column);
    case 'join-columns':
      return <JoinForm step={step} choices={choices} set={set} />;
    case 'stack-columns':
      return <StackForm step={step} choices={choices} set={set} />;
    case 'combine':
      return <Pick label="Several become" value={step.how} choices={howChoices} onChange={(how) => set({ how })} />;
    case 'coarser':
      return (
        <>
          <Pick label="Periods" value={step.every} choices={grainChoices} onChange={(every) => set({ every })} />
          <Pick label="Several become" value={step.how} choices={howChoices} onChange={(how) => set({ how })} />
        </>
      );
    case 'keep-periods':
      return <PeriodsForm step={step} set={set} />;
    case 'pick-categories':
      return <CategoriesForm step={step} set={set} />;
    case 'measure':
      return <MeasureForm step={step} by={column(step.by, 'by', 'Divided by')} set={set} />;
    case 'edit-cells':
      return <EditedCells step={step} />;
    default:
      return <p className="text-[12px] text-quiet">This step has nothing to set.</p>;
  }
}

/** A column that is gone stays in the list, so that one sees what the step asks for. */
function withCurrent<T extends { value: string; label: string }>(choices: readonly T[], value: string) {
  return choices.some((choice) => choice.value === value)
    ? choices
    : [...choices, { value, label: `${value} (not here)` }];
}

interface FilterFormProps extends FormProps<'filter-rows'> {
  readonly column: React.ReactNode;
}

function FilterForm({ step, column, set }: FilterFormProps) {
  const byList = step.test === 'is' || step.test === 'is-not';
  return (
    <>
      {column}
      <Pick label="Keep rows where it" value={step.test} choices={testChoices} onChange={(test) => set({ test })} />
      {byList ? (
        <ColumnValues
          column={step.column}
          before={step.id}
          chosen={step.values}
          onChange={(values) => values.length > 0 && set({ values })}
        />
      ) : (
        <TextInput label="Text or number" value={step.values[0] ?? ''} onChange={(text) => set({ values: [text] })} />
      )}
    </>
  );
}

interface FormProps<K extends Step['kind']> {
  readonly step: StepOf<K>;
  readonly set: (change: object) => void;
}

interface JoinFormProps extends FormProps<'join-columns'> {
  readonly choices: ReturnType<typeof columnChoices>;
}

const ordinals = ['First', 'Second', 'Third', 'Fourth'];

function JoinForm({ step, choices, set }: JoinFormProps) {
  return (
    <>
      {step.columns.map((column, place) => {
        const label = ordinals[place] ?? `Column ${place + 1}`;
        return (
          <Pick
            key={label}
            label={label}
            value={column}
            choices={withCurrent(choices, column)}
            onChange={(chosen) => set({ columns: step.columns.map((each, i) => (i === place ? chosen : each)) })}
          />
        );
      })}
      <TextInput label="Between them" value={step.between} onChange={(between) => set({ between })} />
      <TextInput label="Name" value={step.into} onChange={(into) => into.trim() && set({ into: into.trim() })} />
      <Pick
        label="The joined columns"
        value={step.drop ? 'go' : 'stay'}
        choices={[
          { value: 'stay', label: 'stay' },
          { value: 'go', label: 'are taken away' },
        ]}
        onChange={(chosen) => set({ drop: chosen === 'go' })}
      />
    </>
  );
}

interface StackFormProps extends FormProps<'stack-columns'> {
  readonly choices: ReturnType<typeof columnChoices>;
}

/** From which column to which: those between them, in the order of the table, are stacked. */
function StackForm({ step, choices, set }: StackFormProps) {
  const names = choices.map(({ value }) => value).filter((value) => value !== '');
  const [first = '', last = ''] = [step.columns[0], step.columns.at(-1)];
  const between = (from: string, to: string) => {
    const [a, b] = [names.indexOf(from), names.indexOf(to)];
    if (a >= 0 && b >= 0 && a !== b) set({ columns: names.slice(Math.min(a, b), Math.max(a, b) + 1) });
  };
  return (
    <>
      <Pick label="From" value={first} choices={withCurrent(choices, first)} onChange={(from) => between(from, last)} />
      <Pick label="To" value={last} choices={withCurrent(choices, last)} onChange={(to) => between(first, to)} />
      <TextInput
        label="Their names go to"
        value={step.names}
        onChange={(to) => to.trim() && set({ names: to.trim() })}
      />
      <TextInput label="Their cells go to" value={step.into} onChange={(to) => to.trim() && set({ into: to.trim() })} />
    </>
  );
}

function PeriodsForm({ step, set }: FormProps<'keep-periods'>) {
  const cube = useSession((state) => state.cube);
  return (
    <>
      <TextInput
        label="From"
        value={step.from}
        placeholder={cube?.periods[0]?.key ?? ''}
        onChange={(from) => set({ from })}
      />
      <TextInput
        label="To"
        value={step.to}
        placeholder={cube?.periods.at(-1)?.key ?? ''}
        onChange={(to) => set({ to })}
      />
    </>
  );
}

function CategoriesForm({ step, set }: FormProps<'pick-categories'>) {
  return (
    <>
      <Pick
        label="These are"
        value={step.keep ? 'keep' : 'leave'}
        choices={[
          { value: 'keep', label: 'kept, and no others' },
          { value: 'leave', label: 'left out' },
        ]}
        onChange={(chosen) => set({ keep: chosen === 'keep' })}
      />
      <CategoryList step={step} onChange={(categories) => categories.length > 0 && set({ categories })} />
    </>
  );
}

interface MeasureFormProps extends FormProps<'measure'> {
  readonly by: React.ReactNode;
}

function MeasureForm({ step, by, set }: MeasureFormProps) {
  return (
    <>
      <Pick label="Show" value={step.measure} choices={measureChoices} onChange={(measure) => set({ measure })} />
      {step.measure === 'moving-average' && (
        <NumberInput label="Periods" value={step.window} min={2} max={1000} onChange={(window) => set({ window })} />
      )}
      {step.measure === 'ratio' && by}
    </>
  );
}

function EditedCells({ step }: { readonly step: StepOf<'edit-cells'> }) {
  return (
    <ul className="max-h-40 overflow-y-auto font-mono text-[11px]">
      {step.cells.slice(0, 200).map(({ row, column: name, was, text }) => (
        <li key={`${row}\n${name}`} className="truncate">
          {name}, row {row}: {was || 'blank'} → {text || 'blank'}
        </li>
      ))}
    </ul>
  );
}
