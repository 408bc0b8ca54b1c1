import type { Combine } from '../combine';

interface StepBase {
  readonly id: string;
  /** What the person calls the step; `''` shows what it does. */
  readonly name: string;
  readonly on: boolean;
}

/** How a cell is compared. `at-least` and `at-most` compare numbers. */
export const rowTests = ['is', 'is-not', 'contains', 'contains-not', 'at-least', 'at-most'] as const;
export type RowTest = (typeof rowTests)[number];

/** A cell changed by hand. `row` is the row's number in its source; `was` is the text it had, so that a step notices when it no longer fits. */
export interface CellEdit {
  readonly row: number;
  readonly column: string;
  readonly was: string;
  readonly text: string;
}

/** Steps made by editing the grid; they stand before all others. */
export type HandStep = StepBase &
  (
    | { readonly kind: 'edit-cells'; readonly cells: readonly CellEdit[] }
    | { readonly kind: 'add-rows'; readonly before: number | null; readonly numbers: readonly number[] }
    | { readonly kind: 'remove-rows'; readonly rows: readonly number[] }
    | { readonly kind: 'move-rows'; readonly rows: readonly number[]; readonly before: number | null }
    | { readonly kind: 'sort-rows'; readonly column: string; readonly direction: 'up' | 'down' }
    | { readonly kind: 'add-column'; readonly column: string; readonly before: string }
    | { readonly kind: 'remove-columns'; readonly columns: readonly string[] }
    | { readonly kind: 'rename-column'; readonly column: string; readonly to: string }
    | { readonly kind: 'move-column'; readonly column: string; readonly before: string }
    | {
        readonly kind: 'replace-text';
        /** `''` looks in every column. */
        readonly column: string;
        readonly find: string;
        readonly put: string;
        readonly whole: boolean;
        readonly matchCase: boolean;
      }
  );

/** Steps that turn one table into another. */
export type TableStep = StepBase &
  (
    | {
        readonly kind: 'filter-rows';
        readonly column: string;
        readonly test: RowTest;
        readonly values: readonly string[];
      }
    | {
        readonly kind: 'recode';
        readonly column: string;
        readonly pairs: readonly { readonly from: string; readonly to: string }[];
      }
    | { readonly kind: 'roll-up'; readonly column: string; readonly into: string }
    | { readonly kind: 'tidy-text' }
    | { readonly kind: 'fill-down'; readonly column: string }
    | {
        readonly kind: 'join-columns';
        readonly columns: readonly string[];
        readonly into: string;
        readonly between: string;
        /** Takes the joined columns away; they stay when left out. */
        readonly drop?: boolean;
      }
    | {
        /** Puts the cells of some columns below each other, each with the name of its column. */
        readonly kind: 'stack-columns';
        readonly columns: readonly string[];
        /** What the column of the names is called, and that of the cells. */
        readonly names: string;
        readonly into: string;
      }
    | { readonly kind: 'drop-repeats' }
  );

export const grains = ['week', 'month', 'quarter', 'year'] as const;
export type Grain = (typeof grains)[number];

export const measures = [
  'running-total',
  'change',
  'change-percent',
  'share',
  'index',
  'moving-average',
  'ratio',
] as const;
export type Measure = (typeof measures)[number];

/** Steps on the values by period and category. */
export type SeriesStep = StepBase &
  (
    | { readonly kind: 'combine'; readonly how: Combine }
    | { readonly kind: 'keep-periods'; readonly from: string; readonly to: string }
    | { readonly kind: 'pick-categories'; readonly keep: boolean; readonly categories: readonly string[] }
    | { readonly kind: 'coarser'; readonly every: Grain; readonly how: Combine }
    | {
        readonly kind: 'measure';
        readonly measure: Measure;
        /** Periods of a moving average. */
        readonly window: number;
        /** Column (or category) that a ratio divides by. */
        readonly by: string;
      }
  );

/** A step of the preparation. */
export type Step = HandStep | TableStep | SeriesStep;
export type StepKind = Step['kind'];
export type StepOf<K extends StepKind> = Extract<Step, { kind: K }>;

type WithoutBase<T> = T extends unknown ? Omit<T, keyof StepBase> : never;
/** What a step does, without its id, name and switch: as suggestions and step files write it. */
export type StepPlan = WithoutBase<Step>;

const handKinds: ReadonlySet<StepKind> = new Set<HandStep['kind']>([
  'edit-cells',
  'add-rows',
  'remove-rows',
  'move-rows',
  'sort-rows',
  'add-column',
  'remove-columns',
  'rename-column',
  'move-column',
  'replace-text',
]);
const seriesKinds: ReadonlySet<StepKind> = new Set<SeriesStep['kind']>([
  'combine',
  'keep-periods',
  'pick-categories',
  'coarser',
  'measure',
]);

/** Where a step stands: made by hand in the grid, on the table, or on the series. */
export function sectionOf(kind: StepKind): 'hand' | 'table' | 'series' {
  if (handKinds.has(kind)) return 'hand';
  return seriesKinds.has(kind) ? 'series' : 'table';
}

export function isSeriesStep(step: Step): step is SeriesStep {
  return sectionOf(step.kind) === 'series';
}

export function isHandStep(step: Step): step is HandStep {
  return sectionOf(step.kind) === 'hand';
}

/** Steps in the order in which they run: by hand, on the table, on the series; within each as the person put them. */
export function inOrder(steps: readonly Step[]): Step[] {
  return (['hand', 'table', 'series'] as const).flatMap((section) =>
    steps.filter(({ kind }) => sectionOf(kind) === section),
  );
}
