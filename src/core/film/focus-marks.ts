import type { Box } from '../chart/box';
import type { PlacedFocus } from '../chart/focus';
import type { Frame } from '../chart/frame';
import { ASCENT, cased, fontOf, LINE } from '../chart/text-block';
import type { ChartPicture, Mark } from '../families/family';
import { polyline } from '../scene/path';
import type { GroupNode, PathNode, SceneNode, TextNode } from '../scene/scene';
import { wrapText } from '../scene/text-fit';
import type { ActiveFocus } from './focus-nodes';
import { type PreparedChart, wordsAt } from './prepare-chart';

/** Rings around marks, and notes with a line to them; over the chart, under its texts. */
export function focusMarks(
  chart: PreparedChart,
  picture: ChartPicture,
  active: readonly ActiveFocus[],
  timeSec: number,
): SceneNode[] {
  const wanted = active.filter(({ focus }) => focus.ring || focus.note !== '');
  if (wanted.length === 0) return [];
  const marks = picture.marks();
  const markOf = (name: string) => marks.get(chart.cube.categories.indexOf(name));
  return wanted.flatMap(({ focus, strength }) => {
    const rings = focus.ring
      ? focus.names.flatMap((name) => ringsOf(chart, picture, markOf(name), { name, strength }))
      : [];
    const [first = ''] = focus.names;
    const mark = markOf(first);
    return focus.note !== '' && mark ? [...rings, ...noteNodes(chart, focus, { mark, strength, timeSec })] : rings;
  });
}

/** Around filled shapes the ring is their own outline; around all else it is a box with round ends. */
function ringsOf(
  { frame, cube }: PreparedChart,
  picture: ChartPicture,
  mark: Mark | undefined,
  { name, strength }: { readonly name: string; readonly strength: number },
): SceneNode[] {
  if (!mark || mark.opacity <= 0) return [];
  const category = cube.categories.indexOf(name);
  const shapes = shapesOf(picture.nodes, category);
  if (shapes.length > 0)
    return shapes.map((shape, i) => outlineOf(shape, `focus:ring:${category}:${i}`, frame, strength));
  const { outline } = mark;
  // A ring comes from further out, so that the eye follows it inwards.
  const outPx = (0.7 + 2.2 * (1 - strength)) * frame.unit;
  const [widthPx, heightPx] = [outline.widthPx + 2 * outPx, outline.heightPx + 2 * outPx];
  return [
    {
      kind: 'rect',
      id: `focus:ring:${category}`,
      x: outline.x - outPx,
      y: outline.y - outPx,
      widthPx,
      heightPx,
      // What is large keeps its corners.
      radiusPx: Math.min(widthPx / 2, heightPx / 2, 3 * frame.unit),
      stroke: frame.inks.strong,
      strokeWidthPx: RING_WIDTH * frame.unit,
      opacity: strength * mark.opacity,
    },
  ];
}

const RING_WIDTH = 0.32;

/** A filled shape, with what moves and cuts it. */
interface Shape {
  readonly node: PathNode;
  readonly shift: { readonly dx: number; readonly dy: number };
  readonly clip: GroupNode['clip'];
}

/** The filled shapes of a category's mark. */
function shapesOf(nodes: readonly SceneNode[], category: number): Shape[] {
  const found: Shape[] = [];
  const visit = (list: readonly SceneNode[], shift: Shape['shift'], clip: Shape['clip']): void => {
    for (const node of list) {
      if (node.kind === 'group') {
        const { dx, dy } = node.shift ?? { dx: 0, dy: 0 };
        visit(node.children, { dx: shift.dx + dx, dy: shift.dy + dy }, node.clip ?? clip);
      }
      const { subject } = node;
      if (node.kind === 'path' && node.fill && subject?.part === 'mark' && subject.category === category)
        found.push({ node, shift, clip });
    }
  };
  visit(nodes, { dx: 0, dy: 0 }, undefined);
  return found;
}

function outlineOf({ node, shift, clip }: Shape, id: string, frame: Frame, strength: number): SceneNode {
  const outline: PathNode = {
    kind: 'path',
    id,
    path: node.path,
    stroke: frame.inks.strong,
    strokeWidthPx: RING_WIDTH * 1.3 * frame.unit,
    join: 'round',
    opacity: strength * (node.opacity ?? 1),
  };
  return { kind: 'group', id: `${id}:held`, shift, ...(clip ? { clip } : {}), children: [outline] };
}

interface NoteMoment {
  readonly mark: Mark;
  readonly strength: number;
  readonly timeSec: number;
}

/** Size of notes in hundredths of the stage's shorter side, and how wide a line may be. */
const NOTE = { sizePx: 2.3, widthPx: 34, reachPx: 7 } as const;

