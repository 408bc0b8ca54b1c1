import type { LegendContent } from '../../chart/legend';
import type { ChartPicture, ChartReadout, Mark, PlanInput } from '../family';
import { defineFamily } from '../family';
import { extremesOf } from '../shared/domain';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { prepareDomain } from '../shared/standings/race-domain';
import { standingsReadout } from '../shared/standings/readout';
import { standingsToken } from '../shared/standings/tokens';
import type { BarAt } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';
import { type RaceCourse, raceCourse, type ToldRace } from './course';
import type { RankedBarsOwn } from './document';
import { rankedBarsKnown } from './known';
import { raceNumbers } from './numbers';
import { planRankedBars } from './plan';
import { rankedBarsNodes } from './ranked-bars-scene';
import { pictureUnitOf } from './repeated';

/** The ends of bars, for notes that travel with them, and the bars themselves. */
function marksOf(plan: RankedBarsPlan, bars: readonly BarAt[]): ReadonlyMap<number, Mark> {
  const lying = plan.chart.dress.bars.direction === 'lying';
  const marks = new Map<number, Mark>();
  for (const { category, across, thickPx, from, to, opacity } of bars) {
    const middle = across + plan.slotPx / 2;
    const [low, lengthPx] = [Math.min(from, to), Math.abs(to - from)];
    const start = middle - thickPx / 2;
    marks.set(category, {
      x: lying ? to : plan.field.x + middle,
      y: lying ? plan.field.y + middle : to,
      opacity,
      outline: lying
        ? { x: low, y: plan.field.y + start, widthPx: lengthPx, heightPx: thickPx }
        : { x: plan.field.x + start, y: low, widthPx: thickPx, heightPx: lengthPx },
    });
  }
  return marks;
}

function pictureAt(plan: RankedBarsPlan, timeSec: number): ChartPicture {
  const { nodes, bars, words } = rankedBarsNodes(plan, timeSec);
  return { nodes, words, marks: () => marksOf(plan, bars) };
}

/** What one picture of a row stands for, in words; null where marks are no rows of pictures. */
function unitWords({ chart, course, formatValue }: ToldRace): string | null {
  return chart.own.form === 'repeated' ? `one picture is ${formatValue(pictureUnitOf(course.race))}` : null;
}

function legendOf(told: ToldRace): LegendContent | null {
  const words = unitWords(told);
  return words === null ? null : { kind: 'names', entries: [{ name: words, colour: UNIT_COLOUR }] };
}

function readoutAt(told: ToldRace, timeSec: number): ChartReadout {
  const readout = standingsReadout(told, timeSec);
  const words = unitWords(told);
  return words === null ? readout : { ...readout, sentence: `${readout.sentence} In the rows ${words}.` };
}

/** Of the sign in the legend that stands for any picture. */
const UNIT_COLOUR = '#8A8F94';

/** A race of ranked bars, lying or standing. */
export const rankedBars = defineFamily<RankedBarsOwn, RaceCourse, RankedBarsPlan>({
  ...rankedBarsKnown,
  courseOf: raceCourse,
  valueEnds: ({ course }: ToldRace) => extremesOf(prepareDomain(course.race, { kind: 'fixed' })),
  legendOf,
  planOf: (input: PlanInput<RankedBarsOwn, RaceCourse>) => planRankedBars(input),
  pictureAt,
  buildOf: ({ build }) => build,
  imageIds: ({ pictures }) => pictures.flatMap((ref) => (ref ? [ref.imageId] : [])),
  readoutAt,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told) => standingsMoments(told, told.chart.own.order),
  numbers: raceNumbers,
});
