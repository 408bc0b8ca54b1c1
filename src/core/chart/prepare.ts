import { findLeadChanges } from '../motion/lead-changes';
import { type Motion, type MotionSettings, placesAt, prepareMotion } from '../motion/motion';
import { rankAt, slotAt, stepAt } from '../motion/slots';
import { createFilmClock, type FilmClock, frameAt, periodTimesSec, positionAt } from '../pace/film-clock';
import type { Chart, Project } from '../project/project';
import { decimalsOf, numberFormat } from '../scale/number-format';
import { periodLabel } from '../scale/period-format';
import type { Scene } from '../scene/scene';
import { type MeasureText, plainLine } from '../scene/text-fit';
import type { Cube } from '../shaping/cube';
import { categoryColours, type PreparedRankedBars, prepareRankedBars, rankedBarsScene } from './ranked-bars';

/** Everything a film needs to be drawn, prepared once for each edit. */
export interface PreparedFilm {
  readonly clock: FilmClock;
  readonly motion: Motion;
  readonly chart: PreparedChart;
  readonly cube: Cube;
  readonly colours: readonly string[];
  readonly periodLabels: readonly string[];
  readonly formatValue: (value: number) => string;
}

/** A prepared chart of any family, told apart by `family`. */
export type PreparedChart = PreparedRankedBars;

/**
 * Remembers the last prepared motion, so that an edit of a text or a colour does not rank everything again. One of
 * these belongs to one worker.
 */
export class FilmPreparer {
  private key = '';
  private cube: Cube | null = null;
  private motion: Motion | null = null;

  /**
   * Prepares the project's film.
   *
   * @param cube The chart's values.
   * @throws RangeError if the project has no chart or the cube no period.
   */
  prepare(project: Project, cube: Cube, measure: MeasureText): PreparedFilm {
    const chart = project.charts.find(({ id }) => id === project.film.sequence[0]);
    if (!chart) throw new RangeError(`film.sequence: names no chart of the project, received ${project.film.sequence}`);
    const motion = this.motionOf(chart, project.film.framesPerSec, cube);
    const periodLabels = cube.periods.map((period) => plainLine(periodLabel(cube.kind, period).slice(0, 200)));
    return {
      clock: motion.clock,
      motion,
      chart: prepareRankedBars(chart, project.film.stage, cube, motion, periodLabels, measure),
      cube,
      colours: categoryColours(chart, cube),
      periodLabels,
      formatValue: numberFormat(chart.numbers, decimalsOf(cube.values)),
    };
  }

  private motionOf(chart: Chart, framesPerSec: number, cube: Cube): Motion {
    const settings: MotionSettings = {
      places: Math.max(1, Math.min(chart.places, cube.categories.length)),
      order: chart.order,
      between: chart.between,
      gaps: chart.gaps,
      swapMode: chart.swapMode,
      swapSec: chart.pace.swapSec,
    };
    const key = JSON.stringify([settings, chart.pace, framesPerSec]);
    if (this.motion && this.cube === cube && this.key === key) return this.motion;
    const clock = createFilmClock(cube.periods, chart.pace, framesPerSec);
    this.motion = prepareMotion(cube, clock, settings);
    this.cube = cube;
    this.key = key;
    return this.motion;
  }
}

/**
 * The picture of a film at a moment: a pure function of the prepared film and the time.
 *
 * @param timeSec Seconds from the film's start; clamped to the film.
 */
export function sceneAt(film: PreparedFilm, timeSec: number): Scene {
  return rankedBarsScene(film.chart, Math.min(film.clock.lengthSec, Math.max(0, timeSec)));
}

/** One row of the ranking at the playhead. */
export interface RankingRow {
  /** Place in the cube. */
  readonly category: number;
  readonly name: string;
  readonly value: number;
  readonly valueText: string;
  /** From 1. */
  readonly rank: number;
  /** Places up (positive) or down since the last period; null for one that was not on stage then. */
  readonly climb: number | null;
}

/** What the film shows at a moment, in numbers and words. */
export interface Readout {
  readonly timeSec: number;
  readonly frame: number;
  readonly period: number;
  readonly periodLabel: string;
  readonly rows: readonly RankingRow[];
}

