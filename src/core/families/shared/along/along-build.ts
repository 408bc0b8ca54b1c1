import { standsStill } from '../../../pace/film-clock';
import type { Chart } from '../../../project/chart';
import type { Course, ToldChart } from '../../family';
import {
  type Build,
  type BuildCourse,
  type BuildMark,
  type BuildMoment,
  buildAt,
  entranceOf,
  prepareBuild,
  turnsOf,
  wordsProgress,
} from '../build';
import type { PeriodPlaces } from './period-places';

interface AlongCourse extends Course {
  readonly periods: PeriodPlaces;
}

/**
 * Lays out how a chart along periods opens and closes: series after series, or stand after stand.
 *
 * @param marks By series.
 * @param standing The series in the order in which they stand; the table's where left out.
 */
export function alongBuild(
  {
    chart,
    cube,
    course,
    periodLabels,
  }: Pick<ToldChart<unknown, AlongCourse>, 'chart' | 'cube' | 'course' | 'periodLabels'>,
  marks: readonly BuildMark[],
  standing: readonly number[] = [...marks.keys()],
): BuildCourse {
  const inStanding = (build: Build) => {
    const found = turnsOf(
      build,
      standing.map((series) => marks[series] as BuildMark),
    );
    const turns = new Array<number>(marks.length).fill(0);
    standing.forEach((series, i) => {
      turns[series] = found.turns[i] ?? 0;
    });
    return { ...found, turns };
  };
  const stands = cube.periods.map(({ key }, p) => ({ key, name: periodLabels[p] ?? '' }));
  return prepareBuild(course.clock, chart, (build) =>
    comesByStand(chart, build) ? { turns: stands.map((_, p) => p), groups: stands } : inStanding(build),
  );
}

/** Stands come one after the other only where all of them are there from the start; else the playhead brings them. */
function comesByStand({ play }: Pick<Chart, 'play'>, build: Build): boolean {
  return play.kind === 'built' && build.order === 'stands';
}

/** How far marks and words have come at a moment. */
export interface AlongEntrance {
  /** Of a series at a period, in [0, 1]. Without a period: of the series as a whole. */
  readonly opacityOf: (series: number, period?: number) => number;
  /** Of a series at a period: 0 is not there, 1 is there; a spring goes a little beyond. 1 where marks do not grow. */
  readonly growthOf: (series: number, period?: number) => number;
  /** How far all series are drawn along the periods, where that is the same: a time of the run; null as far as the film is. */
  readonly together: number | null;
  /** How far a series is drawn or uncovered by itself: a time of the run, in seconds; null as far as all are. */
  readonly drawnTo: (series: number) => number | null;
  /** How much of a mark of a series at a period is uncovered, in [0, 1]. */
  readonly uncoveredOf: (series: number, period?: number) => number;
  /** How strongly the label at the head of a series shows, in [0, 1]. */
  readonly labelOf: (series: number) => number;
  readonly words: number;
}

const growing: readonly Build['how'][] = ['grow', 'spring'];
const drawing: readonly Build['how'][] = ['draw', 'wipe'];
/** The label of a line that is drawn comes when so much of it is there. */
const LABELLED = 0.7;

const one = () => 1;
const whole: AlongEntrance = {
  opacityOf: one,
  growthOf: one,
  together: null,
  drawnTo: () => null,
  uncoveredOf: one,
  labelOf: one,
  words: 1,
};

/** The entrance of a chart along periods at a moment. */
export function alongEntrance(course: BuildCourse, chart: Pick<Chart, 'play'>, timeSec: number): AlongEntrance {
  const moment = buildAt(course, timeSec);
  if (!moment) return whole;
  const words = wordsProgress(moment);
  if (moment.build.how === 'none') return { ...whole, words };
  return comesByStand(chart, moment.build) ? byStand(course, moment, words) : bySeries(course, moment, words);
}

const clamped = (progress: number) => Math.min(1, Math.max(0, progress));

function bySeries(course: BuildCourse, moment: BuildMoment, words: number): AlongEntrance {
  const { how } = moment.build;
  const progressOf = (series: number) => entranceOf(moment, moment.turns[series] ?? 0).progress;
  const grows = growing.includes(how);
  // While the playhead draws the chart itself, nothing else can: it fades.
  const draws = drawing.includes(how) && standsStill(course.clock);
  const { startSec } = moment.times;
  const together = draws && startSec.every((sec) => sec === startSec[0]);
  return {
    opacityOf: (series) => (draws ? Number(progressOf(series) > 0) : clamped(progressOf(series) * (grows ? 4 : 1))),
    growthOf: (series) => (grows ? progressOf(series) : 1),
    together: together ? runSecAt(course, progressOf(0)) : null,
    drawnTo: (series) => (draws && !together ? runSecAt(course, progressOf(series)) : null),
    uncoveredOf: (series) => (draws ? progressOf(series) : 1),
    labelOf: (series) =>
      draws && !together
        ? clamped((progressOf(series) - LABELLED) / (1 - LABELLED))
        : clamped(progressOf(series) * (grows ? 4 : 1)),
    words,
  };
}

/** All series together, one stand along the periods after the other. */
function byStand(course: BuildCourse, moment: BuildMoment, words: number): AlongEntrance {
  const { how } = moment.build;
  const progressOf = (period: number) => entranceOf(moment, period).progress;
  const [grows, draws] = [growing.includes(how), drawing.includes(how)];
  const { periodCount, spanStartSec } = course.clock;
  const last = periodCount - 1;
  // Lines and areas reach as far as the stands have come, each step of the run at its own pace.
  let reached = 0;
  for (let period = 1; period <= last; period++) reached += clamped(progressOf(period));
  const step = Math.min(Math.max(0, last - 1), Math.floor(reached));
  const from = spanStartSec[2 * step] ?? 0;
  const to = spanStartSec[2 * step + 2] ?? from;
  const fades = (period: number) => (draws ? 1 : clamped(progressOf(period) * (grows ? 4 : 1)));
  return {
    opacityOf: (_, period) => (period === undefined ? clamped(progressOf(0) * 4) : fades(period)),
    growthOf: (_, period) => (period !== undefined && grows ? progressOf(period) : 1),
    together: last > 0 ? from + (to - from) * (reached - step) : null,
    drawnTo: () => null,
    uncoveredOf: (_, period) => (period !== undefined && draws ? progressOf(period) : 1),
    labelOf: () => clamped(progressOf(0) * 4),
    words,
  };
}

/** The time of the run at a share of it. */
function runSecAt({ clock }: BuildCourse, share: number): number {
  const { spanStartSec } = clock;
  const from = spanStartSec[1] ?? 0;
  const to = spanStartSec[spanStartSec.length - 2] ?? from;
  return from + (Math.max(from, to) - from) * clamped(share);
}
