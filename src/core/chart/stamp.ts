import { smoothStep, stepAt } from '../motion/slots';
import type { FilmClock } from '../pace/film-clock';
import { lineWidth } from '../scene/layout-text';
import type { SceneNode, TextNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import { ASCENT, blockNodes, cased, DESCENT, type TextBlock, withShadow } from './text-block';

/** The part of a step's travel in which the stamp rolls on. */
const ROLL_FROM = 0.55;

/** A period stamp: where it stands, and what it says in each period. */
interface Stamp {
  readonly block: TextBlock;
  readonly texts: readonly string[];
  /** Do its letters move from one period to the next? */
  readonly rolls: boolean;
}

/**
 * The period stamp at a moment. Where it rolls, the letters that change move up and their successors come from below,
 * in the last part of each step; texts of different lengths follow each other with a fade.
 */
export function stampNodes(stamp: Stamp, clock: FilmClock, timeSec: number, measure: MeasureText): SceneNode[] {
  const { block, texts, rolls } = stamp;
  const { step, s } = stepAt(clock, timeSec);
  const now = texts[step] ?? '';
  const next = texts[step + 1] ?? now;
  if (!rolls) return blockNodes(block, s >= 1 ? next : now, measure);
  const x = smoothStep((s - ROLL_FROM) / (1 - ROLL_FROM));
  if (x <= 0 || now === next) return blockNodes(block, now, measure);
  if (x >= 1) return blockNodes(block, next, measure);
  const [from, to] = [Array.from(cased(now, block.style)), Array.from(cased(next, block.style))];
  if (from.length !== to.length) {
    const opacity = x < 0.5 ? 1 - x * 2 : x * 2 - 1;
    return blockNodes(block, x < 0.5 ? now : next, measure).map((node) => ({
      ...node,
      opacity: opacity * (node.opacity ?? 1),
    }));
  }
  return rolling(block, { from, to, x }, measure);
}

function rolling(
  block: TextBlock,
  { from, to, x }: { readonly from: readonly string[]; readonly to: readonly string[]; readonly x: number },
  measure: MeasureText,
): SceneNode[] {
  const { font, style, fill } = block;
  const width = (letters: readonly string[]) => lineWidth(letters.join(''), font, true, measure);
  const whole = width(from) * (1 - x) + width(to) * x;
  const left = block.x - (block.align === 'end' ? whole : block.align === 'middle' ? whole / 2 : 0);
  const linePx = font.sizePx * (ASCENT + DESCENT);
  const subject = { part: 'stamp' as const };
  const place = (letters: readonly string[], i: number) => width(letters.slice(0, i));
  const nodes = from.flatMap((letter, i): SceneNode[] => {
    const at = left + place(from, i) * (1 - x) + place(to, i) * x;
    const make = (text: string, id: string, y: number): TextNode => ({
      kind: 'text',
      id,
      subject,
      x: at,
      y,
      text,
      font,
      fill,
      align: 'start',
      tabular: true,
    });
    if (letter === to[i]) return withShadow(make(letter, `stamp:${i}`, block.y), style.shadow);
    return [
      ...withShadow(make(letter, `stamp:${i}:out`, block.y - x * linePx), style.shadow),
      ...withShadow(make(to[i] ?? '', `stamp:${i}:in`, block.y + (1 - x) * linePx), style.shadow),
    ];
  });
  const clip = {
    x: left - font.sizePx * 0.2,
    y: block.y - font.sizePx * ASCENT,
    widthPx: whole + font.sizePx * 0.4,
    heightPx: linePx,
  };
  return [{ kind: 'group', id: 'stamp', clip, children: nodes }];
}
