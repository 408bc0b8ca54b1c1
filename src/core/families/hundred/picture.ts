import type { Box } from '../../chart/box';
import { labelNode } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { mixColours } from '../../scale/colour';
import type { SceneNode, Subject } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import { refusalNodes } from '../shared/refusal';
import { turnOfShare } from '../shared/shares/shares-build';
import { type Portion, REST, REST_COLOUR } from '../shared/shares/shares-course';
import { sharesEnds } from '../shared/shares/told-shares';
import { type CellRun, cellsAt } from './course';
import type { HundredPlan } from './plan';

/** A portion on stage. */
interface Staged extends Portion {
  readonly colour: string;
  readonly opacity: number;
  /** How much of its cells has come, in [0, 1]. */
  readonly grown: number;
  readonly said: number;
}

/** The chart's part of the picture at a moment. Cost: O(cells + names²). */
export function hundredPicture(plan: HundredPlan, timeSec: number): ChartPicture {
  const { chart, frame, refused, measure, course } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const { list, runs } = cellsAt(course, chart.own, timeSec);
  const staged = list.map((portion): Staged => {
    const { how, progress } = moment ? entranceOf(moment, turnOfShare(plan, moment.closes, portion.category)) : present;
    const share = Math.min(1, Math.max(0, progress));
    return {
      ...portion,
      colour: colourOf(plan, portion),
      opacity: how === 'fade' ? share : 1,
      grown: how === 'grow' ? share : 1,
      said: how === 'none' ? 1 : smoothStep((share - 0.5) / 0.5),
    };
  });
  const cells: SceneNode[] = [];
  for (const run of runs) {
    const portion = staged[run.of];
    if (portion) pushRun(plan, run, portion, cells);
  }
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'empty', opacity: words, children: emptyCells(plan) },
    { kind: 'group', id: 'cells', children: cells },
    { kind: 'group', id: 'labels', children: asideNodes(plan, staged) },
  ];
  if (list.length === 0) nodes.push(...refusalNodes('There is nothing to share at this time.', chart, frame, measure));
  return { nodes, words, marks: () => marksOf(plan, staged, runs) };
}

function colourOf(plan: HundredPlan, { category, value }: Portion): string {
  return category === REST ? REST_COLOUR : markColour(plan.colours, category, value, sharesEnds(plan));
}

/** The place of a cell, from 0 in the order in which cells are filled. */
export function cellBox({ x, y, cellPx, across, rows, chart }: HundredPlan, cell: number): Box {
  const { fill } = chart.own;
  const [column, row] =
    fill === 'left'
      ? [Math.floor(cell / rows), rows - 1 - (cell % rows)]
      : [cell % across, fill === 'top' ? Math.floor(cell / across) : rows - 1 - Math.floor(cell / across)];
  const insetPx = (cellPx * chart.own.gap) / 2;
  const sidePx = Math.max(0.25, cellPx - 2 * insetPx);
  return { x: x + column * cellPx + insetPx, y: y + row * cellPx + insetPx, widthPx: sidePx, heightPx: sidePx };
}

/** A cell that nobody has: what is missing to the whole, or has not come yet. */
function emptyCells(plan: HundredPlan): SceneNode[] {
  const { chart, frame } = plan;
  const fill = mixColours(frame.inks.strong, frame.inks.ground, 0.9);
  return Array.from({ length: chart.own.cells }, (_, cell): SceneNode => {
    const box = cellBox(plan, cell);
    return { kind: 'rect', id: `empty:${cell}`, ...box, radiusPx: radiusOf(plan, box), fill };
  });
}

const radiusOf = ({ chart }: HundredPlan, { widthPx }: Box) =>
  chart.own.form === 'round' ? widthPx / 2 : widthPx * 0.12;

/** The cells of a run: whole ones, and at its ends the parts that it has of a cell. */
function pushRun(plan: HundredPlan, run: CellRun, portion: Staged, nodes: SceneNode[]): void {
  const to = run.from + (run.to - run.from) * portion.grown;
  if (portion.opacity <= 0 || to <= run.from) return;
  for (let cell = Math.floor(run.from + 1e-9); cell < Math.min(plan.chart.own.cells, to - 1e-9); cell++) {
    const [from, until] = [Math.max(0, run.from - cell), Math.min(1, to - cell)];
    if (until > from) nodes.push(cellNode(plan, portion, cell, [from, until]));
  }
}

