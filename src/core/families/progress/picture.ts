import { smoothStep } from '../../motion/slots';
import { mixColours } from '../../scale/colour';
import { type Path, PathSink } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { cellValue } from '../shared/cells/cells-course';
import { markColour } from '../shared/mark-colour';
import { bandPath, onCircle } from '../shared/round/sector';
import { shareOfWay } from './ends';
import type { ProgressPlan } from './plan';
import { type CellAt, markOf, pushEnds, pushText, targetNode, targetText } from './texts';

/** How pale the track is, against the stage. */
const TRACK = 0.86;
/** Colours of ranges run into each other over this part of the way. */
const BLEND = 0.012;

/** The chart's part of the picture at a moment. Cost: O(cells). */
export function progressPicture(plan: ProgressPlan, timeSec: number): ChartPicture {
  const moment = buildAt(plan.build, timeSec);
  const { course, ends, boxes, colours, names, write } = plan;
  const cells = course.picked.flatMap((category, cell): CellAt[] => {
    const value = cellValue(course, cell, timeSec);
    const box = boxes[cell];
    if (!box || Number.isNaN(value)) return [];
    const { how, progress } = moment ? entranceOf(moment, moment.turns[cell] ?? 0) : present;
    const fades = how === 'fade' || how === 'slide';
    const grown = fades || how === 'none' ? 1 : Math.min(1, Math.max(0, progress));
    const whole = shareOfWay(ends, value);
    const share = whole * grown;
    const shown = ends.from + (value - ends.from) * grown;
    return [
      {
        category,
        x: box.x,
        y: box.y,
        value,
        share,
        opacity:
          how === 'none' ? 1 : fades ? Math.min(1, Math.max(0, progress)) : Math.min(1, Math.max(0, progress * 4)),
        colour:
          plan.ranges.length > 0
            ? rangeColour(plan, share)
            : markColour(colours, category, value, [ends.from, ends.to]),
        text: write(shown, share),
        name: names[cell] ?? '',
      },
    ];
  });
  const nodes: SceneNode[] = [];
  for (const cell of cells) {
    if (cell.opacity <= 0) continue;
    const children: SceneNode[] = [];
    if (plan.chart.own.form === 'bar') pushBar(plan, cell, children);
    else pushRound(plan, cell, children);
    nodes.push({ kind: 'group', id: `cell:${cell.category}`, opacity: cell.opacity, children });
  }
  return { nodes, words: moment ? wordsProgress(moment) : 1, marks: () => marksOf(plan, cells) };
}

/** The colour of the range that a share lies in. */
function rangeColour({ ranges }: ProgressPlan, share: number): string {
  let colour = ranges[0]?.colour ?? '#888888';
  for (const range of ranges.slice(1))
    colour = mixColours(colour, range.colour, smoothStep((share - range.from) / BLEND + 0.5));
  return colour;
}

function pushRound(plan: ProgressPlan, cell: CellAt, nodes: SceneNode[]): void {
  const { round, chart, frame, ends, nameFont, valueFont } = plan;
  const { own } = chart;
  const { category, share, colour } = cell;
  const [x, y] = [cell.x + round.dx, cell.y + round.dy];
  const turnOf = (part: number) => round.start + round.sweep * part;
  const band = (from: number, to: number, round_: boolean): Path =>
    bandPath(
      { x, y, innerPx: round.innerPx, outerPx: round.outerPx, from: turnOf(from), to: turnOf(to) },
      round_ && to - from < 0.9999,
    );
  const rounds = own.roundEnds && own.form !== 'ring';
  const track = mixColours(frame.inks.strong, frame.inks.ground, TRACK);
  nodes.push({
    kind: 'path',
    id: `track:${category}`,
    subject: markOf(category),
    path: band(0, 1, rounds),
    fill: track,
  });
  const needle = own.pointer === 'needle';
  for (const [i, range] of plan.ranges.entries())
    nodes.push({
      kind: 'path',
      id: `range:${category}:${i}`,
      subject: markOf(category),
      path: band(range.from, range.to, false),
      fill: needle ? range.colour : mixColours(range.colour, frame.inks.ground, 0.72),
    });
  if (!needle && share > 0)
    nodes.push({
      kind: 'path',
      id: `fill:${category}`,
      subject: markOf(category),
      path: band(0, share, own.roundEnds),
      fill: colour,
    });
  if (own.target) {
    const turn = turnOf(shareOfWay(ends, own.targetValue));
    const reachPx = (round.outerPx - round.innerPx) * 0.12;
    nodes.push(
      targetNode(plan, category, [
        ...onCircle(x, y, round.innerPx - reachPx, turn),
        ...onCircle(x, y, round.outerPx + reachPx, turn),
      ]),
    );
    // Beside the mark, away from the middle.
    const [textX, textY] = onCircle(x, y, round.outerPx + reachPx + plan.targetFont.sizePx * 0.6, turn);
    const side = Math.sin(turn * 2 * Math.PI);
    const align = side > 0.2 ? 'start' : side < -0.2 ? 'end' : 'middle';
    nodes.push(targetText(plan, category, { x: textX, y: textY + plan.targetFont.sizePx * 0.35, align }));
  }
  if (needle) pushNeedle(plan, cell, { x, y, turn: turnOf(share) }, nodes);
  pushEnds(plan, category, { x, y }, nodes);
  const half = own.form === 'half';
  // Under a needle the number stands below its foot; in a half round without one on its base.
  const valueY =
    half && needle
      ? y + round.outerPx * 0.08 + valueFont.sizePx * 0.86
      : needle
        ? y + round.innerPx * 0.5 + valueFont.sizePx * 0.35
        : y + (half ? -0.14 : 0.35) * valueFont.sizePx;
  pushText(plan, cell, { part: 'value', text: cell.text, x, y: valueY, align: 'middle' }, nodes);
  const footPx = half ? (needle ? 0.46 : 0.04) : own.form === 'three-quarter' ? 0.72 : 1;
  pushText(
    plan,
    cell,
    {
      part: 'name',
      text: cell.name,
      x,
      y: y + round.outerPx * footPx + plan.endRowPx + nameFont.sizePx * 1.15,
      align: 'middle',
    },
    nodes,
  );
}

