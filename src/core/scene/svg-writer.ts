import type { MeasureText } from './text-fit';

/** What the SVG form of a scene needs besides it, and the ids that its parts refer to each other by. */
export class SvgWriter {
  private count = 0;

  /** @param images Data addresses of pictures, by image id. */
  constructor(
    readonly measure: MeasureText,
    readonly images: ReadonlyMap<string, string>,
  ) {}

  /** An id that nothing else in the picture has. */
  id(): string {
    return `d${++this.count}`;
  }
}

/** A number as SVG writes it: to a thousandth of a pixel. */
export function svgNumber(value: number): string {
  return String(Math.round(value * 1000) / 1000);
}

/** The attribute of an opacity; nothing where it is whole. */
export function svgOpacity(opacity: number | undefined): string {
  return opacity === undefined || opacity >= 1 ? '' : ` opacity="${svgNumber(opacity)}"`;
}

/** Escapes text for SVG; characters that XML cannot hold are dropped. */
export function escapeXml(value: string): string {
  return value
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, '')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;');
}
