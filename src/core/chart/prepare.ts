import { findLeadChanges } from '../motion/lead-changes';
import { changesPerStep, findRace, type Motion, type MotionSettings, type Race, raceInTime } from '../motion/motion';
import { sumTotals, type Totals } from '../motion/totals';
import { createFilmClock, type FilmClock } from '../pace/film-clock';
import type { Chart, Project, Stage } from '../project/project';
import { decimalsOf, numberFormat } from '../scale/number-format';
import { periodLabel } from '../scale/period-format';
import type { Scene, SceneNode } from '../scene/scene';
import { type MeasureText, plainLine } from '../scene/text-fit';
import type { Cube } from '../shaping/cube';
import { backgroundColour, backgroundNodes } from './background';
import { captionAt, captionNodes, type PlacedCaption, spanOfCaption } from './captions';
import { type Colours, coloursOf } from './colours';
import { extremesOf, prepareDomain } from './domain';
import { type BarPlaceOf, extraNodes } from './extras';
import { type Frame, layoutFrame } from './frame';
import type { LegendContent } from './legend';
import type { BarAt } from './ranked-bars/bars-at';
import { type PreparedRankedBars, prepareRankedBars } from './ranked-bars/prepare-ranked-bars';
import { rankedBarsNodes } from './ranked-bars/ranked-bars-scene';
import { stampNodes } from './stamp';
import { blockNodes } from './text-block';
import { hasTokens, type Telling, textAt } from './words';

/** Everything a film needs to be drawn, prepared once for each edit. */
export interface PreparedFilm extends Telling {
  readonly project: Project;
  readonly stage: Stage;
  readonly clock: FilmClock;
  readonly frame: Frame;
  readonly chart: PreparedChart;
  readonly colours: Colours;
  readonly captions: readonly PlacedCaption[];
  readonly background: readonly SceneNode[];
  /** Texts of the frame that never change. */
  readonly still: readonly SceneNode[];
  readonly measure: MeasureText;
}

/** A prepared chart of any family, told apart by `family`. */
export type PreparedChart = PreparedRankedBars;

/**
 * Remembers what was prepared last, so that an edit of a text or a colour does not rank everything again, and one of the
 * pace does not look for crossings again. One of these belongs to one worker.
 */
export class FilmPreparer {
  private cube: Cube | null = null;
  private raceKey = '';
  private race: Race | null = null;
  private motionKey = '';
  private motion: Motion | null = null;
  private totalsKey = '';
  private totals: Totals | null = null;

  /**
   * Prepares the project's film.
   *
   * @param cube The chart's values.
   * @throws RangeError if the project has no chart or the cube no period.
   */
  prepare(project: Project, cube: Cube, measure: MeasureText): PreparedFilm {
    const chart = project.charts.find(({ id }) => id === project.film.sequence[0]);
    if (!chart) throw new RangeError(`film.sequence: names no chart of the project, received ${project.film.sequence}`);
    if (this.cube !== cube) this.forget(cube);
    const motion = this.motionOf(chart, project.film.framesPerSec, cube);
    const { clock } = motion;
    const { stage } = project.film;
    const { locale } = chart.numbers;
    const periodLabels = cube.periods.map((period) =>
      plainLine(periodLabel(cube.kind, period, chart.datePattern, locale).slice(0, 200)),
    );
    const formatValue = numberFormat(chart.numbers, decimalsOf(cube.values));
    const colours = coloursOf(chart, cube);
    const leads = findLeadChanges(motion.tracks).map(({ timeSec }) => timeSec);
    const telling: Telling = {
      motion,
      cube,
      periodLabels,
      formatValue,
      leadSec: Float64Array.from(leads),
      totals: this.totalsOf(project, chart, cube),
    };
    const captions = project.film.captions.flatMap((caption): PlacedCaption[] => {
      const span = spanOfCaption(caption, cube, clock);
      return span ? [{ id: caption.id, text: caption.text, ...span }] : [];
    });
    const samples = sampleTimes(clock);
    const samplesOf = (template: string) =>
      hasTokens(template) ? [...new Set(samples.map((timeSec) => textAt(telling, template, timeSec)))] : [template];
    const legend = legendOf(chart, colours, motion, formatValue);
    const frame = layoutFrame(
      { chart, stage, stampTexts: periodLabels, samplesOf, legend, hasCaptions: captions.length > 0 },
      measure,
    );
    return {
      ...telling,
      project,
      stage,
      clock,
      frame,
      chart: prepareRankedBars(project, chart, cube, motion, frame, colours, measure),
      colours,
      captions,
      background: backgroundNodes(stage, project.pictures),
      still: frame.blocks
        .filter(({ template }) => !hasTokens(template))
        .flatMap((block) => blockNodes(block, block.template, measure)),
      measure,
    };
  }

  private forget(cube: Cube): void {
    this.cube = cube;
    this.raceKey = '';
    this.motionKey = '';
    this.totalsKey = '';
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
    const { places, order, between, gaps } = settings;
    const raceKey = JSON.stringify([places, order, between, gaps]);
    if (!this.race || this.raceKey !== raceKey) {
      this.race = findRace(cube, settings);
      this.raceKey = raceKey;
      this.motionKey = '';
    }
    const motionKey = JSON.stringify([settings, chart.pace, framesPerSec]);
    if (!this.motion || this.motionKey !== motionKey) {
      const changes = chart.pace.slowAtSwaps > 0 ? changesPerStep(this.race, cube.periods.length) : null;
      this.motion = raceInTime(this.race, createFilmClock(cube.periods, chart.pace, framesPerSec, changes), settings);
      this.motionKey = motionKey;
    }
    return this.motion;
  }

