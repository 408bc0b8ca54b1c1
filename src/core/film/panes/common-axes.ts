import type { Course, CourseInput, Family, ToldChart } from '../../families/family';
import type { Chart } from '../../project/chart';
import { putAt, valueAt } from '../../project/document-value';
import type { CubePane } from '../../shaping/panes';

/** Ends of axes by the path at which the chart keeps their rule. */
type Ends = Map<string, readonly [number, number]>;

/**
 * The chart with axes that end where the farthest of all groups reaches: equal lengths then are equal values in all panes.
 * Ends that the person gave stay; charts without an axis stay as they are.
 */
export function commonAxes(
  family: Family,
  chart: Chart,
  groups: readonly CubePane[],
  courseOf: (pane: number, chart: Chart) => Course,
  { cube }: CourseInput,
): Chart {
  const paths = family.controls
    .filter(({ input }) => input.kind === 'made' && input.by === 'axis-range')
    .map(({ path }) => path)
    .filter((path) => (valueAt(chart, path) as { kind?: string } | undefined)?.kind !== 'given');
  if (paths.length === 0 || groups.length === 0) return chart;
  const still = structuredClone(chart) as Chart;
  for (const path of paths) putAt(still, path, { kind: 'fixed' });
  const ends: Ends = new Map();
  groups.forEach((group, i) => {
    // Of what is told, ends of axes need the values alone.
    const told = { chart: still, cube: group.cube, course: courseOf(i, still), focuses: [] } as unknown as ToldChart;
    for (const path of paths) {
      const [min, max] = family.axisEnds?.(told, path) ?? family.valueEnds(told);
      const before = ends.get(path);
      ends.set(path, before ? [Math.min(before[0], min), Math.max(before[1], max)] : [min, max]);
    }
  });
  if (cube.categories.length === 0) return chart;
  const shared = structuredClone(chart) as Chart;
  for (const [path, [min, max]] of ends) if (max > min) putAt(shared, path, { kind: 'given', min, max });
  return shared;
}
