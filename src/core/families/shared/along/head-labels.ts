import type { Frame } from '../../../chart/frame';
import type { PictureRef } from '../../../chart/pictures';
import { ASCENT, DESCENT, fontOf, labelNode, pushWithShadow } from '../../../chart/text-block';
import { smoothStep } from '../../../motion/slots';
import type { Chart } from '../../../project/chart';
import { lineWidth } from '../../../scene/layout-text';
import { polyline } from '../../../scene/path';
import type { SceneNode } from '../../../scene/scene';
import { type Font, fitText, type MeasureText, plainLine } from '../../../scene/text-fit';
import type { HeadLabel } from './head-choices';
import { pushHeadPicture } from './head-picture';

/** A name, measured once. */
export interface HeadName {
  readonly text: string;
  readonly widthPx: number;
  /** The whole name, whether it is written or not. */
  readonly called: string;
}

/** How heads are labelled, prepared for a film. */
export interface HeadLabels {
  readonly chart: Chart;
  readonly frame: Frame;
  readonly kind: HeadLabel;
  readonly fonts: { readonly name: Font; readonly value: Font };
  /** By line. */
  readonly names: readonly HeadName[];
  /** By line; null where letters stand for a picture. */
  readonly pictures: readonly (PictureRef | null)[];
  /** Height of a picture before the name; 0 where there are none. */
  readonly picturePx: number;
  readonly formatValue: (value: number) => string;
  readonly linePx: number;
  readonly dotPx: number;
  /** Height of a label in the column of heads. */
  readonly rowPx: number;
  readonly gapPx: number;
  /** Room to the right of the playhead at its farthest. */
  readonly roomPx: number;
}

interface HeadLabelsInput {
  readonly chart: Chart;
  readonly frame: Frame;
  readonly kind: HeadLabel;
  readonly names: readonly string[];
  /** By name; see `HeadLabels`. */
  readonly pictures: readonly (PictureRef | null)[];
  /** The least and the greatest value that is ever written. */
  readonly ends: readonly [number, number];
  readonly fieldPx: number;
  readonly formatValue: (value: number) => string;
  readonly measure: MeasureText;
}

/** Height of a picture at its full size, in heights of a row of text, and how wide one may be. */
const PICTURE = 1.15;
const WIDEST = 1.5;

/** Labels at heads take at most this part of the chart. */
const MOST_ROOM = { wide: 0.34, tall: 0.46 } as const;

/** Chooses the size of labels, fits the names, and says what room they need. */
export function prepareHeadLabels(input: HeadLabelsInput): HeadLabels {
  const { chart, frame, kind, formatValue, measure } = input;
  const { labels, lines } = chart.dress;
  const { unit, plot } = frame;
  const sizePx = Math.max(1, Math.min(2.8 * unit, input.fieldPx / Math.max(1, input.names.length) / 1.3));
  const fonts = {
    name: fontOf(labels.name, sizePx * labels.name.size),
    value: fontOf(labels.value, sizePx * labels.value.size),
  };
  const gapPx = sizePx * 0.45;
  const limitPx = plot.widthPx * (plot.heightPx > plot.widthPx ? MOST_ROOM.tall : MOST_ROOM.wide);
  const [withName, withValue] = [kind === 'name-value' || kind === 'name', kind === 'name-value' || kind === 'value'];
  const valuePx = withValue ? widestValue(input.ends, formatValue, fonts.value, measure) : 0;
  const namePx = Math.max(limitPx * 0.3, limitPx - (valuePx > 0 ? valuePx + gapPx : 0));
  const names = input.names.map((name): HeadName => {
    if (!withName) return { text: '', widthPx: 0, called: name };
    const plain = plainLine(name.slice(0, 300));
    const text = fitText(labels.name.capitals ? plain.toUpperCase() : plain, fonts.name, namePx, measure);
    return { text, widthPx: lineWidth(text, fonts.name, false, measure), called: name };
  });
  const widest = names.reduce((most, { widthPx }) => Math.max(most, widthPx), 0);
  const linePx = lines.width * unit;
  const dotPx = lines.points === 'none' ? linePx : linePx * lines.pointSize;
  const both = widest > 0 && valuePx > 0 ? gapPx : 0;
  const textPx = Math.max(fonts.name.sizePx, fonts.value.sizePx) * 1.12;
  const { shown, monograms, size } = chart.dress.pictures;
  const pictured = kind !== 'none' && shown && (monograms || input.pictures.some((ref) => ref !== null));
  // As high as a row of text at the usual size, so that as many heads have room as without pictures.
  const picturePx = pictured ? textPx * PICTURE * size : 0;
  const rowPx = Math.max(textPx, picturePx * 1.04);
  const beside = picturePx > 0 ? picturePx * WIDEST + gapPx : 0;
  const roomPx = kind === 'none' ? dotPx : beside + widest + valuePx + both + 2.4 * gapPx + dotPx;
  const { pictures } = input;
  return {
    chart,
    frame,
    kind,
    fonts,
    names,
    pictures,
    picturePx,
    formatValue,
    linePx,
    dotPx,
    rowPx,
    gapPx,
    roomPx,
  };
}

