import { cased, labelNode, pushWithShadow } from '../../chart/text-block';
import { polyline } from '../../scene/path';
import type { SceneNode, TextNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, type Entrance, entranceOf, present, wordsProgress } from '../shared/build';
import { cellValueAt, positionOf } from '../shared/cells/cells-course';
import { markColour } from '../shared/mark-colour';
import { changeAt } from './change';
import type { LineRoom, NumberPlan } from './plan';

/** Points of a small line at most: nobody sees more. */
const MOST_POINTS = 240;

/** The chart's part of the picture at a moment. Cost: O(numbers). */
export function numberPicture(plan: NumberPlan, timeSec: number): ChartPicture {
  const moment = buildAt(plan.build, timeSec);
  const nodes: SceneNode[] = [];
  const position = positionOf(plan.course, timeSec);
  plan.course.picked.forEach((_, cell) => {
    const entrance = moment ? entranceOf(moment, moment.turns[cell] ?? 0) : present;
    pushCell(plan, { cell, position, entrance }, nodes);
  });
  return { nodes, words: moment ? wordsProgress(moment) : 1, marks: () => marksOf(plan, position) };
}

interface CellMoment {
  readonly cell: number;
  /** In the run of periods. */
  readonly position: number;
  readonly entrance: Entrance;
}

function pushCell(plan: NumberPlan, { cell, position, entrance }: CellMoment, nodes: SceneNode[]): void {
  const { boxes, chart, course, names, nameFont, valueFont, changeFont, formatValue, frame, topPx } = plan;
  const box = boxes[cell];
  const value = cellValueAt(course, cell, position);
  if (!box || Number.isNaN(value)) return;
  const { own, dress } = chart;
  const { how, progress } = entrance;
  const counts = how === 'grow' || how === 'spring';
  const opacity =
    how === 'none' ? 1 : counts ? Math.min(1, Math.max(0, progress * 4)) : Math.min(1, Math.max(0, progress));
  if (opacity <= 0) return;
  const category = course.picked[cell] ?? 0;
  const align: TextNode['align'] = own.align;
  const x = own.align === 'middle' ? box.x + box.widthPx / 2 : box.x;
  const slidePx = how === 'slide' ? (1 - progress) * 4 * frame.unit : 0;
  const common = { x: x - slidePx, align, opacity } as const;
  let y = box.y + topPx + nameFont.sizePx * 0.9;
  const name = labelNode({
    ...common,
    id: `name:${category}`,
    subject: { part: 'name', category },
    text: names[cell] ?? '',
    y,
    font: nameFont,
    fill: dress.labels.name.colour ?? frame.inks.quiet,
    tabular: false,
  });
  pushWithShadow(nodes, name, dress.labels.name.shadow);
  y += nameFont.sizePx * 0.4 + valueFont.sizePx * 0.86;
  const shown = counts ? value * Math.min(1, Math.max(0, progress)) : value;
  const number = labelNode({
    ...common,
    id: `value:${category}`,
    subject: { part: 'value', category },
    text: cased(formatValue(shown), dress.labels.value),
    y,
    font: valueFont,
    fill: colourOf(plan, category, value),
    tabular: true,
  });
  pushWithShadow(nodes, number, dress.labels.value.shadow);
  y += valueFont.sizePx * 0.24;
  const change = changeAt(course, cell, position, own);
  if (own.change !== 'none') {
    y += changeFont.sizePx * 1.2;
    if (change) {
      const words = [plan.formatChange(change), plan.changeWords(change.period)]
        .filter((text) => text !== '')
        .join(' ');
      const node = labelNode({
        ...common,
        id: `change:${category}`,
        subject: { part: 'value', category },
        text: cased(words, dress.labels.value),
        y,
        font: changeFont,
        fill: dress.labels.value.colour ?? frame.inks.quiet,
        tabular: true,
      });
      pushWithShadow(nodes, node, dress.labels.value.shadow);
    }
  }
  pushLine(plan, cell, { position: counts ? position * Math.min(1, progress) : position, opacity, slidePx }, nodes);
}

