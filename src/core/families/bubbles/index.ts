import type { Colours } from '../../chart/colours';
import type { LegendContent } from '../../chart/legend';
import type { ChartReadout, PlanInput } from '../family';
import { defineFamily } from '../family';
import { domainAt, extremesOf } from '../shared/domain';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsReadout } from '../shared/standings/readout';
import { standingsNumbers } from '../shared/standings/rows';
import { standingsToken } from '../shared/standings/tokens';
import { bubblesDomain } from './axes';
import { type BubblesCourse, bubblesAt, bubblesCourse, sizeRole, type ToldBubbles } from './course';
import type { BubblesOwn, ValueRole } from './document';
import { bubblesKnown } from './known';
import { bubblesPicture, shadeEnds } from './picture';
import { type BubblesPlan, formatOfRole, nameOfRole, planBubbles } from './plan';

const known = (value: number) => (Number.isNaN(value) ? undefined : value);

const absent = { across: Number.NaN, up: Number.NaN, size: Number.NaN, value: Number.NaN };

const bubblesByCategory = ({ course, cube, chart }: ToldBubbles, timeSec: number) =>
  new Map(bubblesAt(course, cube, chart.own, timeSec).map((bubble) => [bubble.category, bubble]));

function frameAt(told: ToldBubbles, timeSec: number) {
  const { course } = told;
  if (course.refused !== null) return { rows: [] };
  const at = bubblesByCategory(told, timeSec);
  const rows = standingsNumbers(told, timeSec, ({ category }) => {
    const { across, up, size, value } = at.get(category) ?? absent;
    return { value: known(value), x: known(across), y: known(up), size: known(size) };
  });
  const { min, max } = domainAt(bubblesDomain(told, 'across'), timeSec);
  return { domain: [min, max] as const, rows };
}

/** What a role is called in a sentence. */
const called = (told: ToldBubbles, role: ValueRole) => nameOfRole(told.cube, role) || `the ${role} value`;

/** The roles that bubbles show, each once. */
function rolesOf({ cube, chart }: ToldBubbles): ValueRole[] {
  const size = sizeRole(cube, chart.own);
  return [...new Set([chart.own.across, chart.own.up, ...(size ? [size] : [])])];
}

/** The bubbles by rank, each with all the values that it shows. */
function readoutAt(told: ToldBubbles, timeSec: number): ChartReadout {
  const { course, chart } = told;
  const readout = standingsReadout(told, timeSec);
  if (course.refused !== null) return { ...readout, rows: [], sentence: `${readout.periodLabel}: ${course.refused}` };
  const roles = rolesOf(told);
  const formats = new Map(roles.map((role) => [role, formatOfRole(told, role)]));
  const at = bubblesByCategory(told, timeSec);
  const rows = readout.rows.map((row) => {
    const bubble = at.get(row.category);
    const shownOf = (role: ValueRole) =>
      role === chart.own.across ? bubble?.across : role === chart.own.up ? bubble?.up : bubble?.size;
    const valueText = roles.map((role) => formats.get(role)?.(shownOf(role) ?? 0) ?? '').join(' · ');
    return { ...row, valueText };
  });
  const heads = roles.map((role) => called(told, role)).join(', ');
  const said = rows.map(({ name, valueText }) => `${name} ${valueText.replaceAll(' · ', ', ')}`).join('; ');
  return { ...readout, rows, sentence: `${readout.periodLabel}, ${heads}: ${said}.` };
}

const SIZE_COLOUR = '#8A8F94';

/** The legend says what areas stand for; colours that follow values have their own ramp. */
function legendOf(told: ToldBubbles, colours: Colours): LegendContent | null {
  const { cube, chart } = told;
  const { colour } = chart.dress;
  if (colours.ofShare && colour.by === 'value') {
    const format = formatOfRole(told, chart.own.shade);
    const [least, most] = shadeEnds(told);
    return { kind: 'ramp', colours: colour.ramp, ends: [format(least), format(most)] };
  }
  const size = sizeRole(cube, chart.own);
  const area = size ? [{ name: `Area: ${called(told, size)}`, colour: SIZE_COLOUR }] : [];
  const entries = [...colours.groups, ...area];
  return entries.length > 0 ? { kind: 'names', entries } : null;
}

/** Bubbles: one value across, one up, one as the area, and the paths that names take through time. */
export const bubbles = defineFamily<BubblesOwn, BubblesCourse, BubblesPlan>({
  ...bubblesKnown,
  courseOf: bubblesCourse,
  valueEnds: shadeEnds,
  axisEnds: (told, path) => extremesOf(bubblesDomain(told, path === 'own.upDomain' ? 'up' : 'across')),
  legendOf,
  planOf: (input: PlanInput<BubblesOwn, BubblesCourse>) => planBubbles(input),
  pictureAt: bubblesPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) =>
    Array.from(course.race.series.categories).flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldBubbles) => standingsMoments(told, 'largest'),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
