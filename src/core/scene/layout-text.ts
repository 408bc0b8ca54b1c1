import type { TextNode } from './scene';
import type { Font, MeasureText } from './text-fit';

/** A piece of a line and where it starts, in stage pixels. */
export interface TextRun {
  readonly text: string;
  readonly x: number;
}

const digitRuns = /\d|[^\d]+/g;

/** Width of the widest digit: the cell that every digit gets in tabular text. */
function digitCell(font: Font, measure: MeasureText): number {
  let widest = 0;
  for (let digit = 0; digit <= 9; digit++) widest = Math.max(widest, measure(String(digit), font));
  return widest;
}

/** Width of a line as it will be drawn, in stage pixels. */
export function lineWidth(text: string, font: Font, tabular: boolean, measure: MeasureText): number {
  if (!tabular) return measure(text, font);
  const cell = digitCell(font, measure);
  let width = 0;
  for (const [piece] of text.matchAll(digitRuns)) width += isDigit(piece) ? cell : measure(piece, font);
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
  for (const [piece] of node.text.matchAll(digitRuns)) {
    const own = measure(piece, node.font);
    runs.push({ text: piece, x: isDigit(piece) ? x + (cell - own) / 2 : x });
    x += isDigit(piece) ? cell : own;
  }
  return runs;
}

function isDigit(piece: string): boolean {
  return piece.length === 1 && piece >= '0' && piece <= '9';
}
