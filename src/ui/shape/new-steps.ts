import type { Cube } from '@/core/shaping/cube';
import type { StepPlan } from '@/core/shaping/steps/step';
import type { ColumnSummary } from '@/workers/protocol';

/** A step that can be added, as it starts out. */
export interface NewStep {
  readonly label: string;
  readonly about: string;
  readonly make: (columns: readonly ColumnSummary[], cube: Cube | null) => StepPlan;
}

const textColumn = (columns: readonly ColumnSummary[], nth = 0) => {
  const texts = columns.filter(({ kind }) => kind === 'text');
  return (texts[nth] ?? texts[0] ?? columns[0])?.name ?? '';
};

/** Every step that can be added by hand, in the order in which people need them. */
export const newSteps: readonly NewStep[] = [
  {
    label: 'Keep or leave out rows',
    about: 'By the values of any column',
    make: (columns) => ({ kind: 'filter-rows', column: textColumn(columns), test: 'is-not', values: [''] }),
  },
  {
    label: 'Pick categories',
    about: 'Keep only some, or leave some out',
    make: (_, cube) => ({ kind: 'pick-categories', keep: false, categories: [cube?.categories.at(-1) ?? ''] }),
  },
  {
    label: 'Pick a span of periods',
    about: 'From one period to another',
    make: (_, cube) => ({
      kind: 'keep-periods',
      from: cube?.periods[0]?.key ?? '',
      to: cube?.periods.at(-1)?.key ?? '',
    }),
  },
  {
    label: 'Combine repeated rows',
    about: 'Sum, mean, median and so on of one period and category',
    make: () => ({ kind: 'combine', how: 'sum' }),
  },
  {
    label: 'Roll up into larger units',
    about: 'Districts into regions, by another column',
    make: (columns) => ({ kind: 'roll-up', column: textColumn(columns), into: textColumn(columns, 1) }),
  },
  {
    label: 'Coarser periods',
    about: 'Days into weeks, months, quarters or years',
    make: () => ({ kind: 'coarser', every: 'month', how: 'sum' }),
  },
  {
    label: 'Measure',
    about: 'Running total, change, share, index, moving average, ratio',
    make: () => ({ kind: 'measure', measure: 'running-total', window: 3, by: '' }),
  },
  {
    label: 'Read names as others',
    about: 'Merge spellings, translate, shorten',
    make: (columns) => ({ kind: 'recode', column: textColumn(columns), pairs: [{ from: '', to: '' }] }),
  },
  {
    label: 'Fill blanks from above',
    about: 'Names that stand once above their rows',
    make: (columns) => ({ kind: 'fill-down', column: textColumn(columns) }),
  },
  {
    label: 'Join columns',
    about: 'A year and a month into one period',
    make: (columns) => ({
      kind: 'join-columns',
      columns: [columns[0]?.name ?? '', columns[1]?.name ?? columns[0]?.name ?? ''],
      into: 'Joined',
      between: ' ',
    }),
  },
  {
    label: 'Stack columns',
    about: 'Columns of months below each other, each with its name',
    make: (columns) => {
      const numbers = columns.filter(({ kind }) => kind === 'number').map(({ name }) => name);
      const stacked = numbers.length > 1 ? numbers : columns.slice(-2).map(({ name }) => name);
      return { kind: 'stack-columns', columns: stacked, names: 'Name', into: 'Value' };
    },
  },
  {
    label: 'Drop rows that stand twice',
    about: 'Rows that are the same in every cell',
    make: () => ({ kind: 'drop-repeats' }),
  },
  {
    label: 'Tidy texts',
    about: 'Invisible characters and doubled spaces',
    make: () => ({ kind: 'tidy-text' }),
  },
];
