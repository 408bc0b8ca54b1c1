/** A font as scenes name it. Sizes are in stage pixels. */
export interface Font {
  readonly family: string;
  readonly weight: number;
  readonly sizePx: number;
  readonly italic?: boolean;
  /** Room added after each character, in parts of the size; `MeasureText` counts it. */
  readonly spacing?: number;
}

/** Width of a text in stage pixels; given from outside, since the core has no fonts. */
export type MeasureText = (text: string, font: Font) => number;

const segmenter = new Intl.Segmenter('en', { granularity: 'grapheme' });

/** One line of text that can be shown: control signs and line breaks become spaces. */
export function plainLine(text: string): string {
  return text.replace(/[\p{Cc}\u2028\u2029]+/gu, ' ').trim();
}

/** Shortens a text with an ellipsis until it fits; whole characters as a reader sees them are dropped. */
export function fitText(text: string, font: Font, widthPx: number, measure: MeasureText): string {
  // A cell can hold megabytes; no stage shows more than some hundred characters of one line.
  const line = plainLine(text.slice(0, 1000));
  if (measure(line, font) <= widthPx) return line;
  const characters = Array.from(segmenter.segment(line), ({ segment }) => segment);
  let [low, high] = [0, characters.length];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    const shown = `${characters.slice(0, middle).join('').trimEnd()}…`;
    if (measure(shown, font) <= widthPx) low = middle;
    else high = middle - 1;
  }
  return `${characters.slice(0, low).join('').trimEnd()}…`;
}

/** The room that a text has for its lines. */
export interface LineRoom {
  readonly font: Font;
  readonly widthPx: number;
  readonly maxLines: number;
}

/** Breaks a text into at most `maxLines` lines at spaces; the last one is shortened where it does not fit. */
export function wrapText(text: string, { font, widthPx, maxLines }: LineRoom, measure: MeasureText): string[] {
  const words = plainLine(text.slice(0, 4000)).split(/\s+/).filter(Boolean);
  const lines: string[] = [];
  let line = '';
  for (let i = 0; i < words.length; i++) {
    const longer = line === '' ? (words[i] ?? '') : `${line} ${words[i]}`;
    if (line === '' || measure(longer, font) <= widthPx) {
      line = longer;
      continue;
    }
    if (lines.length === maxLines - 1) {
      line = [line, ...words.slice(i)].join(' ');
      break;
    }
    lines.push(line);
    line = words[i] ?? '';
  }
  if (line !== '') lines.push(line);
  return lines.map((each) => fitText(each, font, widthPx, measure));
}