function noteNodes(chart: PreparedChart, focus: PlacedFocus, { mark, strength, timeSec }: NoteMoment): SceneNode[] {
  const { frame, family, measure, stage } = chart;
  const { unit, inks } = frame;
  const style = chart.chart.dress.texts.caption;
  const font = fontOf(style, NOTE.sizePx * unit);
  const words = cased(wordsAt(family, chart, focus.note, timeSec), style);
  const lines = wrapText(
    words,
    { font, widthPx: Math.min(NOTE.widthPx * unit, stage.widthPx * 0.4), maxLines: 3 },
    measure,
  );
  if (lines.length === 0) return [];
  const padPx = font.sizePx * 0.5;
  const size = {
    widthPx: Math.max(...lines.map((line) => measure(line, font))) + 2 * padPx,
    heightPx: lines.length * font.sizePx * LINE + 2 * padPx * 0.7,
  };
  const side = sideOf(chart, focus, size);
  const box = boxAt(chart, mark, size, side);
  const opacity = strength * Math.min(1, mark.opacity * 1.5);
  // The line ends at the edge of the box that is nearest.
  const [endX, endY] = [
    Math.min(box.x + box.widthPx, Math.max(box.x, mark.x)),
    Math.min(box.y + box.heightPx, Math.max(box.y, mark.y)),
  ];
  const id = `focus:note:${focus.id}`;
  return [
    {
      kind: 'path',
      id: `${id}:line`,
      path: polyline(Float64Array.of(mark.x, mark.y, endX, endY)),
      stroke: inks.strong,
      strokeWidthPx: 0.22 * unit,
      opacity,
    },
    {
      kind: 'rect',
      id: `${id}:plate`,
      ...box,
      radiusPx: font.sizePx * 0.3,
      fill: inks.ground,
      stroke: inks.strong,
      strokeWidthPx: 0.14 * unit,
      opacity,
    },
    ...lines.map(
      (text, i): TextNode => ({
        kind: 'text',
        id: `${id}:${i}`,
        x: box.x + padPx,
        y: box.y + padPx * 0.7 + font.sizePx * (ASCENT + 0.12) + i * font.sizePx * LINE,
        text,
        font,
        fill: style.colour ?? inks.strong,
        align: 'start',
        opacity,
        tabular: true,
      }),
    ),
  ];
}

/** Where a note stands from its mark: to the right or left, above or below. */
type Side = readonly [right: 1 | -1, below: 1 | -1];
const sides: readonly Side[] = [
  [1, -1],
  [-1, -1],
  [1, 1],
  [-1, 1],
];

function boxAt({ frame }: PreparedChart, mark: Mark, size: Pick<Box, 'widthPx' | 'heightPx'>, side: Side): Box {
  const { plot, unit } = frame;
  const reach = NOTE.reachPx * unit;
  const x = side[0] > 0 ? mark.x + reach : mark.x - reach - size.widthPx;
  const y = side[1] > 0 ? mark.y + reach * 0.7 : mark.y - reach * 0.7 - size.heightPx;
  return {
    x: Math.max(plot.x, Math.min(plot.x + plot.widthPx - size.widthPx, x)),
    y: Math.max(plot.y, Math.min(plot.y + plot.heightPx - size.heightPx, y)),
    ...size,
  };
}

/** A note keeps its side, so that it never jumps over its mark. */
const chosen = new WeakMap<PreparedChart, Map<string, Side>>();

/** The side with the most room in the middle of the focus: where the note covers least of marks. */
function sideOf(chart: PreparedChart, focus: PlacedFocus, size: Pick<Box, 'widthPx' | 'heightPx'>): Side {
  const known = chosen.get(chart) ?? new Map<string, Side>();
  chosen.set(chart, known);
  const before = known.get(focus.id);
  if (before) return before;
  const marks = chart.family.pictureAt(chart.plan, (focus.fromSec + focus.toSec) / 2).marks();
  const mark = marks.get(chart.cube.categories.indexOf(focus.names[0] ?? ''));
  let [best, least]: [Side, number] = [sides[0] as Side, Number.POSITIVE_INFINITY];
  for (const side of mark ? sides : []) {
    const box = boxAt(chart, mark as Mark, size, side);
    let covered = 0;
    for (const { outline, opacity } of marks.values()) covered += opacity * overlapPx(box, outline);
    if (covered < least - 1) [best, least] = [side, covered];
  }
  known.set(focus.id, best);
  return best;
}

function overlapPx(a: Box, b: Box): number {
  const x = Math.min(a.x + a.widthPx, b.x + b.widthPx) - Math.max(a.x, b.x);
  const y = Math.min(a.y + a.heightPx, b.y + b.heightPx) - Math.max(a.y, b.y);
  return x > 0 && y > 0 ? x * y : 0;
}