/** The ranking at a moment; only who is on stage. */
export function readoutAt(film: PreparedFilm, timeSec: number): Readout {
  const { clock, motion, cube } = film;
  const { position } = positionAt(clock, timeSec);
  const { step, s } = stepAt(clock, timeSec);
  const period = s >= 1 ? step + 1 : step;
  const lastPeriod = Math.ceil(position) - 1;
  const lastSec = lastPeriod >= 0 ? (clock.spanStartSec[2 * lastPeriod] ?? 0) : null;
  const rows = placesAt(motion, timeSec)
    .filter((place) => place.rank < motion.tracks.places)
    .sort((a, b) => a.rank - b.rank)
    .map(({ category, series, value, rank }) => {
      const before = lastSec === null ? rank : rankAt(motion.tracks, series, lastSec);
      return {
        category,
        name: plainLine((cube.categories[category] ?? '').slice(0, 300)),
        value,
        valueText: film.formatValue(value),
        rank: rank + 1,
        climb: before >= motion.tracks.places ? null : before - rank,
      };
    });
  return { timeSec, frame: frameAt(clock, timeSec), period, periodLabel: film.periodLabels[period] ?? '', rows };
}

/** A film at a glance, for the timeline: sent over once for each edit. */
export interface FilmOverview {
  readonly lengthSec: number;
  readonly frameCount: number;
  readonly framesPerSec: number;
  readonly places: number;
  readonly periodLabels: readonly string[];
  readonly periodKeys: readonly string[];
  /** When the film reaches each period, in seconds. */
  readonly periodSec: Float64Array;
  /** `spanStartSec` of the clock. */
  readonly spanStartSec: Float64Array;
  /** Lines of the map of ranks, who is longest on stage first: place in the cube, name and colour. */
  readonly lines: readonly { readonly category: number; readonly name: string; readonly colour: string }[];
  /** Slots at `sampleCount` even times: `slots[line * sampleCount + i]`; `places` is off stage. */
  readonly slots: Float32Array;
  readonly sampleCount: number;
  readonly leads: readonly { readonly timeSec: number; readonly category: number; readonly name: string }[];
}

const MAX_LINES = 300;
const MAX_SAMPLES = 1200;

/** The map of ranks, the periods' times and the changes of lead. */
export function overviewOf(film: PreparedFilm): FilmOverview {
  const { clock, motion, cube } = film;
  const shownSec = motion.showing.map((stretches) => stretches.reduce((sum, [from, to]) => sum + to - from, 0));
  const order = Array.from(motion.series.categories, (_, k) => k)
    .filter((k) => (shownSec[k] ?? 0) > 0)
    .sort((a, b) => (shownSec[b] ?? 0) - (shownSec[a] ?? 0))
    .slice(0, MAX_LINES);
  const sampleCount = Math.min(MAX_SAMPLES, Math.max(2, (clock.periodCount - 1) * 8 + 1));
  const slots = new Float32Array(order.length * sampleCount);
  order.forEach((k, line) => {
    for (let i = 0; i < sampleCount; i++) {
      slots[line * sampleCount + i] = slotAt(motion.tracks, k, (clock.lengthSec * i) / (sampleCount - 1));
    }
  });
  const categoryOf = (k: number) => motion.series.categories[k] ?? 0;
  const nameOf = (k: number) => plainLine((cube.categories[categoryOf(k)] ?? '').slice(0, 300));
  return {
    lengthSec: clock.lengthSec,
    frameCount: clock.frameCount,
    framesPerSec: clock.framesPerSec,
    places: motion.tracks.places,
    periodLabels: film.periodLabels,
    periodKeys: cube.periods.map((period) => period.key),
    periodSec: periodTimesSec(clock),
    spanStartSec: clock.spanStartSec,
    lines: order.map((k) => ({
      category: categoryOf(k),
      name: nameOf(k),
      colour: film.colours[categoryOf(k)] ?? '#888888',
    })),
    slots,
    sampleCount,
    leads: findLeadChanges(motion.tracks).map(({ timeSec, to }) => ({
      timeSec,
      category: categoryOf(to),
      name: nameOf(to),
    })),
  };
}