/** Room for the longest number of a range, in pixels. */
export function widestValue(
  ends: readonly [number, number],
  formatValue: (value: number) => string,
  font: Font,
  measure: MeasureText,
): number {
  let widest = 0;
  for (const end of ends)
    for (let size = Math.abs(end); size > Math.abs(end) * 1e-7; size /= 10)
      for (const value of [size, size * 0.999]) {
        const text = plainLine(formatValue(Math.sign(end) * value)).replace(/\d/g, '0');
        widest = Math.max(widest, lineWidth(text, font, true, measure));
      }
  return widest;
}

/** A head at a moment, as its label sees it. */
export interface LabelledHead {
  readonly category: number;
  /** Place among the names. */
  readonly line: number;
  readonly value: number;
  readonly colour: string;
  /** Where the line ends. */
  readonly x: number;
  readonly y: number;
  /** The middle of the label. */
  readonly labelY: number;
  /** How strongly the label shows, in [0, 1]. */
  readonly strength: number;
  /** How much of the name stands inside the mark instead, in [0, 1]; the value takes its place. */
  readonly inside?: number;
}

/** Adds the label of a head; one that had to step aside is led back to its line. */
export function pushHeadLabel(labels: HeadLabels, head: LabelledHead, nodes: SceneNode[]): void {
  const { chart, frame, kind, fonts, gapPx, linePx, dotPx } = labels;
  const { category, strength, labelY, inside = 0 } = head;
  if (kind === 'none' || strength <= 0) return;
  const start = head.x + dotPx / 2 + gapPx * 1.6;
  const picture = {
    category,
    ref: labels.pictures[head.line] ?? null,
    called: labels.names[head.line]?.called ?? '',
    colour: head.colour,
    x: start,
    y: labelY,
    opacity: strength,
  };
  const x = start + pushHeadPicture(labels, picture, nodes);
  const aside = smoothStep((Math.abs(labelY - head.y) / labels.rowPx - 0.4) * 2);
  if (aside > 0)
    nodes.push({
      kind: 'path',
      id: `lead:${category}`,
      path: polyline(Float64Array.of(head.x + dotPx / 2, head.y, start - gapPx * 0.25, labelY)),
      stroke: head.colour,
      strokeWidthPx: Math.min(linePx, 0.2 * frame.unit),
      opacity: aside * strength * 0.8,
    });
  const name = labels.names[head.line];
  const baseline = (sizePx: number) => labelY + sizePx * ((ASCENT - DESCENT) / 2);
  const common = { align: 'start', opacity: strength } as const;
  // First the name goes, then the value moves up to its place, so that neither stands on the other.
  const named = Math.max(0, 1 - 2 * inside);
  const beside = 1 - smoothStep(2 * inside - 1);
  if (name && name.text !== '' && named > 0)
    pushWithShadow(
      nodes,
      labelNode({
        ...common,
        opacity: strength * named,
        id: `name:${category}`,
        subject: { part: 'name', category },
        text: name.text,
        x,
        y: baseline(fonts.name.sizePx),
        font: fonts.name,
        fill: chart.dress.labels.name.colour ?? frame.inks.strong,
        tabular: false,
      }),
      chart.dress.labels.name.shadow,
    );
  if (kind === 'name') return;
  pushWithShadow(
    nodes,
    labelNode({
      ...common,
      id: `value:${category}`,
      subject: { part: 'value', category },
      text: labels.formatValue(head.value),
      x: x + (name && name.widthPx > 0 ? (name.widthPx + gapPx) * beside : 0),
      y: baseline(fonts.value.sizePx),
      font: fonts.value,
      fill: chart.dress.labels.value.colour ?? frame.inks.quiet,
      tabular: true,
    }),
    chart.dress.labels.value.shadow,
  );
}

interface Dot {
  readonly x: number;
  readonly y: number;
  readonly colour: string;
  readonly opacity: number;
  readonly sizePx: number;
  readonly category: number;
}

/** A point of a line. */
export function dotNode(id: string, { x, y, colour, opacity, sizePx, category }: Dot): SceneNode {
  const half = sizePx / 2;
  return {
    kind: 'rect',
    id,
    subject: { part: 'mark', category },
    x: x - half,
    y: y - half,
    widthPx: sizePx,
    heightPx: sizePx,
    radiusPx: half,
    fill: colour,
    opacity,
  };
}