/** A slender needle from the middle to the band, with a hub. */
function pushNeedle(
  { round, frame }: ProgressPlan,
  { category }: CellAt,
  at: { readonly x: number; readonly y: number; readonly turn: number },
  nodes: SceneNode[],
): void {
  const { x, y, turn } = at;
  const hubPx = Math.max(round.outerPx * 0.055, 1);
  const tip = onCircle(x, y, round.innerPx + (round.outerPx - round.innerPx) * 0.35, turn);
  const [left, right] = [onCircle(x, y, hubPx * 0.7, turn - 0.25), onCircle(x, y, hubPx * 0.7, turn + 0.25)];
  const sink = new PathSink();
  sink.moveTo(...left);
  sink.lineTo(...tip);
  sink.lineTo(...right);
  sink.closePath();
  const subject = markOf(category);
  nodes.push({ kind: 'path', id: `needle:${category}`, subject, path: sink.path(), fill: frame.inks.strong });
  nodes.push({
    kind: 'rect',
    id: `hub:${category}`,
    subject,
    x: x - hubPx,
    y: y - hubPx,
    widthPx: 2 * hubPx,
    heightPx: 2 * hubPx,
    radiusPx: hubPx,
    fill: frame.inks.strong,
  });
}

function pushBar(plan: ProgressPlan, cell: CellAt, nodes: SceneNode[]): void {
  const { track, chart, frame, ends, nameFont } = plan;
  const { own } = chart;
  const { category, share, colour } = cell;
  const [x, y] = [cell.x + track.x, cell.y + track.y];
  const { widthPx, heightPx } = track;
  const radiusPx = own.roundEnds ? heightPx / 2 : 0;
  const subject = markOf(category);
  const box = { x, y, heightPx, radiusPx };
  nodes.push({
    kind: 'rect',
    id: `track:${category}`,
    subject,
    ...box,
    widthPx,
    fill: mixColours(frame.inks.strong, frame.inks.ground, TRACK),
  });
  for (const [i, range] of plan.ranges.entries())
    nodes.push({
      kind: 'rect',
      id: `range:${category}:${i}`,
      subject,
      x: x + widthPx * range.from,
      y: y + heightPx * 0.86,
      widthPx: widthPx * (range.to - range.from),
      heightPx: heightPx * 0.14,
      fill: range.colour,
    });
  if (share > 0) {
    // A round end needs its own height; less of the way is a cut of it.
    const fill: SceneNode = {
      kind: 'rect',
      id: `fill:${category}`,
      subject,
      ...box,
      widthPx: Math.max(widthPx * share, 2 * radiusPx),
      fill: colour,
    };
    if (widthPx * share >= 2 * radiusPx) nodes.push(fill);
    else
      nodes.push({
        kind: 'group',
        id: `cut:${category}`,
        clip: { x, y, widthPx: widthPx * share, heightPx },
        children: [fill],
      });
  }
  if (own.target) {
    const at = x + widthPx * shareOfWay(ends, own.targetValue);
    nodes.push(targetNode(plan, category, [at, y - heightPx * 0.14, at, y + heightPx * 1.14]));
    const { sizePx } = plan.targetFont;
    const half = plan.measure(plan.targetText, plan.targetFont) / 2;
    const textX = Math.min(x + widthPx - half, Math.max(x + half, at));
    nodes.push(targetText(plan, category, { x: textX, y: y + heightPx * 1.14 + sizePx, align: 'middle' }));
  }
  const baseline = y - nameFont.sizePx * 0.42;
  pushText(plan, cell, { part: 'name', text: cell.name, x, y: baseline, align: 'start' }, nodes);
  pushText(plan, cell, { part: 'value', text: cell.text, x: x + widthPx, y: baseline, align: 'end' }, nodes);
}

function marksOf({ round, track, chart, boxes }: ProgressPlan, cells: readonly CellAt[]): ReadonlyMap<number, Mark> {
  const [first] = boxes;
  const size = { widthPx: first?.widthPx ?? 0, heightPx: first?.heightPx ?? 0 };
  return new Map(
    cells.map(({ category, x, y, share, opacity }) => {
      const [markX, markY] =
        chart.own.form === 'bar'
          ? [x + track.x + track.widthPx * share, y + track.y]
          : onCircle(x + round.dx, y + round.dy, round.outerPx, round.start + round.sweep * share);
      return [category, { x: markX, y: markY, opacity, outline: { x, y, ...size } }];
    }),
  );
}
