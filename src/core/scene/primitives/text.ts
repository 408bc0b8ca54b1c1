import { cssFamily, cssFont, drawnPx } from '../css-font';
import { layoutText, lineWidth } from '../layout-text';
import type { TextNode } from '../scene';
import { escapeXml, svgNumber, svgOpacity } from '../svg-writer';
import type { MeasureText } from '../text-fit';
import { type Bounds, holds, type Primitive } from './primitive';

/** How far letters reach at the most above and below their baseline, marks of any script included, in parts of the size. */
const ABOVE = 2;
const BELOW = 1.5;
/** How far a person takes a line to reach. */
const TOP = 0.9;
const FOOT = 0.3;

/** One line of text. */
export const text: Primitive<TextNode> = {
  draw(surface, node, { measure }) {
    surface.font = cssFont(node.font);
    surface.letterSpacing = `${(node.font.spacing ?? 0) * node.font.sizePx}px`;
    surface.fillStyle = node.fill;
    if (node.turnRad) {
      surface.save();
      surface.translate(node.x, node.y);
      surface.rotate(node.turnRad);
      for (const run of layoutText(node, measure)) surface.fillText(run.text, run.x - node.x, 0);
      surface.restore();
      return;
    }
    for (const run of layoutText(node, measure)) surface.fillText(run.text, run.x, node.y);
  },
  svg(node, { measure }) {
    const { family, weight, sizePx, italic, spacing } = node.font;
    const n = svgNumber;
    const font = `font-family="${escapeXml(cssFamily(family))}" font-weight="${weight}" font-size="${n(drawnPx(sizePx))}"${italic ? ' font-style="italic"' : ''}${spacing ? ` letter-spacing="${n(spacing * sizePx)}"` : ''}`;
    const turn = node.turnRad ? ` transform="rotate(${degrees(node.turnRad)} ${n(node.x)} ${n(node.y)})"` : '';
    const spans = layoutText(node, measure).map((run) => `<tspan x="${n(run.x)}">${escapeXml(run.text)}</tspan>`);
    return `<text y="${n(node.y)}" ${font} fill="${escapeXml(node.fill)}" xml:space="preserve"${turn}${svgOpacity(node.opacity)}>${spans.join('')}</text>`;
  },
  bounds(node, measure) {
    const level = levelBounds(node, measure);
    if (!node.turnRad) return level;
    const { left, top, right, bottom } = level;
    const corners = [
      [left, top],
      [right, top],
      [right, bottom],
      [left, bottom],
    ].map(([x = 0, y = 0]) => turned(x - node.x, y - node.y, node.turnRad ?? 0));
    const [xs, ys] = [corners.map(([x]) => node.x + x), corners.map(([, y]) => node.y + y)];
    return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
  },
  covers(node, x, y, measure) {
    if (!node.turnRad) return holds(levelBounds(node, measure), x, y);
    const [dx, dy] = turned(x - node.x, y - node.y, -node.turnRad);
    return holds(levelBounds(node, measure), node.x + dx, node.y + dy);
  },
  rows({ y, text: words, font, turnRad }) {
    if (!turnRad) return { from: y - ABOVE * font.sizePx, to: y + BELOW * font.sizePx };
    // Without fonts no width is known; a letter is hardly ever wider than twice its size.
    const reach = (words.length * 2 + ABOVE) * font.sizePx;
    return { from: y - reach, to: y + reach };
  },
};

/** Its box before it is turned. */
function levelBounds(node: TextNode, measure: MeasureText): Bounds {
  const widthPx = lineWidth(node.text, node.font, node.tabular ?? false, measure);
  const left = node.x - { start: 0, middle: widthPx / 2, end: widthPx }[node.align];
  const { sizePx } = node.font;
  return { left, top: node.y - sizePx * TOP, right: left + widthPx, bottom: node.y + sizePx * FOOT };
}

function turned(x: number, y: number, rad: number): readonly [number, number] {
  const [cos, sin] = [Math.cos(rad), Math.sin(rad)];
  return [x * cos - y * sin, x * sin + y * cos];
}

const degrees = (rad: number) => svgNumber((rad * 180) / Math.PI);
