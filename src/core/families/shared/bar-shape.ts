import type { Box } from '../../chart/box';
import type { Frame } from '../../chart/frame';
import type { BarStyle } from '../../project/dress';
import { mixColours } from '../../scale/colour';
import { PathSink } from '../../scene/path';
import type { Paint, SceneNode, Subject } from '../../scene/scene';
import { type Depth, pushFaces } from './depth';

/** A bar or a column as it is drawn. */
export interface BarShape {
  readonly id: string;
  readonly subject: Subject;
  readonly box: Box;
  readonly lying: boolean;
  /** Along, from the foot to the end, on screen. */
  readonly from: number;
  readonly to: number;
  readonly colour: string;
  readonly opacity: number;
  /** Does it stand on the floor, and not on another part? Only then it throws a shadow on it. True where left out. */
  readonly onFloor?: boolean;
}

/** Soft edges without a blur: a few boxes, each a little larger. */
const SHADOWS = [
  [3, 0.08],
  [2, 0.12],
  [1, 0.16],
] as const;

/** Adds a bar to a list, its shadow under it, as the look has bars. @param depth How far it stands out of the plane. */
export function pushBarShape(
  nodes: SceneNode[],
  bar: BarShape,
  style: BarStyle,
  frame: Frame,
  depth: Depth | null = null,
): void {
  const { id, subject, opacity } = bar;
  const { x, y, widthPx, heightPx } = bar.box;
  // What stands out has edges.
  const radiusPx = depth ? 0 : (style.corners * (bar.lying ? heightPx : widthPx)) / 2;
  if (style.shadow > 0 && depth && !bar.lying) pushFloorShadow(nodes, bar, depth, style.shadow);
  else if (style.shadow > 0) {
    for (const [step, strength] of SHADOWS) {
      const growPx = step * 0.22 * frame.unit;
      const shift = 0.35 * frame.unit;
      nodes.push({
        kind: 'rect',
        id: `shadow:${id}:${step}`,
        x: x - growPx + shift,
        y: y - growPx + shift,
        widthPx: widthPx + 2 * growPx,
        heightPx: heightPx + 2 * growPx,
        radiusPx: radiusPx + growPx,
        fill: '#000000',
        opacity: opacity * style.shadow * strength,
      });
    }
  }
  if (depth && widthPx > 0.01 && heightPx > 0.01) pushFaces(nodes, { ...bar, id, subject }, depth, style.light);
  const fill = fillOf(bar, style, frame);
  if (style.outline <= 0) nodes.push({ kind: 'rect', id, subject, x, y, widthPx, heightPx, radiusPx, fill, opacity });
  else {
    const stroke = style.outlineColour ?? frame.inks.strong;
    const strokeWidthPx = style.outline * frame.unit;
    const kind = 'rect';
    nodes.push({ kind, id, subject, x, y, widthPx, heightPx, radiusPx, fill, opacity, stroke, strokeWidthPx });
  }
}

/** How dark the shadow on the floor is, at most. */
const FLOOR = 0.5;

/**
 * The shadow of a standing bar on the floor, beside it towards where its back lies. It is as long as the bar is deep, so it
 * never reaches a neighbour: faces take half of the room between two bars at most.
 */
function pushFloorShadow(nodes: SceneNode[], bar: BarShape, { dx, dy }: Depth, strength: number): void {
  const { box, from, to, onFloor = true } = bar;
  // From below no floor is seen; what hangs down, or stands on another part, throws nothing on it.
  if (!onFloor || dy >= 0 || Math.abs(dx) < 1e-6 || to >= from) return;
  const side = dx > 0 ? box.x + box.widthPx : box.x;
  // What is low throws a short one.
  const long = dx * Math.min(1, (from - to) / Math.max(1e-9, Math.abs(dy)));
  const sink = new PathSink();
  sink.moveTo(side, from);
  sink.lineTo(side + dx, from + dy);
  sink.lineTo(side + dx + long, from + dy);
  sink.lineTo(side + long, from);
  sink.closePath();
  const opacity = bar.opacity * strength * FLOOR;
  nodes.push({ kind: 'path', id: `floor:${bar.id}`, path: sink.path(), fill: '#000000', opacity });
}

function fillOf({ colour, lying, from, to }: BarShape, { gradient }: BarStyle, frame: Frame): Paint {
  if (gradient <= 0) return colour;
  const start = mixColours(colour, frame.inks.ground, gradient * 0.75);
  return lying
    ? { kind: 'linear', x0: from, y0: 0, x1: to, y1: 0, from: start, to: colour }
    : { kind: 'linear', x0: 0, y0: from, x1: 0, y1: to, from: start, to: colour };
}
