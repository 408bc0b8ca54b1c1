import type { Box } from '../../chart/box';
import type { BarStyle } from '../../project/dress';
import type { SceneNode, Subject } from '../../scene/scene';
import { pushBarShape } from '../shared/bar-shape';
import { type BarAt, wipes } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';
import { pushRow } from './repeated';

/** Width of the edge of a bar that passes another, in hundredths of the stage's shorter side. */
const EDGE = 0.25;
/** Thickness of a stem, as a share of what a bar has. */
const STEM = 0.14;

/**
 * Adds a mark to a list: a bar, whole or of its parts, a head with or without a stem, or a row of pictures.
 *
 * @param middle The middle across, on screen.
 */
export function pushMark(nodes: SceneNode[], plan: RankedBarsPlan, bar: BarAt, middle: number): void {
  const { chart } = plan;
  const { form } = chart.own;
  const lying = chart.dress.bars.direction === 'lying';
  const whole = boxOf(lying, bar, middle, bar.thickPx);
  const uncovers = wipes(bar.entrance) && bar.entrance.progress < 1;
  const children: SceneNode[] = uncovers ? [] : nodes;
  pushEdge(children, plan, bar, form === 'bar' || form === 'repeated' ? whole : headBox(lying, bar, middle));
  if (form === 'repeated') pushRow(children, plan, bar, whole);
  else pushSolid(children, plan, bar, middle);
  if (!uncovers) return;
  const { headPx } = plan;
  const clip = {
    ...whole,
    x: whole.x - headPx,
    widthPx: (whole.widthPx + 2 * headPx) * bar.entrance.progress,
    y: whole.y - headPx,
    heightPx: whole.heightPx + 2 * headPx,
  };
  nodes.push({ kind: 'group', id: `wipe:${bar.category}`, clip, children });
}

/** A bar, whole or of its parts, or a head with or without a stem. */
function pushSolid(nodes: SceneNode[], plan: RankedBarsPlan, bar: BarAt, middle: number): void {
  const { chart, frame } = plan;
  const { form } = chart.own;
  // A bar that slims as it passes stands out by as much less.
  const slim = bar.thickPx / plan.thickPx;
  const depth = plan.depth && { dx: plan.depth.dx * slim, dy: plan.depth.dy * slim };
  const lying = chart.dress.bars.direction === 'lying';
  const subject: Subject = { part: 'mark', category: bar.category };
  const { opacity, colour } = bar;
  const stretch = (
    id: string,
    box: Box,
    from: number,
    to: number,
    fill: string,
    style: BarStyle,
    of: Subject = subject,
  ) =>
    pushBarShape(
      nodes,
      { id, subject: of, lying, box, from, to, colour: fill, opacity, onFloor: from === bar.from },
      style,
      frame,
      depth,
    );
  const thickPx = form === 'bar' ? bar.thickPx : bar.thickPx * STEM;
  const style = form === 'bar' ? chart.dress.bars : { ...chart.dress.bars, shadow: 0, outline: 0 };
  const id = `bar:${bar.category}`;
  if (form !== 'dot' && bar.pieces)
    for (const { part, from, to, colour: fill } of bar.pieces)
      stretch(`${id}:${part}`, boxOf(lying, { from, to }, middle, thickPx), from, to, fill, sharp(style), {
        ...subject,
        portion: plan.cube.parts?.names[part] ?? '',
      });
  else if (form !== 'dot')
    stretch(
      form === 'bar' ? id : `stem:${bar.category}`,
      boxOf(lying, bar, middle, thickPx),
      bar.from,
      bar.to,
      colour,
      style,
    );
  if (form !== 'bar')
    stretch(id, headBox(lying, bar, middle), bar.from, bar.to, colour, { ...chart.dress.bars, corners: 1 });
}

/** What a stretch along takes of the stage. */
function boxOf(lying: boolean, { from, to }: Pick<BarAt, 'from' | 'to'>, middle: number, thickPx: number): Box {
  const [low, px] = [Math.min(from, to), Math.abs(to - from)];
  const across = middle - thickPx / 2;
  return lying
    ? { x: low, y: across, widthPx: px, heightPx: thickPx }
    : { x: across, y: low, widthPx: thickPx, heightPx: px };
}

/** The round head at the end of a mark. */
function headBox(lying: boolean, { to, thickPx }: BarAt, middle: number): Box {
  const half = thickPx / 2;
  return lying
    ? { x: to - half, y: middle - half, widthPx: thickPx, heightPx: thickPx }
    : { x: middle - half, y: to - half, widthPx: thickPx, heightPx: thickPx };
}

/** An edge in the ground's colour sets a bar that passes off from the one under it, which may have the same colour. */
function pushEdge(nodes: SceneNode[], { thickPx, frame, chart }: RankedBarsPlan, bar: BarAt, box: Box): void {
  const slimmed = Math.min(1, (1 - bar.thickPx / thickPx) * 4);
  if (slimmed <= 0) return;
  const px = EDGE * frame.unit * slimmed;
  const grown = { x: box.x - px, y: box.y - px, widthPx: box.widthPx + 2 * px, heightPx: box.heightPx + 2 * px };
  const corners = chart.own.form === 'bar' ? chart.dress.bars.corners : 1;
  const radiusPx = (corners * Math.min(box.widthPx, box.heightPx)) / 2 + px;
  nodes.push({
    kind: 'rect',
    id: `edge:${bar.category}`,
    ...grown,
    radiusPx,
    fill: frame.inks.ground,
    opacity: bar.opacity,
  });
}

/** Parts of a bar join without corners. */
function sharp(style: BarStyle): BarStyle {
  return style.corners === 0 ? style : { ...style, corners: 0 };
}
