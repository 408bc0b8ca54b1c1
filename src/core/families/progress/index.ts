import type { PlanInput } from '../family';
import { defineFamily } from '../family';
import { type CellsCourse, cellsCourse, cellsReadout, cellValue, type ToldCells } from '../shared/cells/cells-course';
import { percentFormat } from '../shared/percent';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsToken } from '../shared/standings/tokens';
import type { ProgressOwn } from './document';
import { endsFor, shareOfWay } from './ends';
import { progressKnown } from './known';
import { progressPicture } from './picture';
import { type ProgressPlan, planProgress } from './plan';

type ToldProgress = ToldCells<ProgressOwn>;

function frameAt({ course, cube, chart }: ToldProgress, timeSec: number) {
  const ends = endsFor(course, chart);
  const rows = course.picked.flatMap((category, cell) => {
    const value = cellValue(course, cell, timeSec);
    return Number.isNaN(value) ? [] : [{ category: cube.categories[category], value, share: shareOfWay(ends, value) }];
  });
  return { domain: [ends.from, ends.to] as const, rows };
}

function readoutAt(told: ToldProgress, timeSec: number) {
  const { course, chart, formatValue } = told;
  const ends = endsFor(course, chart);
  const percent = percentFormat(chart.numbers);
  const readout = cellsReadout(told, timeSec, (value) => `${formatValue(value)} (${percent(shareOfWay(ends, value))})`);
  const way = `The way goes from ${formatValue(ends.from)} to ${formatValue(ends.to)}`;
  const mark = chart.own.target ? `, with a mark at ${formatValue(chart.own.targetValue)}` : '';
  return { ...readout, sentence: `${readout.sentence} ${way}${mark}.` };
}

/** How far values have come on the way to an end: rings, bars, or parts of a round with a needle. */
export const progress = defineFamily<ProgressOwn, CellsCourse, ProgressPlan>({
  ...progressKnown,
  courseOf: cellsCourse,
  valueEnds: ({ course, chart }: ToldProgress) => {
    const { from, to } = endsFor(course, chart);
    return [from, to];
  },
  planOf: (input: PlanInput<ProgressOwn, CellsCourse>) => planProgress(input),
  pictureAt: progressPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) => course.picked.flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldProgress) => standingsMoments(told, 'largest'),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