function cellNode(
  plan: HundredPlan,
  { category, colour, opacity }: Staged,
  cell: number,
  [from, to]: readonly [number, number],
): SceneNode {
  const { chart, pictureRefs } = plan;
  const box = cellBox(plan, cell);
  const subject: Subject = category === REST ? { part: 'mark' } : { part: 'mark', category };
  const id = `cell:${cell}:${category}`;
  const ref = chart.own.form === 'picture' && category !== REST ? (pictureRefs[category] ?? null) : null;
  const place = { x: box.x + box.widthPx / 2, y: box.y + box.heightPx / 2, sidePx: box.widthPx, opacity };
  const whole: SceneNode = ref
    ? { ...pictureNode(category, ref, chart.dress.pictures, place), id, subject }
    : { kind: 'rect', id, subject, ...box, radiusPx: radiusOf(plan, box), fill: colour, opacity };
  if (from <= 1e-9 && to >= 1 - 1e-9) return whole;
  // Cut in the direction in which cells are filled.
  const lying = chart.own.fill !== 'left';
  const clip = lying
    ? { ...box, x: box.x + box.widthPx * from, widthPx: box.widthPx * (to - from) }
    : { ...box, y: box.y + box.heightPx * (1 - to), heightPx: box.heightPx * (to - from) };
  return { kind: 'group', id: `${id}:cut:${from > 1e-9 ? 'end' : 'start'}`, clip, children: [whole] };
}

/** Names with their shares beside the grid, each at its place; of two that pass each other one steps back. */
function asideNodes(plan: HundredPlan, staged: readonly Staged[]): SceneNode[] {
  const { aside, nameFont, rowPx, chart, frame, names, formatShare } = plan;
  if (!aside) return [];
  const count = staged.reduce((sum, { presence }) => sum + presence, 0);
  const top = aside.y + (aside.heightPx - count * rowPx) / 2;
  // The rest closes the list.
  const rowOf = ({ category, slot }: Staged) => (category === REST ? count - 1 : Math.min(slot, count - 1));
  return staged.flatMap((each, i): SceneNode[] => {
    const row = rowOf(each);
    let strength = Math.min(1, each.presence * 2) * each.said * each.opacity;
    staged.forEach((other, j) => {
      if (j < i) strength *= smoothStep((Math.abs(rowOf(other) - row) - 0.72) / 0.25);
    });
    if (strength <= 0) return [];
    const y = top + (row + 0.5) * rowPx;
    const subject: Subject = each.category === REST ? { part: 'name' } : { part: 'name', category: each.category };
    const chipPx = nameFont.sizePx * 0.8;
    const x = aside.x + nameFont.sizePx * 0.9;
    const style = chart.dress.labels;
    const text = { y: y + nameFont.sizePx * 0.35, font: nameFont, opacity: strength };
    return [
      {
        kind: 'rect',
        id: `chip:${each.category}`,
        subject,
        x,
        y: y - chipPx / 2,
        widthPx: chipPx,
        heightPx: chipPx,
        radiusPx: chart.own.form === 'round' ? chipPx / 2 : chipPx * 0.12,
        fill: each.colour,
        opacity: strength,
      },
      labelNode({
        id: `name:${each.category}`,
        subject,
        text: names[each.category === REST ? names.length - 1 : each.category] ?? '',
        x: x + chipPx * 1.5,
        fill: style.name.colour ?? frame.inks.strong,
        align: 'start',
        tabular: false,
        ...text,
      }),
      labelNode({
        id: `value:${each.category}`,
        subject: { ...subject, part: 'value' },
        text: formatShare(each.share),
        x: aside.x + aside.widthPx,
        fill: style.value.colour ?? frame.inks.quiet,
        align: 'end',
        tabular: true,
        ...text,
      }),
    ];
  });
}

/** A mark is in the middle of all its cells, which moves on without a jump as they do. */
function marksOf(plan: HundredPlan, staged: readonly Staged[], runs: readonly CellRun[]): ReadonlyMap<number, Mark> {
  const found = new Map<number, Mark>();
  staged.forEach((portion, i) => {
    if (portion.category === REST) return;
    let [x, y, weight] = [0, 0, 0];
    let [left, top, right, bottom] = [Number.POSITIVE_INFINITY, Number.POSITIVE_INFINITY, 0, 0];
    for (const { from, to } of runs.filter(({ of }) => of === i))
      for (let cell = Math.floor(from); cell < Math.min(to, plan.chart.own.cells); cell++) {
        const box = cellBox(plan, cell);
        const part = Math.min(1, to - cell) - Math.max(0, from - cell);
        x += (box.x + box.widthPx / 2) * part;
        y += (box.y + box.heightPx / 2) * part;
        weight += part;
        [left, top] = [Math.min(left, box.x), Math.min(top, box.y)];
        [right, bottom] = [Math.max(right, box.x + box.widthPx), Math.max(bottom, box.y + box.heightPx)];
      }
    if (!(weight > 0)) return;
    const outline = { x: left, y: top, widthPx: right - left, heightPx: bottom - top };
    const opacity = portion.opacity * portion.grown * Math.min(1, weight);
    found.set(portion.category, { x: x / weight, y: y / weight, opacity, outline });
  });
  return found;
}
