import type { Course, ToldChart } from '../../families/family';
import type { Chart } from '../../project/chart';
import type { Cube } from '../../shaping/cube';
import type { PaneOrder } from './pane-order';

/** One of several charts side by side. */
export interface Pane {
  readonly name: string;
  readonly cube: Cube;
  readonly course: Course;
  readonly chart: Chart;
}

/** A course with those of all panes; what the chosen group itself does comes first. */
export interface PanesCourse extends Course {
  readonly panes: readonly Pane[];
  readonly orderAt: PaneOrder;
}

/** The chart of a pane as the family itself knows it. */
export function toldOfPane(told: ToldChart, { cube, course, chart }: Pane): ToldChart {
  return { ...told, cube, course, chart };
}
