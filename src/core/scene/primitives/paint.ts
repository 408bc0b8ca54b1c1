import type { Paint } from '../scene';
import type { Surface } from '../surface';
import { escapeXml, type SvgWriter, svgNumber } from '../svg-writer';

/** A colour or gradient as a canvas takes it. */
export function surfacePaint(surface: Surface, paint: Paint): unknown {
  if (typeof paint === 'string') return paint;
  const gradient =
    paint.kind === 'linear'
      ? surface.createLinearGradient(paint.x0, paint.y0, paint.x1, paint.y1)
      : surface.createRadialGradient(paint.x, paint.y, 0, paint.x, paint.y, paint.radiusPx);
  gradient.addColorStop(0, paint.from);
  gradient.addColorStop(1, paint.to);
  return gradient;
}

/** A colour or gradient in SVG: what it is called by, and what has to stand before. */
export function svgPaint(paint: Paint | undefined, writer: SvgWriter): { definition: string; name: string } {
  if (paint === undefined) return { definition: '', name: 'none' };
  if (typeof paint === 'string') return { definition: '', name: escapeXml(paint) };
  const id = writer.id();
  const stops = `<stop offset="0" stop-color="${escapeXml(paint.from)}"/><stop offset="1" stop-color="${escapeXml(paint.to)}"/>`;
  const space = `id="${id}" gradientUnits="userSpaceOnUse"`;
  const n = svgNumber;
  const definition =
    paint.kind === 'linear'
      ? `<linearGradient ${space} x1="${n(paint.x0)}" y1="${n(paint.y0)}" x2="${n(paint.x1)}" y2="${n(paint.y1)}">${stops}</linearGradient>`
      : `<radialGradient ${space} cx="${n(paint.x)}" cy="${n(paint.y)}" r="${n(paint.radiusPx)}">${stops}</radialGradient>`;
  return { definition, name: `url(#${id})` };
}
