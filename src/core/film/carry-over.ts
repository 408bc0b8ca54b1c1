import { smoothStep } from '../motion/slots';
import { colourBetween } from '../scale/colour';
import type { GroupNode, ImageNode, Paint, PathNode, SceneNode, TextNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import { type Leaf, leavesOf, type Shape, travellersOf, without } from './carry/leaves';
import { boxOfRings, pairShapes, type Ring, type RingBox, type RingPair, ringsOf, shapeAt } from './carry/outline';

/** A piece's part of the picture, with what its categories are called. */
export interface CarriedSide {
  readonly nodes: readonly SceneNode[];
  readonly names: readonly string[];
}

interface Pair<L> {
  readonly key: string;
  readonly from: L;
  readonly to: L;
}

/** Two pictures, matched: what travels from one to the other, and what stays behind. */
export interface Carry {
  readonly shapes: readonly (Pair<Shape> & {
    readonly rings: readonly RingPair[];
    readonly boxes: readonly [RingBox, RingBox];
  })[];
  readonly images: readonly Pair<Leaf<ImageNode>>[];
  readonly texts: readonly Pair<Leaf<TextNode>>[];
  /** Marks of each picture that lie under those that travel, and over them. */
  readonly rest: Readonly<
    Record<'from' | 'to', { readonly under: readonly SceneNode[]; readonly over: readonly SceneNode[] }>
  >;
}

const mix = (a: number, b: number, x: number) => a * (1 - x) + b * x;

/** By when what only the first picture has is gone, and from when on what only the second one has comes. */
const GONE_BY = 0.55;
const COMES_FROM = 0.45;
const goneAt = (x: number) => 1 - smoothStep(x / GONE_BY);
const comeAt = (x: number) => smoothStep((x - COMES_FROM) / (1 - COMES_FROM));

/**
 * Matches two pictures, once for each transition. Shapes that stand for a category of the same name belong together, and so do
 * words and pictures of the same kind.
 */
export function matchPictures(leaving: CarriedSide, coming: CarriedSide, measure: MeasureText): Carry {
  const leaves = { from: leavesOf(leaving.nodes), to: leavesOf(coming.nodes) };
  const first = travellersOf(leaves.from, leaving.names, measure);
  const second = travellersOf(leaves.to, coming.names, measure);
  const shared = <L>(a: ReadonlyMap<string, L>, b: ReadonlyMap<string, L>): Pair<L>[] =>
    [...a].flatMap(([key, from]) => {
      const to = b.get(key);
      return to ? [{ key, from, to }] : [];
    });
  const shapes = shared(first.shapes, second.shapes).flatMap((pair) => {
    // What is a word on both sides travels as a word.
    if (pair.from.word && pair.to.word) return [];
    const [a, b] = [pair.from, pair.to].map(({ node, dx, dy }) => ringsOf(node, dx, dy)) as [Ring[], Ring[]];
    const boxes = [boxOfRings(a), boxOfRings(b)] as const;
    return a.length > 0 && b.length > 0 ? [{ ...pair, rings: pairShapes(a, b), boxes }] : [];
  });
  const images = shared(first.images, second.images).filter(({ from, to }) => from.node.imageId === to.node.imageId);
  const texts = shared(first.texts, second.texts);
  const rest = (side: CarriedSide, end: 'from' | 'to') => {
    const carried = new Set<SceneNode>(
      [...shapes, ...images, ...texts].map((pair) => pair[end].source ?? pair[end].node),
    );
    const start = Math.min(Number.POSITIVE_INFINITY, ...shapes.map((pair) => pair[end].order));
    const early = new Set<SceneNode>(leaves[end].filter(({ order }) => order < start).map(({ node }) => node));
    return {
      under: without(side.nodes, (node) => carried.has(node) || !early.has(node)),
      over: without(side.nodes, (node) => carried.has(node) || early.has(node)),
    };
  };
  return { shapes, images, texts, rest: { from: rest(leaving, 'from'), to: rest(coming, 'to') } };
}

/**
 * Marks of the same name on their way from one picture into the other: their shape and colour change as they go, and words go with
 * them. All else fades: what goes is gone about when what comes begins to show. Where nothing is shared, all of it fades.
 *
 * @param x How much of the way is done, in [0, 1].
 */
export function carriedNodes({ shapes, images, texts, rest }: Carry, x: number): SceneNode[] {
  const group = (id: string, children: readonly SceneNode[], opacity: number): GroupNode[] =>
    children.length > 0 && opacity > 0 ? [{ kind: 'group', id, opacity, children }] : [];
  return [
    ...group('leaving-under', rest.from.under, goneAt(x)),
    ...group('coming-under', rest.to.under, comeAt(x)),
    ...shapes.flatMap((pair) => shapeNodes(pair, x)),
    ...images.map((pair) => imageNode(pair, x)),
    ...group('leaving-over', rest.from.over, goneAt(x)),
    ...group('coming-over', rest.to.over, comeAt(x)),
    ...texts.flatMap((pair) => textNodes(pair, x)),
  ];
}

/** What a shape is filled with; a line is filled with its own colour. */
const paintOf = ({ node }: Shape): Paint => node.fill ?? node.stroke ?? '#888888';

function shapeNodes({ key, from, to, rings, boxes }: Carry['shapes'][number], x: number): SceneNode[] {
  const path = shapeAt(rings, x);
  // A shape goes into a word as it gets there, and comes out of one as it leaves.
  const opacity = to.word
    ? from.opacity * (1 - smoothStep((x - 0.5) * 2))
    : from.word
      ? to.opacity * smoothStep(x * 2)
      : mix(from.opacity, to.opacity, x);
  const [start, end] = [paintOf(from), paintOf(to)];
  const base = { kind: 'path', path, subject: { part: 'mark' } } as const;
  const border = strokeAt(from, to, x);
  if (typeof start === 'string' && typeof end === 'string')
    return [{ ...base, id: `carry:${key}`, opacity, fill: colourBetween(start, end, x), ...border }];
  // A run of colours cannot become another one step by step: the second comes over the first.
  const now = boxOfRings([path.points]);
  return [
    { ...base, id: `carry:${key}`, opacity, fill: paintOn(start, boxes[0], now), ...border },
    { ...base, id: `carry:${key}:over`, opacity: opacity * x, fill: paintOn(end, boxes[1], now) },
  ];
}

function strokeAt({ node: a }: Shape, { node: b }: Shape, x: number): Pick<PathNode, 'stroke' | 'strokeWidthPx'> {
  const [first, second] = [a.fill ? a.stroke : undefined, b.fill ? b.stroke : undefined];
  const widthOf = (stroke: Paint | undefined, widthPx = 1) => (stroke === undefined ? 0 : widthPx);
  const widthPx = mix(widthOf(first, a.strokeWidthPx), widthOf(second, b.strokeWidthPx), x);
  const both = typeof first === 'string' && typeof second === 'string';
  const stroke = both ? colourBetween(first, second, x) : (first ?? second);
  return widthPx > 0 && stroke !== undefined ? { stroke, strokeWidthPx: widthPx } : {};
}

/** A run of colours that lay on one box, laid on another. */
function paintOn(paint: Paint, from: RingBox, to: RingBox): Paint {
  if (typeof paint === 'string') return paint;
  const scale = (size: number, was: number) => (was > 0 ? size / was : 1);
  const [sx, sy] = [scale(to.widthPx, from.widthPx), scale(to.heightPx, from.heightPx)];
  const atX = (x: number) => to.x + (x - from.x) * sx;
  const atY = (y: number) => to.y + (y - from.y) * sy;
  return paint.kind === 'linear'
    ? { ...paint, x0: atX(paint.x0), y0: atY(paint.y0), x1: atX(paint.x1), y1: atY(paint.y1) }
    : { ...paint, x: atX(paint.x), y: atY(paint.y), radiusPx: paint.radiusPx * Math.max(sx, sy) };
}

function imageNode({ key, from, to }: Pair<Leaf<ImageNode>>, x: number): SceneNode {
  const [a, b] = [from.node, to.node];
  const { crop: _, ...plain } = b;
  const crop = x < 0.5 ? a.crop : b.crop;
  return {
    ...plain,
    ...(crop ? { crop } : {}),
    id: `carry:${key}:picture`,
    opacity: mix(from.opacity, to.opacity, x),
    x: mix(a.x + from.dx, b.x + to.dx, x),
    y: mix(a.y + from.dy, b.y + to.dy, x),
    widthPx: mix(a.widthPx, b.widthPx, x),
    heightPx: mix(a.heightPx, b.heightPx, x),
    radiusPx: mix(a.radiusPx ?? 0, b.radiusPx ?? 0, x),
    subject: { part: 'picture' },
  };
}

/** Words travel; those that say the same in the same letters are one text, others give way to each other on the way. */
function textNodes({ key, from, to }: Pair<Leaf<TextNode>>, x: number): SceneNode[] {
  const [a, b] = [from.node, to.node];
  const alike =
    a.text === b.text &&
    a.align === b.align &&
    a.font.family === b.font.family &&
    a.font.weight === b.font.weight &&
    (a.turnRad ?? 0) === (b.turnRad ?? 0);
  const node = (text: TextNode, opacity: number, end: string): TextNode => ({
    ...text,
    id: `carry:${key}${end}`,
    opacity,
    x: mix(a.x + from.dx, b.x + to.dx, x),
    y: mix(a.y + from.dy, b.y + to.dy, x),
    font: { ...text.font, sizePx: mix(a.font.sizePx, b.font.sizePx, x) },
    fill: colourBetween(a.fill, b.fill, x),
    subject: { part: a.subject?.part ?? 'name' },
  });
  if (alike) return [node(b, mix(from.opacity, to.opacity, x), '')];
  const nodes = [node(a, from.opacity * goneAt(x), ''), node(b, to.opacity * comeAt(x), ':after')];
  return nodes.filter(({ opacity }) => (opacity ?? 1) > 0);
}
