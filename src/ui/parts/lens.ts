import type { Dress } from '@/core/project/dress';
import type { Chart, Stage } from '@/core/project/project';
import type { ProjectDraft } from '@/state/document';

type ChartDraft = ProjectDraft['charts'][number];
type DressDraft = ChartDraft['dress'];
type StageDraft = ProjectDraft['film']['stage'];

/** A place in the chart that a control shows and changes. */
export interface Lens<T> {
  readonly read: (chart: Chart) => T;
  readonly write: (chart: ChartDraft, value: T) => void;
}

/** A value of the dress: `dress('bars', 'thickness')`. */
export function dress<A extends keyof Dress, B extends keyof Dress[A]>(part: A, key: B): Lens<Dress[A][B]> {
  return {
    read: (chart) => chart.dress[part][key],
    write: (chart, value) => {
      (chart.dress[part] as DressDraft[A] & Record<B, unknown>)[key] = value as never;
    },
  };
}

/** A value that lies directly in one part of the chart: `inChart('numbers', 'prefix')`. */
export function inChart<A extends keyof Chart, B extends keyof Chart[A]>(part: A, key: B): Lens<Chart[A][B]> {
  return {
    read: (chart) => chart[part][key],
    write: (chart, value) => {
      (chart[part as keyof ChartDraft] as unknown as Record<B, unknown>)[key] = value;
    },
  };
}

/** A value of the chart itself. */
export function ofChart<A extends keyof Chart & keyof ChartDraft>(key: A): Lens<Chart[A]> {
  return {
    read: (chart) => chart[key],
    write: (chart, value) => {
      (chart as unknown as Record<A, unknown>)[key] = value;
    },
  };
}

export type { ChartDraft, Stage, StageDraft };
