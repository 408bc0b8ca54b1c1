import type { PlanInput } from '../family';
import { defineFamily } from '../family';
import {
  type CellsCourse,
  cellsCourse,
  cellsReadout,
  cellValueAt,
  eachCellValue,
  positionOf,
  type ToldCells,
} from '../shared/cells/cells-course';
import { changeAt, changeFormat } from '../shared/cells/change';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { standingsToken } from '../shared/standings/tokens';
import type { NumberOwn } from './document';
import { numberKnown } from './known';
import { numberPicture } from './picture';
import { type NumberPlan, planNumber } from './plan';

type ToldNumber = ToldCells<NumberOwn>;

function frameAt({ course, cube, chart }: ToldNumber, timeSec: number) {
  const position = positionOf(course, timeSec);
  const rows = course.picked.flatMap((category, cell) => {
    const value = cellValueAt(course, cell, position);
    const change = changeAt(course.values, cell, position, chart.own);
    return Number.isNaN(value)
      ? []
      : [{ category: cube.categories[category], value, ...(change ? { change: change.amount } : {}) }];
  });
  return { rows };
}

function readoutAt(told: ToldNumber, timeSec: number) {
  const { course, chart, formatValue } = told;
  const format = changeFormat(chart.own, chart.numbers, formatValue);
  const position = positionOf(course, timeSec);
  return cellsReadout(told, timeSec, (value, cell) => {
    const change = changeAt(course.values, cell, position, chart.own);
    return change ? `${formatValue(value)} (${format(change)})` : formatValue(value);
  });
}

function valueEnds({ course }: ToldNumber): readonly [number, number] {
  let [low, high] = [0, 0];
  eachCellValue(course, (value) => {
    low = Math.min(low, value);
    high = Math.max(high, value);
  });
  return [low, high];
}

/** One to six numbers that count, with what has changed and the way so far. */
export const bigNumber = defineFamily<NumberOwn, CellsCourse, NumberPlan>({
  ...numberKnown,
  courseOf: cellsCourse,
  valueEnds,
  planOf: (input: PlanInput<NumberOwn, CellsCourse>) => planNumber(input),
  pictureAt: numberPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, course }) => course.picked.flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt,
  tokenAt: standingsToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldNumber) => standingsMoments(told, 'largest'),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
