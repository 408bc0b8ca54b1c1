import type { TextNode } from './scene';
import type { Font, MeasureText } from './text-fit';

/** A piece of a line and where it starts, in stage pixels. */
export interface TextRun {
  readonly text: string;
  readonly x: number;
}

/** Where the run that starts at a place ends: a digit stands alone, everything else as far as the next digit. */
function runEnd(text: string, start: number): number {
  let end = start + 1;
  if (isDigit(text, start)) return end;
  while (end < text.length && !isDigit(text, end)) end++;
  return end;
}

function isDigit(text: string, place: number): boolean {
  const code = text.charCodeAt(place);
  return code >= 48 && code <= 57;
}

const DIGITS = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;

/** Width of the widest digit: the cell that every digit gets in tabular text. */
function digitCell(font: Font, measure: MeasureText): number {
  let widest = 0;
  for (const digit of DIGITS) widest = Math.max(widest, measure(digit, font));
  return widest;
}

/** Width of a line as it will be drawn, in stage pixels. */
export function lineWidth(text: string, font: Font, tabular: boolean, measure: MeasureText): number {
  if (!tabular) return measure(text, font);
  const cell = digitCell(font, measure);
  let width = 0;
  for (let from = 0; from < text.length; ) {
    const to = runEnd(text, from);
    width += isDigit(text, from) ? cell : measure(text.slice(from, to), font);
    from = to;
  }
  return width;
}

/**
 * Where the pieces of a text stand. Both painters draw these runs, so they agree to the pixel on where a digit is.
 */
export function layoutText(node: TextNode, measure: MeasureText): TextRun[] {
  const width = node.align === 'start' ? 0 : lineWidth(node.text, node.font, node.tabular ?? false, measure);
  let x = node.x - (node.align === 'end' ? width : node.align === 'middle' ? width / 2 : 0);
  if (!node.tabular) return [{ text: node.text, x }];
  const cell = digitCell(node.font, measure);
  const runs: TextRun[] = [];
  for (let from = 0; from < node.text.length; ) {
    const to = runEnd(node.text, from);
    const piece = node.text.slice(from, to);
    const own = measure(piece, node.font);
    const digit = isDigit(node.text, from);
    runs.push({ text: piece, x: digit ? x + (cell - own) / 2 : x });
    x += digit ? cell : own;
    from = to;
  }
  return runs;
}
