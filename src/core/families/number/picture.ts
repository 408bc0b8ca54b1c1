import { cased, labelNode, pushWithShadow } from '../../chart/text-block';
import type { SceneNode, TextNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, type Entrance, entranceOf, present, wordsProgress } from '../shared/build';
import { cellValueAt, positionOf } from '../shared/cells/cells-course';
import { changeAt } from '../shared/cells/change';
import { smallLine } from '../shared/cells/small-line';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import type { NumberPlan } from './plan';

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
  const moved = pushPicture(plan, cell, { x: common.x, y, opacity }, nodes);
  const name = labelNode({
    ...common,
    x: common.x + moved,
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
  const change = changeAt(course.values, cell, position, own);
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

/** The picture of a number before its name. @returns How far the name moves for it. */
function pushPicture(
  { pictureRefs, course, chart, names, nameFont, measure }: NumberPlan,
  cell: number,
  { x, y, opacity }: { readonly x: number; readonly y: number; readonly opacity: number },
  nodes: SceneNode[],
): number {
  const category = course.picked[cell] ?? 0;
  const ref = pictureRefs[category];
  if (!ref) return 0;
  const sidePx = nameFont.sizePx * 1.25 * chart.dress.pictures.size;
  const movedPx = sidePx + nameFont.sizePx * 0.35;
  const middle = chart.own.align === 'middle';
  const left = middle ? x - (measure(names[cell] ?? '', nameFont) + movedPx) / 2 : x;
  const place = { x: left + sidePx / 2, y: y - nameFont.sizePx * 0.34, sidePx, opacity };
  nodes.push(pictureNode(category, ref, chart.dress.pictures, place));
  return middle ? movedPx / 2 : movedPx;
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
  const startX = chart.own.align === 'middle' ? frameBox.x + (frameBox.widthPx - line.box.widthPx) / 2 : line.box.x;
  const category = course.picked[cell] ?? 0;
  nodes.push(
    ...smallLine(course.values, cell, position, {
      box: { ...line.box, x: startX - slidePx },
      ends: [line.low, line.high],
      category,
      colour: colours.ofCategory[category] ?? frame.inks.strong,
      strokePx: chart.dress.lines.width * frame.unit,
      opacity,
    }),
  );
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
