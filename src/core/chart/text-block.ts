import type { TextStyle } from '../project/text-style';
import { lineWidth } from '../scene/layout-text';
import type { PartName, SceneNode, Subject, TextNode } from '../scene/scene';
import { type Font, fitText, type MeasureText, wrapText } from '../scene/text-fit';

/** Distance of baselines, in sizes. */
export const LINE = 1.2;
/** From a line's top to its baseline, and from there to its foot, in sizes. */
export const ASCENT = 0.78;
export const DESCENT = 0.24;

/** The font of a style at a size in stage pixels. */
export function fontOf(style: TextStyle, sizePx: number): Font {
  const font = { family: style.family, weight: style.weight, sizePx };
  return { ...font, ...(style.italic ? { italic: true } : {}), ...(style.spacing ? { spacing: style.spacing } : {}) };
}

/** A text as its style writes it. */
export function cased(text: string, style: TextStyle): string {
  return style.capitals ? text.toUpperCase() : text;
}

/** A text that has its place: so many lines, from a first baseline, within a width. */
export interface TextBlock {
  readonly part: PartName;
  readonly template: string;
  readonly style: TextStyle;
  readonly font: Font;
  readonly fill: string;
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly maxLines: number;
  readonly align: 'start' | 'middle' | 'end';
  /** Its numbers count, so that digits must keep their places. */
  readonly tabular: boolean;
}

/** What a line of a chart's labels holds. */
type Label = Required<Pick<TextNode, 'opacity' | 'tabular'>> &
  Pick<TextNode, 'id' | 'text' | 'x' | 'y' | 'font' | 'fill' | 'align'> & { readonly subject: Subject };

/** A line of a chart's labels. All are made here, in one shape, which is what makes thousands of them a second cheap. */
export function labelNode({ id, subject, text, x, y, font, fill, align, opacity, tabular }: Label): TextNode {
  return { kind: 'text', id, subject, text, x, y, font, fill, align, opacity, tabular };
}

/** Adds a text to a list and, under it, its shadow. */
export function pushWithShadow(nodes: SceneNode[], node: TextNode, shadow: number): void {
  if (shadow <= 0) nodes.push(node);
  else nodes.push(...withShadow(node, shadow));
}

/** A text and, under it, its shadow. */
export function withShadow(node: TextNode, shadow: number): SceneNode[] {
  if (shadow <= 0) return [node];
  // Written out: in Node, to spread a node and add to the copy costs more than all the rest of it.
  const { id, text, x, y, font, align, tabular, turnRad, opacity = 1 } = node;
  const shade = (step: number, strength: number): TextNode => ({
    kind: 'text',
    id: `${id}:shade${step}`,
    text,
    x: x + font.sizePx * 0.02 * step,
    y: y + font.sizePx * 0.035 * step,
    font,
    fill: '#000000',
    align,
    opacity: strength * shadow * opacity,
    tabular,
    turnRad,
    shade: true,
  });
  return [shade(3, 0.16), shade(2, 0.22), shade(1, 0.34), node];
}

/** The nodes of a block for the words that it holds at a moment. */
export function blockNodes(block: TextBlock, words: string, measure: MeasureText): SceneNode[] {
  const { font, style, align, part } = block;
  const subject: Subject = { part };
  const text = cased(words, style);
  const lines = block.maxLines === 1 ? [fitLine(text, block, measure)] : wrapText(text, block, measure);
  return lines.flatMap((line, i) => {
    if (line === '') return [];
    const y = block.y + i * font.sizePx * LINE;
    const node: TextNode = {
      kind: 'text',
      id: `${part}:${i}`,
      subject,
      text: line,
      x: block.x,
      y,
      font,
      fill: block.fill,
      align,
      tabular: block.tabular,
    };
    return withShadow(node, style.shadow);
  });
}

/** A counting line is measured with equal digits, so that it is shortened always or never. */
function fitLine(text: string, { font, widthPx, tabular }: TextBlock, measure: MeasureText): string {
  if (tabular && lineWidth(text, font, true, measure) <= widthPx * 1.001) return text;
  return fitText(text, font, widthPx, measure);
}

/** Width of the widest of some texts; those that differ only in digits are as wide as each other. */
export function widestLine(texts: readonly string[], font: Font, measure: MeasureText): number {
  let widest = 0;
  for (const text of new Set(texts.map((each) => each.replace(/\d/g, '0')))) {
    widest = Math.max(widest, lineWidth(text, font, true, measure));
  }
  return widest;
}

/** How texts are set, and into which room. */
export interface TextRoom {
  readonly style: TextStyle;
  /** The size that they would like to have. */
  readonly sizePx: number;
  readonly widthPx: number;
}

/** The size at which the widest of the texts fits into a width. */
export function fittingSize(
  texts: readonly string[],
  { style, sizePx, widthPx }: TextRoom,
  measure: MeasureText,
): number {
  const widest = widestLine(
    texts.map((text) => cased(text, style)),
    fontOf(style, sizePx),
    measure,
  );
  return widest > widthPx ? (sizePx * widthPx) / widest : sizePx;
}
