import type { Box } from '../../chart/box';
import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf, widestLine } from '../../chart/text-block';
import { mixColours } from '../../scale/colour';
import { remembered } from '../../scale/remembered';
import { type Font, fitText } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import type { BuildCourse } from '../shared/build';
import { cellBoxes } from '../shared/cells/cell-grid';
import { cellsBuild } from '../shared/cells/cells-build';
import { type CellsCourse, eachCellValue } from '../shared/cells/cells-course';
import { percentFormat } from '../shared/percent';
import type { ProgressOwn } from './document';
import { endsFor, shareOfWay } from './ends';
import type { Ends } from './natural-ends';

/** A range in colour, in shares of the way. */
export interface Range {
  readonly from: number;
  readonly to: number;
  readonly colour: string;
}

/** Everything of progress that stays the same through the film. */
export interface ProgressPlan extends PlanInput<ProgressOwn, CellsCourse> {
  readonly ends: Ends;
  readonly boxes: readonly Box[];
  readonly names: readonly string[];
  readonly nameFont: Font;
  readonly pictureRefs: readonly (PictureRef | null)[];
  /** Width of a picture beside a name. */
  readonly picturePx: number;
  readonly valueFont: Font;
  readonly targetFont: Font;
  /** Height of the row of the ends of a dial over the name, where they do not stand beside it. */
  readonly endRowPx: number;
  /** What stands at both ends of a dial; null where a way needs no numbers. */
  readonly endTexts: readonly [string, string] | null;
  readonly targetText: string;
  /** What is written for a value, at a share of the way. */
  readonly write: (value: number, share: number) => string;
  /** Of the round ones: where the middle lies within a cell, its radii, and the turns of the way, clockwise from the top. */
  readonly round: {
    readonly dx: number;
    readonly dy: number;
    readonly outerPx: number;
    readonly innerPx: number;
    readonly start: number;
    readonly sweep: number;
  };
  /** Of bars: where the track lies within a cell. */
  readonly track: Box;
  readonly ranges: readonly Range[];
  readonly build: BuildCourse;
}

/** A cell looks best so many times as wide as high. */
const RATIOS = { ring: 0.86, 'three-quarter': 0.92, half: 1.5, bar: 5 } as const;
/** What each form takes of a turn. */
const SWEEPS = { ring: 1, 'three-quarter': 0.75, half: 0.5, bar: 0 } as const;
const LEAST_FONT = 0.4;

