import { labelNode, pushWithShadow } from '../../chart/text-block';
import { polyline } from '../../scene/path';
import type { SceneNode, Subject, TextNode } from '../../scene/scene';
import { pictureNode } from '../shared/picture-node';
import { onCircle } from '../shared/round/sector';
import type { ProgressPlan } from './plan';

/** A cell at a moment. */
export interface CellAt {
  readonly category: number;
  readonly x: number;
  readonly y: number;
  readonly value: number;
  /** Of the way, as far as it is drawn. */
  readonly share: number;
  readonly opacity: number;
  readonly colour: string;
  readonly text: string;
  readonly name: string;
}

export const markOf = (category: number): Subject => ({ part: 'mark', category });

/** The mark on the way. */
export function targetNode({ frame }: ProgressPlan, category: number, points: readonly number[]): SceneNode {
  return {
    kind: 'path',
    id: `target:${category}`,
    subject: markOf(category),
    path: polyline(Float64Array.from(points)),
    stroke: frame.inks.strong,
    strokeWidthPx: 0.45 * frame.unit,
    cap: 'round',
  };
}

/** What the mark stands at. */
export function targetText(
  { chart, frame, targetFont: font, targetText: text }: ProgressPlan,
  category: number,
  place: Pick<TextNode, 'x' | 'y' | 'align'>,
): SceneNode {
  const fill = chart.dress.labels.tick.colour ?? frame.inks.quiet;
  const subject = markOf(category);
  return labelNode({ ...place, id: `target:${category}:text`, subject, text, font, fill, opacity: 1, tabular: false });
}

/** The numbers at both ends of a dial, under its band. */
export function pushEnds(
  plan: ProgressPlan,
  category: number,
  { x, y }: { readonly x: number; readonly y: number },
  nodes: SceneNode[],
): void {
  const { round, targetFont: font, endTexts, measure } = plan;
  if (!endTexts) return;
  const middle = (round.innerPx + round.outerPx) / 2;
  endTexts.forEach((text, i) => {
    const [endX, endY] = onCircle(x, y, middle, round.start + round.sweep * i);
    // Never wider than the round is, nor into its middle.
    const half = measure(text, font) / 2;
    const inwards = Math.max(0, Math.abs(endX - x) + half - round.outerPx);
    const textX = endX - Math.sign(endX - x) * inwards;
    if (half * 2 > round.outerPx * (plan.endRowPx > 0 ? 0.95 : 0.5)) return;
    const node = targetText(plan, category, {
      x: textX,
      y: endY + font.sizePx * (round.sweep > 0.6 ? 1.5 : 1.2),
      align: 'middle',
    });
    nodes.push({ ...node, id: `end:${category}:${i}`, text } as TextNode);
  });
}

/** A line of a cell's words. */
export interface Written {
  readonly part: 'name' | 'value';
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly align: TextNode['align'];
}

/** Adds the picture of a cell before its name. @returns Where the name stands then. */
function pushPicture(
  { chart, nameFont, pictureRefs, picturePx, measure }: ProgressPlan,
  category: number,
  { text, x, y, align }: Written,
  nodes: SceneNode[],
): number {
  const ref = pictureRefs[category];
  if (!ref || picturePx <= 0) return x;
  const movedPx = picturePx * 1.25;
  const middle = align === 'middle';
  const left = middle ? x - (measure(text, nameFont) + movedPx) / 2 : x;
  const place = { x: left + picturePx / 2, y: y - nameFont.sizePx * 0.34, sidePx: picturePx, opacity: 1 };
  nodes.push(pictureNode(category, ref, chart.dress.pictures, place));
  return middle ? x + movedPx / 2 : x + movedPx;
}

/** Adds a line of a cell's words. */
export function pushText(plan: ProgressPlan, { category }: CellAt, written: Written, nodes: SceneNode[]): void {
  const { chart, frame, nameFont, valueFont } = plan;
  const { part, text, y, align } = written;
  const x = part === 'name' ? pushPicture(plan, category, written, nodes) : written.x;
  if (text === '') return;
  const style = chart.dress.labels[part];
  const node = labelNode({
    id: `${part}:${category}`,
    subject: { part, category },
    text,
    x,
    y,
    font: part === 'name' ? nameFont : valueFont,
    fill: style.colour ?? (part === 'name' ? frame.inks.quiet : frame.inks.strong),
    align,
    opacity: 1,
    tabular: part === 'value',
  });
  pushWithShadow(nodes, node, style.shadow);
}
