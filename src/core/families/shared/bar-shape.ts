import type { Box } from '../../chart/box';
import type { Frame } from '../../chart/frame';
import type { BarStyle } from '../../project/dress';
import { mixColours } from '../../scale/colour';
import type { Paint, SceneNode, Subject } from '../../scene/scene';

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
}

/** Soft edges without a blur: a few boxes, each a little larger. */
const SHADOWS = [
  [3, 0.08],
  [2, 0.12],
  [1, 0.16],
] as const;

/** Adds a bar to a list, its shadow under it, as the look has bars. */
export function pushBarShape(nodes: SceneNode[], bar: BarShape, style: BarStyle, frame: Frame): void {
  const { id, subject, opacity } = bar;
  const { x, y, widthPx, heightPx } = bar.box;
  const radiusPx = (style.corners * (bar.lying ? heightPx : widthPx)) / 2;
  if (style.shadow > 0) {
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
  const fill = fillOf(bar, style, frame);
  if (style.outline <= 0) nodes.push({ kind: 'rect', id, subject, x, y, widthPx, heightPx, radiusPx, fill, opacity });
  else {
    const stroke = style.outlineColour ?? frame.inks.strong;
    const strokeWidthPx = style.outline * frame.unit;
    const kind = 'rect';
    nodes.push({ kind, id, subject, x, y, widthPx, heightPx, radiusPx, fill, opacity, stroke, strokeWidthPx });
  }
}

function fillOf({ colour, lying, from, to }: BarShape, { gradient }: BarStyle, frame: Frame): Paint {
  if (gradient <= 0) return colour;
  const start = mixColours(colour, frame.inks.ground, gradient * 0.75);
  return lying
    ? { kind: 'linear', x0: from, y0: 0, x1: to, y1: 0, from: start, to: colour }
    : { kind: 'linear', x0: 0, y0: from, x1: 0, y1: to, from: start, to: colour };
}
