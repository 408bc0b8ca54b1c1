import type { Box } from '../../../chart/box';
import type { Frame } from '../../../chart/frame';
import { labelNode, pushWithShadow } from '../../../chart/text-block';
import type { Chart } from '../../../project/chart';
import { lineWidth } from '../../../scene/layout-text';
import type { SceneNode, Subject } from '../../../scene/scene';
import type { Font, MeasureText } from '../../../scene/text-fit';
import { leaderPath, placeRingLabels } from './ring-labels';

/** What labels are drawn with. */
export interface LabelPens {
  readonly chart: Chart;
  readonly frame: Frame;
  readonly nameFont: Font;
  readonly numberFont: Font;
  readonly measure: MeasureText;
}

/** A ring that labels stand around. */
export interface LabelledRing extends LabelPens {
  readonly x: number;
  readonly y: number;
  /** How far marks and their backs reach. */
  readonly reachPx: number;
  readonly rowPx: number;
  readonly box: Box;
}

/** A mark with its label. */
export interface LabelledMark {
  readonly id: string;
  /** null for what stands for no category. */
  readonly category: number | null;
  readonly turn: number;
  /** What it takes of a turn. */
  readonly share: number;
  /** How far its label is there, in [0, 1]. */
  readonly presence: number;
  readonly opacity: number;
  /** Where its leader starts: a middle, and so far from it. */
  readonly x: number;
  readonly y: number;
  readonly rimPx: number;
  readonly name: string;
  readonly number: string;
}

/** Labels with their leaders around a ring. */
export function ringLabelNodes(ring: LabelledRing, marks: readonly LabelledMark[]): SceneNode[] {
  const { x, y, reachPx, rowPx, nameFont, numberFont, box, frame, measure } = ring;
  const sizePx = nameFont.sizePx;
  const placed = placeRingLabels(
    marks.map(({ turn, share, presence, name, number }) => ({
      turn,
      share,
      presence,
      widthPx: Math.max(measure(name, nameFont), lineWidth(number, numberFont, true, measure)),
    })),
    { x, y, radiusPx: reachPx + sizePx * 1.1, rowPx, gapPx: sizePx * 0.45, box },
  );
  const nodes: SceneNode[] = [];
  marks.forEach((mark, i) => {
    const place = placed[i];
    const opacity = (place?.strength ?? 0) * mark.opacity;
    if (!place || opacity <= 0.01) return;
    nodes.push({
      kind: 'path',
      id: `leader:${mark.id}`,
      path: leaderPath(mark, { rimPx: mark.rimPx + sizePx * 0.12, turn: mark.turn }, place),
      stroke: frame.inks.quiet,
      strokeWidthPx: 0.16 * frame.unit,
      cap: 'round',
      opacity,
    });
    pushLabelLines(ring, mark, { x: place.left, y: place.middle, align: 'start', opacity, fill: null }, nodes);
  });
  return nodes;
}

/** Where the lines of a label stand, around their middle. */
export interface LabelPlace {
  readonly x: number;
  readonly y: number;
  readonly align: 'start' | 'middle';
  readonly opacity: number;
  /** null takes the inks of the stage. */
  readonly fill: string | null;
}

/** The lines of a label: a name, and under it what there is of numbers. */
export function pushLabelLines(
  { chart, frame, nameFont, numberFont }: LabelPens,
  { id, category, name, number }: Pick<LabelledMark, 'id' | 'category' | 'name' | 'number'>,
  { y, fill, ...place }: LabelPlace,
  nodes: SceneNode[],
): void {
  const { labels } = chart.dress;
  const subjectOf = (part: Subject['part']): Subject => (category === null ? { part } : { part, category });
  const single = number === '';
  if (name !== '') {
    const node = labelNode({
      ...place,
      id: `name:${id}`,
      subject: subjectOf('name'),
      text: name,
      y: single ? y + nameFont.sizePx * 0.35 : y - nameFont.sizePx * 0.14,
      font: nameFont,
      fill: labels.name.colour ?? fill ?? frame.inks.strong,
      tabular: false,
    });
    pushWithShadow(nodes, node, labels.name.shadow);
  }
  if (single) return;
  const below = labelNode({
    ...place,
    id: `value:${id}`,
    subject: subjectOf('value'),
    text: number,
    y: y + numberFont.sizePx * 0.96,
    font: numberFont,
    fill: labels.value.colour ?? fill ?? frame.inks.quiet,
    tabular: true,
  });
  pushWithShadow(nodes, below, labels.value.shadow);
}
