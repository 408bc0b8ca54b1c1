import { type PlacedCaption, placeCaptions } from '../chart/captions';
import { type Colours, coloursOf } from '../chart/colours';
import { type Frame, layoutFrame } from '../chart/frame';
import type { LegendContent } from '../chart/legend';
import { blockNodes } from '../chart/text-block';
import { fillTokens, hasTokens } from '../chart/words';
import type { Family, ToldChart } from '../families/family';
import type { FilmClock } from '../pace/film-clock';
import type { FilmPiece, Stage } from '../project/film';
import type { Picture } from '../project/film-parts';
import type { SceneNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';

/** A chart ready to be drawn at any moment of its piece. */
export interface PreparedChart extends ToldChart {
  readonly family: Family;
  readonly stage: Stage;
  readonly frame: Frame;
  readonly colours: Colours;
  readonly captions: readonly PlacedCaption[];
  /** Texts of the frame that never change. */
  readonly still: readonly SceneNode[];
  /** What the family drew up; only it can read this. */
  readonly plan: unknown;
  readonly measure: MeasureText;
}

/** What a chart is prepared from. */
export interface PrepareInput {
  readonly chart: ToldChart;
  readonly family: Family;
  readonly piece: FilmPiece;
  readonly stage: Stage;
  readonly pictures: readonly Picture[];
  readonly measure: MeasureText;
}

/** Puts a chart together once for each edit: texts and legend around it, then its marks. */
export function prepareChart(input: PrepareInput): PreparedChart {
  const { chart: told, family, piece, stage, pictures, measure } = input;
  const { chart, cube } = told;
  const { clock } = told.course;
  const colours = coloursOf(chart, cube, family.uses.has('parts'));
  const captions = placeCaptions(piece.captions, cube.periods, clock);
  const samples = sampleTimes(clock);
  const samplesOf = (template: string) =>
    hasTokens(template) ? [...new Set(samples.map((timeSec) => wordsAt(family, told, template, timeSec)))] : [template];
  const legend = legendOf(family, told, colours);
  const frame = layoutFrame(
    { chart, stage, stampTexts: told.periodLabels, samplesOf, legend, hasCaptions: captions.length > 0 },
    measure,
  );
  const still = frame.blocks
    .filter(({ template }) => !hasTokens(template))
    .flatMap((block) => blockNodes(block, block.template, measure));
  const plan = family.planOf({ ...told, stage, frame, colours, pictures, measure });
  return { ...told, family, stage, frame, colours, captions, still, plan, measure };
}

/** A text with its tokens filled in, as it reads at a moment of the piece. */
export function wordsAt(family: Family, told: ToldChart, template: string, timeSec: number): string {
  return hasTokens(template) ? fillTokens(template, (token) => family.tokenAt(told, token, timeSec)) : template;
}

/** Moments all over the film at which texts are looked at to find the room that they need. */
const SAMPLES = 60;

function sampleTimes(clock: FilmClock): number[] {
  return Array.from({ length: SAMPLES }, (_, i) => (clock.lengthSec * i) / (SAMPLES - 1));
}

function legendOf(family: Family, told: ToldChart, colours: Colours): LegendContent | null {
  const { colour, legend } = told.chart.dress;
  if (legend.shown === 'never') return null;
  const own = family.legendOf?.(told, colours);
  if (own) return own;
  if (colour.by === 'value' && colours.ofPart.length === 0) {
    const [min, max] = family.valueEnds(told);
    return { kind: 'ramp', colours: colour.ramp, ends: [told.formatValue(min), told.formatValue(max)] };
  }
  const entries = [...colours.groups];
  if (legend.order === 'name') entries.sort((a, b) => a.name.localeCompare(b.name, 'en'));
  return entries.length === 0 ? null : { kind: 'names', entries };
}