/** The number's own colour; by default that of the texts, so that numbers are read before they are told apart. */
function colourOf({ chart, colours, frame, lines }: NumberPlan, category: number, value: number): string {
  const { value: style } = chart.dress.labels;
  if (style.colour) return style.colour;
  const { by } = chart.dress.colour;
  if (by === 'category' || by === 'group') return frame.inks.strong;
  const ends = lines.flatMap((line) => (line ? [line.low, line.high] : []));
  const range: readonly [number, number] = ends.length > 0 ? [Math.min(...ends), Math.max(...ends)] : [0, 1];
  return markColour(colours, category, value, range);
}

/** The way so far, up to a dot at the present. */
function pushLine(
  plan: NumberPlan,
  cell: number,
  { position, opacity, slidePx }: { readonly position: number; readonly opacity: number; readonly slidePx: number },
  nodes: SceneNode[],
): void {
  const { lines, course, chart, colours, frame, boxes } = plan;
  const line = lines[cell];
  const frameBox = boxes[cell];
  if (!line || !frameBox) return;
  const [start, low, range] = reachOf(plan, line, cell, position);
  const startX = chart.own.align === 'middle' ? frameBox.x + (frameBox.widthPx - line.box.widthPx) / 2 : line.box.x;
  // The line fills its room from the start on, and gathers detail as the film goes on.
  const at = (place: number, value: number): readonly [number, number] => [
    startX - slidePx + (line.box.widthPx * (place - start)) / Math.max(1, position - start),
    line.box.y + line.box.heightPx * (range > 0 ? 1 - (value - low) / range : 0.5),
  ];
  const category = course.picked[cell] ?? 0;
  const every = Math.max(1, Math.ceil(course.values.periodCount / MOST_POINTS));
  const stretches: number[][] = [[]];
  const add = (place: number) => {
    const value = cellValueAt(course, cell, place);
    if (Number.isNaN(value)) stretches.push([]);
    else stretches.at(-1)?.push(...at(place, value));
  };
  for (let p = start; p < position; p += every) add(p);
  add(position);
  const stroke = colours.ofCategory[category] ?? frame.inks.strong;
  stretches.forEach((points, i) => {
    if (points.length < 4) return;
    nodes.push({
      kind: 'path',
      id: `line:${category}:${i}`,
      subject: { part: 'mark', category },
      path: polyline(Float64Array.from(points)),
      stroke,
      strokeWidthPx: chart.dress.lines.width * frame.unit,
      join: 'round',
      cap: 'round',
      opacity,
    });
  });
  const [x, y] = at(position, cellValueAt(course, cell, position));
  const radiusPx = chart.dress.lines.width * frame.unit * 1.1;
  if (!Number.isNaN(y))
    nodes.push({
      kind: 'rect',
      id: `head:${category}`,
      subject: { part: 'mark', category },
      x: x - radiusPx,
      y: y - radiusPx,
      widthPx: 2 * radiusPx,
      heightPx: 2 * radiusPx,
      radiusPx,
      fill: stroke,
      opacity,
    });
}

/** A line is never stretched to more than so many times of what it is against all that it comes to. */
const MOST_STRETCH = 4;

/** Where the way of a cell begins, and between which values it lies so far: the lowest, and how far it reaches from there. */
function reachOf(
  { course }: NumberPlan,
  { low, high }: LineRoom,
  cell: number,
  position: number,
): [number, number, number] {
  let start = Number.POSITIVE_INFINITY;
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const take = (place: number) => {
    const value = cellValueAt(course, cell, place);
    if (Number.isNaN(value)) return;
    start = Math.min(start, place);
    least = Math.min(least, value);
    most = Math.max(most, value);
  };
  for (let p = 0; p < position; p++) take(p);
  take(position);
  const range = Math.max(most - least, (high - low) / MOST_STRETCH);
  // What is stretched less stands in the middle, as far as its whole way leaves room.
  return [Number.isFinite(start) ? start : 0, (least + most - range) / 2, range];
}

function marksOf({ boxes, course }: NumberPlan, position: number): ReadonlyMap<number, Mark> {
  const marks = new Map<number, Mark>();
  course.picked.forEach((category, cell) => {
    const box = boxes[cell];
    if (!box || Number.isNaN(cellValueAt(course, cell, position))) return;
    marks.set(category, { x: box.x + box.widthPx / 2, y: box.y, opacity: 1, outline: box });
  });
  return marks;
}
