import type { Box } from '../chart/box';
import type { Colours } from '../chart/colours';
import type { PlacedFocus } from '../chart/focus';
import type { Frame } from '../chart/frame';
import type { LegendContent } from '../chart/legend';
import type { FilmMoment } from '../motion/moments';
import type { FilmClock } from '../pace/film-clock';
import type { Chart } from '../project/chart';
import type { KnownFamily } from '../project/family-document';
import type { Stage } from '../project/film';
import type { Picture as ProjectPicture } from '../project/film-parts';
import type { SceneNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import type { Cube } from '../shaping/cube';
import type { Memory } from './memory';
import type { BuildCourse } from './shared/build';

/** What a family works out first: what happens when. Nothing of the look. */
export interface CourseInput<Own = unknown> {
  readonly chart: Chart<Own>;
  readonly cube: Cube;
  readonly framesPerSec: number;
  readonly memory: Memory;
}

/** Values and times of a chart through its piece of the film. Each family adds its own. */
export interface Course {
  readonly clock: FilmClock;
}

/** A chart whose values and times are known, in words too; nothing of its look yet. */
export interface ToldChart<Own = unknown, C extends Course = Course> {
  readonly chart: Chart<Own>;
  readonly cube: Cube;
  readonly course: C;
  /** Its shape decides how boxes are cut; nothing else that is told depends on it. */
  readonly stage: Stage;
  readonly periodLabels: readonly string[];
  /** What the film looks at, and when. */
  readonly focuses: readonly PlacedFocus[];
  readonly formatValue: (value: number) => string;
}

/** What a family is given to work out where everything stands. */
export interface PlanInput<Own = unknown, C extends Course = Course> extends ToldChart<Own, C> {
  readonly frame: Frame;
  readonly colours: Colours;
  readonly pictures: readonly ProjectPicture[];
  readonly measure: MeasureText;
}

/** A category's mark at a moment: extras hold on to it, and pointing lights it. */
export interface Mark {
  /** Stage pixels: where a note on it begins. */
  readonly x: number;
  readonly y: number;
  /** In [0, 1]. */
  readonly opacity: number;
  readonly outline: Box;
}

/** The chart's part of the picture at a moment. */
export interface ChartPicture {
  readonly nodes: readonly SceneNode[];
  /** How far texts and axis have come, in [0, 1]. */
  readonly words: number;
  /** By category of the cube; made only when somebody asks. */
  readonly marks: () => ReadonlyMap<number, Mark>;
}

/** One row of what a chart shows at the playhead. */
export interface ReadoutRow {
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

/** What a chart shows at a moment: panel, pointing and the text alternatives of app and web page all say this. */
export interface ChartReadout {
  readonly period: number;
  readonly periodLabel: string;
  /** What stands over the rows. */
  readonly heading: string;
  readonly rows: readonly ReadoutRow[];
  /** All of it as one sentence. */
  readonly sentence: string;
}

/** The course of each category over the whole piece, for the strip's map. */
export interface ChartMap {
  /** Places from the top of the map to its foot. */
  readonly places: number;
  /** Place in the cube, who shows longest first. */
  readonly categories: readonly number[];
  /** Places at `sampleCount` even times: `slots[line * sampleCount + i]`; `places` is off stage. */
  readonly slots: Float32Array;
  readonly sampleCount: number;
  /** Who takes the first place, and when; in order of time. */
  readonly leads: readonly { readonly timeSec: number; readonly category: number }[];
}

/** Something that happens at one time of a piece, told in the person's words. */
export interface ToldMoment extends Omit<FilmMoment, 'kind'> {
  readonly id: string;
  readonly kind: string;
  readonly words: string;
}

/** What a frame draws, as numbers: one row a mark. */
export interface FrameNumbers {
  /** Ends of the value axis in data units, where there is one. */
  readonly domain?: readonly [number, number];
  readonly rows: readonly Readonly<Record<string, string | number | undefined>>[];
}

/** A change that the command line lists: where the film stands, and what changes. */
export type ChartEvent = Readonly<Record<string, string | number | undefined>>;

/** What can be handed out as numbers. */
export interface FamilyNumbers<Own = unknown, C extends Course = Course> {
  frameAt(told: ToldChart<Own, C>, timeSec: number): FrameNumbers;
  /** In order of time. */
  events(told: ToldChart<Own, C>): Iterable<ChartEvent>;
  /** Which end of the values stands first in rankings. */
  order(chart: Chart<Own>): 'largest' | 'smallest';
}

/**
 * A family of charts: everything that no other chart shares with it. A folder under `families` and a line in the registry
 * bring it into the app, the web page, the command line and the thumbnails.
 *
 * All functions are pure; those of a moment take seconds from the start of the chart's piece, clamped to it.
 */
export interface Family<Own = unknown, C extends Course = Course, Plan = unknown> extends KnownFamily<Own> {
  /** What happens when. Dear parts go through the memory. @throws RangeError if the cube has no period. */
  courseOf(input: CourseInput<Own>): C;
  /** The least and the greatest value of the film, for a legend of values. */
  valueEnds(told: ToldChart<Own, C>): readonly [number, number];
  /** Ends of an axis over the whole film, where they are others than those of the values. @param path Where its rule lies in the chart. */
  axisEnds?(told: ToldChart<Own, C>, path: string): readonly [number, number];
  /** What the legend names, where colours stand for more than categories; null, or left out, for the usual. */
  legendOf?(told: ToldChart<Own, C>, colours: Colours): LegendContent | null;
  /** Where everything stands, once for each edit. */
  planOf(input: PlanInput<Own, C>): Plan;
  pictureAt(plan: Plan, timeSec: number): ChartPicture;
  /** The passed period under a place of the stage, for marks that hold many; null, or left out, for the present. */
  periodAt?(plan: Plan, timeSec: number, at: { readonly x: number; readonly y: number }): number | null;
  /** Painter's ids of the pictures that its marks are drawn with. */
  imageIds(plan: Plan): readonly string[];
  /** How the marks come and go, and which of them together; null where nothing ever does. */
  buildOf(plan: Plan): BuildCourse | null;
  readoutAt(told: ToldChart<Own, C>, timeSec: number): ChartReadout;
  /** The words of a token of the texts; null for what is no token of this family. */
  tokenAt(told: ToldChart<Own, C>, token: string, timeSec: number): string | null;
  mapOf(told: ToldChart<Own, C>): ChartMap;
  momentsOf(told: ToldChart<Own, C>): readonly ToldMoment[];
  readonly numbers: FamilyNumbers<Own, C>;
}

/** A family as the registry holds it: whoever draws a chart knows nothing of what its family keeps. */
export function defineFamily<Own, C extends Course, Plan>(family: Family<Own, C, Plan>): Family {
  return family as unknown as Family;
}
