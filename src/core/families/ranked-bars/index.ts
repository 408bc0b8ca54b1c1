import type { ChartPicture, Mark, PlanInput } from '../family';
import { defineFamily } from '../family';
import { extremesOf } from '../shared/domain';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsReadout } from '../shared/standings/readout';
import { standingsToken } from '../shared/standings/tokens';
import type { BarAt } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';
import { type RaceCourse, raceCourse, type ToldRace } from './course';
import type { RankedBarsOwn } from './document';
import { rankedBarsKnown } from './known';
import { raceNumbers } from './numbers';
import { planRankedBars } from './plan';
import { prepareDomain } from './race-domain';
import { rankedBarsNodes } from './ranked-bars-scene';

/** The ends of bars, for notes that travel with them, and the bars themselves. */
function marksOf(plan: RankedBarsPlan, bars: readonly BarAt[]): ReadonlyMap<number, Mark> {
  const lying = plan.chart.dress.bars.direction === 'lying';
  const marks = new Map<number, Mark>();
  for (const { category, across, from, to, opacity } of bars) {
    const middle = across + plan.slotPx / 2;
    const [low, lengthPx] = [Math.min(from, to), Math.abs(to - from)];
    const start = middle - plan.thickPx / 2;
    marks.set(category, {
      x: lying ? to : plan.field.x + middle,
      y: lying ? plan.field.y + middle : to,
      opacity,
      outline: lying
        ? { x: low, y: plan.field.y + start, widthPx: lengthPx, heightPx: plan.thickPx }
        : { x: plan.field.x + start, y: low, widthPx: plan.thickPx, heightPx: lengthPx },
    });
  }
  return marks;
}

function pictureAt(plan: RankedBarsPlan, timeSec: number): ChartPicture {
  const { nodes, bars, words } = rankedBarsNodes(plan, timeSec);
  return { nodes, words, marks: () => marksOf(plan, bars) };
}

/** A race of ranked bars, lying or standing. */
export const rankedBars = defineFamily<RankedBarsOwn, RaceCourse, RankedBarsPlan>({
  ...rankedBarsKnown,
  courseOf: raceCourse,
  valueEnds: ({ course }: ToldRace) => extremesOf(prepareDomain(course.race, { kind: 'fixed' })),
  planOf: (input: PlanInput<RankedBarsOwn, RaceCourse>) => planRankedBars(input),
  pictureAt,
  imageIds: ({ pictures }) => pictures.flatMap((ref) => (ref ? [ref.imageId] : [])),
  readoutAt: standingsReadout,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told) => standingsMoments(told, told.chart.own.order),
  numbers: raceNumbers,
});
