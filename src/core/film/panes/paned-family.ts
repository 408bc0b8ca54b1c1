import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type {
  ChartEvent,
  ChartReadout,
  CourseInput,
  Family,
  FrameNumbers,
  PlanInput,
  ToldChart,
} from '../../families/family';
import { Memory } from '../../families/memory';
import type { Chart } from '../../project/chart';
import { plainLine } from '../../scene/text-fit';
import type { Cube } from '../../shaping/cube';
import { commonAxes } from './common-axes';
import { paneOrderOf } from './pane-order';
import { type Pane, type PanesCourse, toldOfPane } from './panes-course';
import { panesPicture, paneUnder } from './picture';
import { type PanesPlan, planPanes } from './plan';

/** The memories of panes, so that they do not push each other's work out. */
const memories = new WeakMap<Memory, Memory[]>();

function memoryOf(memory: Memory, pane: number): Memory {
  const list = memories.get(memory) ?? [];
  memories.set(memory, list);
  list[pane] ??= new Memory();
  return list[pane];
}

const panesOf = ({ course }: ToldChart) => (course as PanesCourse).panes;

/**
 * The family with a chart for each group of the cube, side by side: it does for all panes what the family does for one, and
 * tells panel, map and moments of the group that is chosen.
 */
export function panedFamily(family: Family): Family {
  return {
    ...family,
    courseOf: (input) => coursesOf(family, input),
    legendOf: (told, colours) => legendOf(family, told, colours),
    planOf: (input) => planPanes(family, input as PlanInput<unknown, PanesCourse>),
    pictureAt: (plan, timeSec) => panesPicture(plan as PanesPlan, timeSec),
    periodAt: (plan, timeSec, at) => {
      const under = paneUnder(plan as PanesPlan, timeSec, at);
      return under ? (family.periodAt?.(under.pane.plan, timeSec, under.at) ?? null) : null;
    },
    imageIds: (plan) => [...new Set((plan as PanesPlan).panes.flatMap((pane) => family.imageIds(pane.plan)))],
    buildOf: (plan) => {
      const [first] = (plan as PanesPlan).panes;
      return first ? family.buildOf(first.plan) : null;
    },
    readoutAt: (told, timeSec) => readoutAt(family, told, timeSec),
    numbers: {
      ...family.numbers,
      frameAt: (told, timeSec) => numbersAt(family, told, timeSec),
      events: (told) => eventsOf(family, told),
    },
  };
}

function coursesOf(family: Family, input: CourseInput): PanesCourse {
  const { cube, memory } = input;
  const { panes: style, pace } = input.chart;
  const groups = (cube.panes ?? []).slice(0, style.most);
  // Beats that are slow where much happens would be others in each pane, and their playheads would part.
  const chart: Chart = { ...input.chart, pace: { ...pace, slowAtSwaps: 0 } };
  const chosen = family.courseOf({ ...input, chart });
  const courseOf = (pane: number, ofPane: Chart) =>
    family.courseOf({ ...input, chart: ofPane, cube: groups[pane]?.cube ?? cube, memory: memoryOf(memory, pane) });
  const roomy = {
    ...chart,
    own: withPlaces(
      chart.own,
      groups.map((group) => group.cube),
    ),
  };
  const shared = style.axes === 'common' ? commonAxes(family, roomy, groups, courseOf, input) : roomy;
  const panes = groups.map(
    ({ name, cube: own }, i): Pane => ({ name, cube: own, course: courseOf(i, shared), chart: shared }),
  );
  return { ...chosen, panes, orderAt: paneOrderOf(groups, chosen.clock, chart) };
}

/** No pane keeps places free that no group ever fills. */
function withPlaces(own: unknown, cubes: readonly Cube[]): unknown {
  const most = Math.max(1, ...cubes.map(knownCount));
  const changed = { ...(own as Record<string, unknown>) };
  for (const key of ['places', 'most']) {
    const value = changed[key];
    if (typeof value === 'number') changed[key] = Math.min(value, most);
  }
  return changed;
}

/** How many categories have a value at all. */
function knownCount({ values, categories }: Cube): number {
  const known = new Set<number>();
  values.forEach((value, at) => {
    if (!Number.isNaN(value)) known.add(at % categories.length);
  });
  return known.size;
}

function legendOf(family: Family, told: ToldChart, colours: Colours): LegendContent | null {
  const legends = panesOf(told).map((pane) => family.legendOf?.(toldOfPane(told, pane), colours) ?? null);
  const [first] = legends;
  if (first?.kind !== 'names') return first ?? null;
  const entries = new Map(
    legends.flatMap((legend) => (legend?.kind === 'names' ? legend.entries : [])).map((entry) => [entry.name, entry]),
  );
  return { kind: 'names', entries: [...entries.values()] };
}

/** Characters of all groups together that are told as one sentence. */
const TOLD = 6000;

function readoutAt(family: Family, told: ToldChart, timeSec: number): ChartReadout {
  const readout = family.readoutAt(told, timeSec);
  const said = panesOf(told).map((pane) => {
    const { sentence, periodLabel } = family.readoutAt(toldOfPane(told, pane), timeSec);
    return `${plainLine(pane.name.slice(0, 200))}: ${sentence.replace(`${periodLabel}: `, '')}`;
  });
  const { group } = told.chart;
  return {
    ...readout,
    heading: group === '' ? readout.heading : `${plainLine(group.slice(0, 80))}, ${readout.heading}`,
    sentence: `${readout.periodLabel}. ${said.join(' ')}`.slice(0, TOLD),
  };
}

function numbersAt(family: Family, told: ToldChart, timeSec: number): FrameNumbers {
  const found = panesOf(told).map((pane) => family.numbers.frameAt(toldOfPane(told, pane), timeSec));
  const rows = found.flatMap((numbers, i) =>
    numbers.rows.map((row) => ({ group: panesOf(told)[i]?.name ?? '', ...row })),
  );
  const domain = told.chart.panes.axes === 'common' ? found[0]?.domain : undefined;
  return { ...(domain ? { domain } : {}), rows };
}

function* eventsOf(family: Family, told: ToldChart) {
  const all = panesOf(told).flatMap((pane) =>
    Array.from(family.numbers.events(toldOfPane(told, pane)), (event): ChartEvent => ({ group: pane.name, ...event })),
  );
  yield* all.sort((a, b) => Number(a.timeSec ?? 0) - Number(b.timeSec ?? 0));
}
