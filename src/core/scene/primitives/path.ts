import { flattenPath, followPath, type Path } from '../path';
import type { PathNode } from '../scene';
import { svgNumber, svgOpacity } from '../svg-writer';
import { surfacePaint, svgPaint } from './paint';
import type { Bounds, Primitive } from './primitive';
import { strokeReach, strokeSurface, svgStroke } from './stroke';

/** Within this many pixels of a line a person means it. */
const NEAR_PX = 4;

/** Lines and curves. */
export const path: Primitive<PathNode> = {
  draw(surface, node) {
    surface.beginPath();
    followPath(node.path, surface);
    if (node.fill) {
      surface.fillStyle = surfacePaint(surface, node.fill);
      surface.fill();
    }
    if (node.stroke) strokeSurface(surface, node.stroke, node);
  },
  svg(node, writer) {
    if (node.path.verbs.length === 0) return '';
    const fill = svgPaint(node.fill, writer);
    const stroke = svgStroke(node.stroke, node, writer);
    const shape = `<path d="${svgData(node.path)}" fill="${fill.name}"${stroke.attributes}${svgOpacity(node.opacity)}/>`;
    return `${fill.definition}${stroke.definition}${shape}`;
  },
  bounds: (node) => hull(node.path),
  covers(node, x, y) {
    const lines = flattenPath(node.path);
    const within = Math.max(NEAR_PX, (node.strokeWidthPx ?? 0) / 2);
    if (node.fill && inside(lines, x, y)) return true;
    return lines.some((line) => nearLine(line, x, y, within));
  },
  rows(node) {
    const { top, bottom } = hull(node.path);
    const reach = node.stroke ? strokeReach(node) : 0;
    return { from: top - reach, to: bottom + reach };
  },
};

/** A box around all points, those of handles too: a curve never leaves it. */
function hull({ points }: Path): Bounds {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i + 1 < points.length; i += 2) {
    const [x, y] = [points[i] as number, points[i + 1] as number];
    if (x < left) left = x;
    if (x > right) right = x;
    if (y < top) top = y;
    if (y > bottom) bottom = y;
  }
  return { left, top, right, bottom };
}

function svgData(drawn: Path): string {
  const parts: string[] = [];
  const add = (letter: string, ...numbers: number[]) => parts.push(`${letter}${numbers.map(svgNumber).join(' ')}`);
  followPath(drawn, {
    moveTo: (x, y) => add('M', x, y),
    lineTo: (x, y) => add('L', x, y),
    quadraticCurveTo: (x1, y1, x, y) => add('Q', x1, y1, x, y),
    bezierCurveTo: (x1, y1, x2, y2, x, y) => add('C', x1, y1, x2, y2, x, y),
    closePath: () => add('Z'),
  });
  return parts.join('');
}

/** Is a point inside, as fills count it: by how often the lines wind around it. Source: Sunday 2001. */
function inside(lines: readonly (readonly number[])[], x: number, y: number): boolean {
  let winding = 0;
  for (const line of lines) {
    const count = line.length / 2;
    for (let i = 0; i < count; i++) {
      const j = (i + 1) % count;
      const [x0, y0, x1, y1] = [line[2 * i], line[2 * i + 1], line[2 * j], line[2 * j + 1]] as [
        number,
        number,
        number,
        number,
      ];
      const side = (x1 - x0) * (y - y0) - (x - x0) * (y1 - y0);
      if (y0 <= y && y1 > y && side > 0) winding++;
      if (y0 > y && y1 <= y && side < 0) winding--;
    }
  }
  return winding !== 0;
}

function nearLine(line: readonly number[], x: number, y: number, withinPx: number): boolean {
  for (let i = 0; i + 3 < line.length; i += 2) {
    const [x0, y0, x1, y1] = line.slice(i, i + 4) as [number, number, number, number];
    const length = (x1 - x0) ** 2 + (y1 - y0) ** 2;
    const along = length === 0 ? 0 : Math.min(1, Math.max(0, ((x - x0) * (x1 - x0) + (y - y0) * (y1 - y0)) / length));
    if (Math.hypot(x - x0 - along * (x1 - x0), y - y0 - along * (y1 - y0)) <= withinPx) return true;
  }
  return false;
}
