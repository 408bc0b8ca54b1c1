import { polyline } from '../../scene/path';
import type { ImageNode, PathNode, RectNode, SceneNode, TextNode } from '../../scene/scene';
import type { MeasureText } from '../../scene/text-fit';

/** A mark of a picture with all that its groups do to it. */
export interface Leaf<N = Exclude<SceneNode, { kind: 'group' }>> {
  readonly node: N;
  /** In [0, 1], that of its groups included. */
  readonly opacity: number;
  readonly dx: number;
  readonly dy: number;
  /** Its place in the order of drawing. */
  readonly order: number;
  /** The mark that it was made of, where it stands in for one. */
  readonly source?: SceneNode;
}

/** A shape that stands for a category, or the box around a word that does. */
export type Shape = Leaf<RectNode | PathNode> & { readonly word?: boolean };

/** All marks of a picture in the order of drawing. */
export function leavesOf(nodes: readonly SceneNode[]): Leaf[] {
  const leaves: Leaf[] = [];
  const walk = (list: readonly SceneNode[], opacity: number, dx: number, dy: number) => {
    for (const node of list) {
      const shown = opacity * (node.opacity ?? 1);
      if (node.kind !== 'group') leaves.push({ node, opacity: shown, dx, dy, order: leaves.length });
      else walk(node.children, shown, dx + (node.shift?.dx ?? 0), dy + (node.shift?.dy ?? 0));
    }
  };
  walk(nodes, 1, 0, 0);
  return leaves;
}

/** A picture without some of its marks, its groups as they are. */
export function without(nodes: readonly SceneNode[], gone: (node: SceneNode) => boolean): SceneNode[] {
  return nodes.flatMap((node): SceneNode[] => {
    if (node.kind !== 'group') return gone(node) ? [] : [node];
    const children = without(node.children, gone);
    return children.length === 0 ? [] : [{ ...node, children }];
  });
}

/** What travels of a picture, by what it stands for. */
export interface Travellers {
  /** By name: the shape that stands for it; see `rankOf` where there are several. */
  readonly shapes: ReadonlyMap<string, Shape>;
  /** By the kind of text and the name: `name Oyle`, `title`. */
  readonly texts: ReadonlyMap<string, Leaf<TextNode>>;
  readonly images: ReadonlyMap<string, Leaf<ImageNode>>;
}

/** Texts of which there is one. */
const alone: ReadonlySet<string> = new Set(['title', 'subtitle', 'source', 'stamp', 'total', 'leader']);
/** What is fainter is not seen to travel. */
const FAINT = 0.02;

/** @param names What categories are called, by their place. */
export function travellersOf(leaves: readonly Leaf[], names: readonly string[], measure: MeasureText): Travellers {
  const shapes = new Map<string, Shape>();
  const texts = new Map<string, Leaf<TextNode>>();
  const images = new Map<string, Leaf<ImageNode>>();
  const ranks = new Map<string, number>();
  for (const leaf of leaves) {
    const { node, opacity } = leaf;
    const { part, category } = node.subject ?? {};
    if (part === undefined || opacity < FAINT) continue;
    const name = category === undefined ? undefined : names[category];
    if (node.kind === 'text') {
      if (node.shade || node.text === '') continue;
      if (part === 'mark' && name !== undefined) {
        if (!shapes.has(name)) shapes.set(name, wordShape(leaf as Leaf<TextNode>, measure));
        if (!texts.has(`name ${name}`)) texts.set(`name ${name}`, leaf as Leaf<TextNode>);
        continue;
      }
      const key = alone.has(part)
        ? part
        : name !== undefined && (part === 'name' || part === 'value')
          ? `${part} ${name}`
          : null;
      if (key !== null && !texts.has(key)) texts.set(key, leaf as Leaf<TextNode>);
    } else if (name !== undefined && node.kind === 'image') {
      if (!images.has(name)) images.set(name, leaf as Leaf<ImageNode>);
    } else if (name !== undefined && part === 'mark') {
      const rank = rankOf(node as RectNode | PathNode);
      if (rank <= (ranks.get(name) ?? Number.NEGATIVE_INFINITY)) continue;
      ranks.set(name, rank);
      shapes.set(name, leaf as Leaf<RectNode | PathNode>);
    }
  }
  return { shapes, texts, images };
}

/** The box around a word, turned as the word is: shapes shrink into it and grow out of it. */
function wordShape(leaf: Leaf<TextNode>, measure: MeasureText): Shape {
  const { node } = leaf;
  const widthPx = measure(node.text, node.font);
  const left = node.align === 'start' ? 0 : node.align === 'end' ? -widthPx : -widthPx / 2;
  const [top, bottom] = [-0.72 * node.font.sizePx, 0.2 * node.font.sizePx];
  const [cos, sin] = [Math.cos(node.turnRad ?? 0), Math.sin(node.turnRad ?? 0)];
  const corner = (x: number, y: number) => [node.x + x * cos - y * sin, node.y + x * sin + y * cos];
  const corners = [
    corner(left, top),
    corner(left + widthPx, top),
    corner(left + widthPx, bottom),
    corner(left, bottom),
  ];
  const path = polyline(Float64Array.from(corners.flat()), true);
  return { ...leaf, node: { kind: 'path', id: node.id, path, fill: node.fill }, word: true, source: node };
}

/** Of no period is the present; else the latest one counts. */
const PRESENT = 1e12;
const A_PERIOD = 1e8;

/** Which of several marks stands for a category: that of the present rather than of a time before, and the largest of these. */
function rankOf(node: RectNode | PathNode): number {
  const size = sizeOf(node);
  if (size <= 0) return size;
  const period = node.subject?.period;
  // A line has no place of its own: anything that is filled goes before it.
  return size < 1 ? size : (period === undefined ? PRESENT : period * A_PERIOD) + size;
}

/** How much of the stage a shape takes, roughly; a line counts for less than anything that is filled. */
function sizeOf(node: RectNode | PathNode): number {
  if (node.kind === 'rect') return node.fill ? 1 + node.widthPx * node.heightPx : 0.5;
  const { points } = node.path;
  if (points.length < 2) return -1;
  if (!node.fill) return 0.5;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i + 1 < points.length; i += 2) {
    left = Math.min(left, points[i] as number);
    right = Math.max(right, points[i] as number);
    top = Math.min(top, points[i + 1] as number);
    bottom = Math.max(bottom, points[i + 1] as number);
  }
  return 1 + (right - left) * (bottom - top);
}
