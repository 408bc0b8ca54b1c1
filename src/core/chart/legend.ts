import type { TextStyle } from '../project/text-style';
import type { SceneNode, TextNode } from '../scene/scene';
import { type Font, fitText, type MeasureText } from '../scene/text-fit';
import type { Box, Inks } from './box';
import { ASCENT, cased, fontOf, type TextRoom, withShadow } from './text-block';

/** What a legend explains: named colours, or a run of colour between two values. */
export type LegendContent =
  | { readonly kind: 'names'; readonly entries: readonly { readonly name: string; readonly colour: string }[] }
  | { readonly kind: 'ramp'; readonly colours: readonly [string, string]; readonly ends: readonly [string, string] };

/** A legend that knows its size. Places are relative to its box. */
export interface LegendRows {
  readonly content: LegendContent;
  readonly font: Font;
  readonly items: readonly {
    readonly text: string;
    readonly colour: string;
    readonly x: number;
    readonly row: number;
  }[];
  readonly heightPx: number;
}

const MAX_ROWS = 3;
const ROW = 1.5;

/** Sets the entries in rows; what has no room is counted at the end. */
export function legendRows(
  content: LegendContent,
  { style, sizePx, widthPx }: TextRoom,
  measure: MeasureText,
): LegendRows {
  const font = fontOf(style, sizePx);
  if (content.kind === 'ramp') return { content, font, items: [], heightPx: sizePx * ROW };
  const items: LegendRows['items'][number][] = [];
  let [x, row] = [0, 0];
  for (const [i, { name, colour }] of content.entries.entries()) {
    const text = fitText(cased(name, style), font, widthPx * 0.4, measure);
    const itemPx = sizePx * 1.4 + measure(text, font);
    if (x > 0 && x + itemPx > widthPx) [x, row] = [0, row + 1];
    const left = content.entries.length - i;
    const moreText = `and ${left} more`;
    if (
      row >= MAX_ROWS ||
      (row === MAX_ROWS - 1 && left > 1 && x + itemPx + sizePx * 2 + measure(moreText, font) > widthPx)
    ) {
      items.push({ text: moreText, colour: '', x, row: Math.min(row, MAX_ROWS - 1) });
      break;
    }
    items.push({ text, colour, x, row });
    x += itemPx + sizePx * 1.4;
  }
  const rows = 1 + Math.max(0, ...items.map((item) => item.row));
  return { content, font, items, heightPx: rows * sizePx * ROW };
}

/** Draws a legend into its box. */
export function legendNodes({ content, font, items }: LegendRows, box: Box, style: TextStyle, inks: Inks): SceneNode[] {
  const fill = style.colour ?? inks.quiet;
  const { sizePx } = font;
  const subject = { part: 'legend' as const };
  const text = (node: Pick<TextNode, 'id' | 'text' | 'x' | 'y' | 'align'>) =>
    withShadow({ kind: 'text', subject, font, fill, ...node }, style.shadow);
  const baseline = box.y + sizePx * ASCENT;
  if (content.kind === 'ramp') {
    const [low, high] = content.ends;
    const barPx = Math.min(box.widthPx * 0.3, sizePx * 12);
    const middle = box.x + box.widthPx / 2;
    const [x0, x1] = [middle - barPx / 2, middle + barPx / 2];
    const fillRamp = {
      kind: 'linear' as const,
      x0,
      y0: 0,
      x1,
      y1: 0,
      from: content.colours[0],
      to: content.colours[1],
    };
    return [
      {
        kind: 'rect',
        id: 'legend:ramp',
        subject,
        x: x0,
        y: box.y + sizePx * 0.1,
        widthPx: barPx,
        heightPx: sizePx * 0.8,
        fill: fillRamp,
      },
      ...text({ id: 'legend:low', text: low, x: x0 - sizePx * 0.6, y: baseline, align: 'end' }),
      ...text({ id: 'legend:high', text: high, x: x1 + sizePx * 0.6, y: baseline, align: 'start' }),
    ];
  }
  return items.flatMap((item, i): SceneNode[] => {
    const y = baseline + item.row * sizePx * ROW;
    const x = box.x + item.x;
    if (item.colour === '') return text({ id: `legend:${i}`, text: item.text, x, y, align: 'start' });
    const swatch = sizePx * 0.9;
    return [
      {
        kind: 'rect',
        id: `legend:swatch:${i}`,
        subject,
        x,
        y: y - swatch * 0.86,
        widthPx: swatch,
        heightPx: swatch,
        radiusPx: swatch * 0.2,
        fill: item.colour,
      },
      ...text({ id: `legend:${i}`, text: item.text, x: x + sizePx * 1.4, y, align: 'start' }),
    ];
  });
}
