import type { Paint, StrokeStyle } from '../scene';
import type { Surface } from '../surface';
import { type SvgWriter, svgNumber } from '../svg-writer';
import { surfacePaint, svgPaint } from './paint';

/** How far the tip of a sharp corner may reach, in half widths; beyond it the corner is cut off. The same in both painters. */
export const MITER_LIMIT = 10;

/** Strokes the path that the surface has. */
export function strokeSurface(surface: Surface, stroke: Paint, style: StrokeStyle): void {
  surface.strokeStyle = surfacePaint(surface, stroke);
  surface.lineWidth = style.strokeWidthPx ?? 1;
  surface.lineJoin = style.join ?? 'miter';
  surface.lineCap = style.cap ?? 'butt';
  surface.miterLimit = MITER_LIMIT;
  if (style.dashPx) surface.setLineDash([style.dashPx, style.dashPx]);
  surface.stroke();
  if (style.dashPx) surface.setLineDash([]);
}

/** The attributes of a stroke, and what has to stand before. */
export function svgStroke(
  stroke: Paint | undefined,
  style: StrokeStyle,
  writer: SvgWriter,
): { definition: string; attributes: string } {
  if (!stroke) return { definition: '', attributes: '' };
  const { definition, name } = svgPaint(stroke, writer);
  const parts = [
    `stroke="${name}"`,
    `stroke-width="${svgNumber(style.strokeWidthPx ?? 1)}"`,
    `stroke-linejoin="${style.join ?? 'miter'}"`,
    `stroke-miterlimit="${MITER_LIMIT}"`,
    ...(style.cap && style.cap !== 'butt' ? [`stroke-linecap="${style.cap}"`] : []),
    ...(style.dashPx ? [`stroke-dasharray="${svgNumber(style.dashPx)}"`] : []),
  ];
  return { definition, attributes: ` ${parts.join(' ')}` };
}

/** How far a stroke reaches beyond its path at the most, in stage pixels. */
export function strokeReach({ strokeWidthPx = 1, join = 'miter', cap = 'butt' }: StrokeStyle): number {
  const half = strokeWidthPx / 2;
  const corner = join === 'miter' ? MITER_LIMIT : 1;
  return half * Math.max(corner, cap === 'square' ? Math.SQRT2 : 1);
}