/** Sizes, fonts and colours that stay the same through the film. */
export function planProgress(input: PlanInput<ProgressOwn, CellsCourse>): ProgressPlan {
  const { chart, course, cube, frame, measure } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const { form } = own;
  const boxes = cellBoxes(Math.max(1, course.picked.length), plot, RATIOS[form]);
  const [first = plot] = boxes;
  const ends = endsFor(course, chart);
  const formatValue = remembered(input.formatValue);
  const percent = percentFormat(chart.numbers);
  const write = (value: number, share: number) =>
    cased(
      own.numbers === 'share'
        ? percent(share)
        : own.numbers === 'value'
          ? formatValue(value)
          : `${formatValue(value)} · ${percent(share)}`,
      dress.labels.value,
    );
  const texts = new Set<string>();
  let looked = 0;
  eachCellValue(course, (value) => {
    if (looked++ < 4000) texts.add(write(value, shareOfWay(ends, value)).replace(/\d/g, '0'));
  });
  texts.add(write(ends.to, 1).replace(/\d/g, '0'));
  const nameSize = Math.min(first.heightPx * (form === 'bar' ? 0.24 : 0.1), 4 * unit) * dress.labels.name.size;
  const nameFont = fontOf(dress.labels.name, Math.max(1, nameSize));
  const nameRowPx = nameFont.sizePx * 1.45;
  const pictureRefs = picturesOf(input.pictures, chart, cube);
  const picturePx = course.picked.some((c) => pictureRefs[c]) ? nameFont.sizePx * 1.3 * dress.pictures.size : 0;
  const sweep = SWEEPS[form];
  // A half round needs half of its height; three quarters a little less than all of it.
  // What a needle points at, and where ranges end, is read off the ends of the dial.
  const dial = (form === 'half' || form === 'three-quarter') && (own.pointer === 'needle' || own.ranges);
  const below = form === 'half' && own.pointer === 'needle';
  const high = below ? 1.46 : form === 'half' ? 1.04 : form === 'three-quarter' ? 1.72 : 2;
  const targetFont = fontOf(dress.labels.tick, Math.min(1.9 * unit, first.heightPx * (form === 'bar' ? 0.17 : 0.08)));
  const endRowPx = dial && !below ? targetFont.sizePx * 1.6 : 0;
  const asidePx = own.target && form !== 'bar' ? targetFont.sizePx * 1.4 : 0;
  const outerPx = Math.max(
    1,
    Math.min(first.widthPx / 2 - asidePx, (first.heightPx - nameRowPx - endRowPx - asidePx) / high),
  );
  const thickPx = outerPx * 0.5 * own.thickness;
  const innerPx = outerPx - thickPx;
  const heightPx = outerPx * high + nameRowPx + endRowPx + asidePx;
  const topPx = (first.heightPx - heightPx) / 2 + asidePx;
  const font = fontOf(
    dress.texts.title,
    Math.max(1, Math.min(outerPx * (below ? 0.32 : 0.4), 12 * unit) * dress.labels.value.size),
  );
  const barFont = fontOf(dress.labels.value, nameFont.sizePx * 1.15);
  const room = form === 'bar' ? first.widthPx * 0.45 : innerPx * (own.pointer === 'needle' ? 1.1 : 1.5);
  const widest = Math.max(1e-9, widestLine([...texts], form === 'bar' ? barFont : font, measure));
  const usual = form === 'bar' ? barFont : font;
  const valueFont = { ...usual, sizePx: usual.sizePx * Math.min(1, room / widest) };
  const trackPx = Math.max(LEAST_FONT * unit, Math.min(first.heightPx * 0.5, 9 * unit) * own.thickness);
  const barHighPx = nameRowPx + trackPx + (own.target ? targetFont.sizePx * 1.4 : 0);
  return {
    ...input,
    ends,
    boxes,
    names: course.picked.map((c) =>
      fitText(
        cased(cube.categories[c] ?? '', dress.labels.name),
        nameFont,
        Math.max(1, first.widthPx * (form === 'bar' ? 0.52 : 1) - picturePx * 1.25),
        measure,
      ),
    ),
    nameFont,
    pictureRefs,
    picturePx,
    valueFont,
    write,
    targetFont,
    endRowPx,
    endTexts: dial ? [formatValue(ends.from), formatValue(ends.to)] : null,
    targetText: formatValue(own.targetValue),
    round: {
      dx: first.widthPx / 2,
      dy: topPx + outerPx,
      outerPx,
      innerPx,
      start: -sweep / 2 + (form === 'ring' ? 0.5 : 0),
      sweep,
    },
    track: { x: 0, y: (first.heightPx - barHighPx) / 2 + nameRowPx, widthPx: first.widthPx, heightPx: trackPx },
    ranges: rangesOf(input),
    build: cellsBuild(input),
  };
}

/** The three ranges, from the colour of low values over the middle to that of high ones. */
function rangesOf({ chart }: PlanInput<ProgressOwn, CellsCourse>): Range[] {
  const { ranges, rangeLow, rangeHigh } = chart.own;
  if (!ranges) return [];
  const [low, high] = chart.dress.colour.ramp;
  const [first, second] = [Math.min(rangeLow, rangeHigh), Math.max(rangeLow, rangeHigh)];
  return [
    { from: 0, to: first, colour: low },
    { from: first, to: second, colour: mixColours(low, high, 0.5) },
    { from: second, to: 1, colour: high },
  ].filter(({ from, to }) => to > from);
}
