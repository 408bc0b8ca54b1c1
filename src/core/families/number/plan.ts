import type { Box } from '../../chart/box';
import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf, widestLine } from '../../chart/text-block';
import { fillTokens } from '../../chart/words';
import { remembered } from '../../scale/remembered';
import { type Font, fitText } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import type { BuildCourse } from '../shared/build';
import { cellBoxes } from '../shared/cells/cell-grid';
import { cellsBuild } from '../shared/cells/cells-build';
import { type CellsCourse, eachCellValue } from '../shared/cells/cells-course';
import { type Change, changeAt, changeFormat } from '../shared/cells/change';
import type { NumberOwn } from './document';

/** Everything of big numbers that stays the same through the film. */
export interface NumberPlan extends PlanInput<NumberOwn, CellsCourse> {
  readonly boxes: readonly Box[];
  readonly names: readonly string[];
  readonly nameFont: Font;
  readonly pictureRefs: readonly (PictureRef | null)[];
  readonly valueFont: Font;
  readonly changeFont: Font;
  readonly formatChange: (change: Change) => string;
  /** The words behind a change, counted from a period. */
  readonly changeWords: (period: number) => string;
  /** By cell: where its line lies, and between which values; null where there is none. */
  readonly lines: readonly (LineRoom | null)[];
  /** Above the top of a cell's words. */
  readonly topPx: number;
  readonly build: BuildCourse;
}

/** Where a small line lies. */
export interface LineRoom {
  readonly box: Box;
  readonly low: number;
  readonly high: number;
}

/** A cell looks best so many times as wide as high. */
const RATIO = 1.7;
/** Heights of a cell's rows, of all of it: name, number, change, line. */
const NAME = 0.13;
const VALUE = 0.4;
const CHANGE = 0.12;
/** Values that are looked at for the widest number. */
const MOST_LOOKED = 4000;

/** Sizes, fonts and texts that stay the same through the film. */
export function planNumber(input: PlanInput<NumberOwn, CellsCourse>): NumberPlan {
  const { chart, course, cube, frame, measure, periodLabels } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const { picked } = course;
  const boxes = cellBoxes(Math.max(1, picked.length), plot, RATIO);
  const [first = plot] = boxes;
  const formatValue = remembered(input.formatValue);
  const pictureRefs = picturesOf(input.pictures, chart, cube);
  const withLine = own.line && cube.periods.length > 1;
  // The rows of a cell without what it does not have are as much larger.
  const used = NAME + VALUE + (own.change === 'none' ? 0 : CHANGE * 1.4) + (withLine ? 0.26 : 0);
  const scale = first.heightPx / (used + 0.06);
  const nameFont = fontOf(dress.labels.name, Math.min(NAME * scale * 0.8, 5 * unit) * dress.labels.name.size);
  const [looked, step] = [
    new Set<string>(),
    Math.max(1, Math.ceil((picked.length * cube.periods.length) / MOST_LOOKED)),
  ];
  let [count, least, most] = [0, 0, 0];
  eachCellValue(course, (value) => {
    least = Math.min(least, value);
    most = Math.max(most, value);
    if (count++ % step === 0) looked.add(formatValue(value).replace(/\d/g, '0'));
  });
  for (const value of [least, most]) looked.add(formatValue(value).replace(/\d/g, '0'));
  const sized = (texts: readonly string[], style: typeof dress.labels.value, wishPx: number) => {
    const font = fontOf(style, wishPx);
    const widest = Math.max(
      1e-9,
      widestLine(
        texts.map((text) => cased(text, style)),
        font,
        measure,
      ),
    );
    return { ...font, sizePx: wishPx * Math.min(1, first.widthPx / (widest * 1.002)) };
  };
  // Numbers are set as the title is: they are what there is to see.
  const valueStyle = { ...dress.texts.title, capitals: false };
  const valueFont = sized([...looked], valueStyle, Math.min(VALUE * scale * 0.9, 24 * unit) * dress.labels.value.size);
  const formatChange = changeFormat(own, chart.numbers, formatValue);
  const changeWords = remembered((period: number) =>
    fillTokens(own.changeWords, (token) => (token === 'when' ? (periodLabels[period] ?? '') : null)),
  );
  const changeTexts = new Set<string>();
  if (own.change !== 'none')
    for (let p = 0, every = Math.max(1, Math.ceil(cube.periods.length / 200)); p < cube.periods.length; p += every)
      for (let cell = 0; cell < picked.length; cell++) {
        const change = changeAt(course.values, cell, p, own);
        if (change) changeTexts.add(`${formatChange(change)} ${changeWords(change.period)}`);
      }
  const changeFont = sized(
    [...changeTexts].map((text) => `${text}0`),
    dress.labels.value,
    Math.min(CHANGE * scale * 0.72, 3.6 * unit) * dress.labels.value.size,
  );
  const wordsPx =
    nameFont.sizePx * 1.3 + valueFont.sizePx * 1.1 + (own.change === 'none' ? 0 : changeFont.sizePx * 1.7);
  const linePx = withLine ? Math.max(0, Math.min(first.heightPx - wordsPx - 2 * unit, first.heightPx * 0.4)) : 0;
  const topPx = Math.max(0, (first.heightPx - wordsPx - (linePx > 0 ? linePx + 1.4 * unit : 0)) / 2);
  return {
    ...input,
    formatValue,
    boxes,
    names: picked.map((c) =>
      fitText(
        cased(cube.categories[c] ?? '', dress.labels.name),
        nameFont,
        Math.max(1, first.widthPx - (pictureRefs[c] ? nameFont.sizePx * 1.6 * dress.pictures.size : 0)),
        measure,
      ),
    ),
    nameFont,
    pictureRefs,
    valueFont,
    changeFont,
    formatChange,
    changeWords,
    lines: linesOf(input, boxes, linePx > 2 * unit ? { fromPx: topPx + wordsPx + 1.4 * unit, heightPx: linePx } : null),
    topPx,
    build: cellsBuild(input),
  };
}

function linesOf(
  { course, frame }: PlanInput<NumberOwn, CellsCourse>,
  boxes: readonly Box[],
  row: { readonly fromPx: number; readonly heightPx: number } | null,
): (LineRoom | null)[] {
  const ends = course.picked.map(() => [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY] as [number, number]);
  eachCellValue(course, (value, cell) => {
    const end = ends[cell];
    if (!end) return;
    end[0] = Math.min(end[0], value);
    end[1] = Math.max(end[1], value);
  });
  return boxes.map((box, cell) => {
    const [low, high] = ends[cell] ?? [0, 0];
    if (!row || !(low <= high)) return null;
    const padPx = 0.6 * frame.unit;
    return {
      low,
      high,
      box: {
        x: box.x + padPx,
        y: box.y + row.fromPx + padPx,
        widthPx: Math.min(box.widthPx - 2 * padPx, row.heightPx * 9),
        heightPx: Math.max(1, row.heightPx - 2 * padPx),
      },
    };
  });
}
