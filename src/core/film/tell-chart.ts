import { placeFocuses } from '../chart/focus';
import type { Family, ToldChart } from '../families/family';
import type { Memory } from '../families/memory';
import type { Chart } from '../project/chart';
import type { Stage } from '../project/film';
import { decimalsOf, largestOf, numberFormat } from '../scale/number-format';
import { periodLabel } from '../scale/period-format';
import { plainLine } from '../scene/text-fit';
import { type Cube, takePeriods } from '../shaping/cube';

/** A label of a period is cut after so many characters: no stage has room for more. */
const LABEL_LENGTH = 200;

/** What a chart is told from. */
export interface TellInput {
  readonly chart: Chart;
  readonly cube: Cube;
  readonly family: Family;
  readonly stage: Stage;
  readonly framesPerSec: number;
  readonly memory: Memory;
}

/** Values, times and words of a chart, without its look: all that numbers and texts need. @throws RangeError if the cube has no period. */
export function tellChart({ chart, cube: whole, family, stage, framesPerSec, memory }: TellInput): ToldChart {
  const cube = shownCube(chart, whole, family, memory);
  const { locale } = chart.numbers;
  const course = family.courseOf({ chart, cube, framesPerSec, memory });
  return {
    chart,
    stage,
    cube,
    course,
    focuses: placeFocuses(chart.focuses, cube, course.clock),
    periodLabels: cube.periods.map((period) =>
      plainLine(periodLabel(cube.kind, period, chart.datePattern, locale).slice(0, LABEL_LENGTH)),
    ),
    formatValue: numberFormat(chart.numbers, decimalsOf(cube.values), largestOf(cube.values)),
  };
}

/**
 * What of the values a chart shows: all of them, or up to the moment that it is built from; of marks that do not lie along
 * the periods that moment alone.
 */
function shownCube({ play }: Chart, cube: Cube, family: Family, memory: Memory): Cube {
  if (play.kind !== 'built' || cube.periods.length === 0) return cube;
  const found = cube.periods.findIndex(({ key }) => key === play.periodKey);
  const last = found < 0 ? cube.periods.length - 1 : found;
  const first = family.plays.includes('drawn') || family.uses.has('past') ? 0 : last;
  return memory.once('shown cube', [cube, first, last], () => takePeriods(cube, first, last + 1));
}