  /** Only summed when a text asks for it. */
  private totalsOf(project: Project, chart: Chart, cube: Cube): Totals | null {
    const { title, subtitle, source, total, leader } = chart.text;
    const { counters } = chart.dress;
    const templates = [title, subtitle, source, counters.total.shown ? total : '', counters.leader.shown ? leader : ''];
    const { extras, captions } = project.film;
    if (
      ![...templates, ...extras.map(({ text }) => text), ...captions.map(({ text }) => text)].some((text) =>
        text.includes('{total}'),
      )
    )
      return null;
    const key = `${chart.gaps} ${chart.between}`;
    if (!this.totals || this.totalsKey !== key) {
      this.totals = sumTotals(cube, chart.gaps, chart.between);
      this.totalsKey = key;
    }
    return this.totals;
  }
}

/** Moments all over the film at which texts are looked at to find the room that they need. */
const SAMPLES = 60;

function sampleTimes(clock: FilmClock): number[] {
  return Array.from({ length: SAMPLES }, (_, i) => (clock.lengthSec * i) / (SAMPLES - 1));
}

function legendOf(
  chart: Chart,
  colours: Colours,
  motion: Motion,
  formatValue: (value: number) => string,
): LegendContent | null {
  const { shown, order } = chart.dress.legend;
  if (shown === 'never') return null;
  const { colour } = chart.dress;
  if (colour.by === 'value') {
    const [min, max] = extremesOf(prepareDomain(motion, { kind: 'fixed' }));
    return { kind: 'ramp', colours: colour.ramp, ends: [formatValue(min), formatValue(max)] };
  }
  const entries = [...colours.groups];
  if (order === 'name') entries.sort((a, b) => a.name.localeCompare(b.name, 'en'));
  return entries.length === 0 ? null : { kind: 'names', entries };
}

/**
 * The picture of a film at a moment: a pure function of the prepared film and the time.
 *
 * @param timeSec Seconds from the film's start; clamped to the film.
 */
export function sceneAt(film: PreparedFilm, timeSec: number): Scene {
  const time = Math.min(film.clock.lengthSec, Math.max(0, timeSec));
  const { stage, project } = film;
  const { nodes, bars, words } = rankedBarsNodes(film.chart, time);
  const setting = {
    stage,
    cube: film.cube,
    clock: film.clock,
    barPlaceOf: barPlaces(film.chart, bars),
    wordsOf: (template: string) => textAt(film, template, time),
    measure: film.measure,
  };
  const extras = (behind: boolean) =>
    project.film.extras.filter((extra) => extra.behind === behind).flatMap((extra) => extraNodes(extra, setting, time));
  return {
    widthPx: stage.widthPx,
    heightPx: stage.heightPx,
    background: backgroundColour(stage.background),
    nodes: [
      ...film.background,
      ...extras(true),
      ...nodes,
      { kind: 'group', id: 'words', opacity: words, children: wordNodes(film, time, words) },
      ...captionsAt(film, time),
      ...extras(false),
    ],
  };
}

/** Texts, stamp and legend. While they slide in, all of them stand a little lower. */
function wordNodes(film: PreparedFilm, timeSec: number, words: number): SceneNode[] {
  const { frame, chart, measure, clock } = film;
  const { rollingStamp } = chart.chart.dress;
  const moving = frame.blocks
    .filter(({ template }) => hasTokens(template))
    .flatMap((block) => blockNodes(block, textAt(film, block.template, timeSec), measure));
  const stamp = frame.stamp ? stampNodes(frame.stamp, film.periodLabels, clock, timeSec, rollingStamp, measure) : [];
  const nodes = [...film.still, ...moving, ...stamp, ...frame.legend];
  const { opening, closing } = chart.chart.pace;
  const build = timeSec < clock.lengthSec / 2 ? opening : closing;
  return words >= 1 || build.words !== 'slide'
    ? nodes
    : nodes.map((node) => lowered(node, (1 - words) * 1.5 * frame.unit));
}

function lowered(node: SceneNode, px: number): SceneNode {
  if (node.kind === 'group') {
    const clip = node.clip ? { clip: { ...node.clip, y: node.clip.y + px } } : {};
    return { ...node, ...clip, children: node.children.map((child) => lowered(child, px)) };
  }
  if (node.kind === 'path')
    return { ...node, points: node.points.map((value, i) => (i % 2 === 1 ? value + px : value)) };
  return { ...node, y: node.y + px };
}

function captionsAt(film: PreparedFilm, timeSec: number): SceneNode[] {
  const caption = captionAt(film.captions, timeSec);
  const { captions: box, inks } = film.frame;
  if (!caption || !box) return [];
  return captionNodes(
    caption,
    textAt(film, caption.text, timeSec),
    box,
    film.chart.chart.dress,
    inks,
    timeSec,
    film.measure,
  );
}

/** Where the ends of bars are, for notes that travel with them. */
function barPlaces(chart: PreparedRankedBars, bars: readonly BarAt[]): BarPlaceOf {
  return (category) => {
    const bar = bars.find(({ series }) => chart.categoryNames[series] === category);
    if (!bar) return null;
    const across = bar.across + chart.slotPx / 2;
    const lying = chart.chart.dress.bars.direction === 'lying';
    return {
      x: lying ? bar.to : chart.bars.x + across,
      y: lying ? chart.bars.y + across : bar.to,
      opacity: bar.opacity,
    };
  };
}
