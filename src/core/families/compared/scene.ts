import type { Box } from '../../chart/box';
import { ASCENT, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, Subject, TextNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongPx } from '../shared/axis-place';
import { pushBarShape } from '../shared/bar-shape';
import { type BuildMoment, buildAt, entranceOf, wordsProgress } from '../shared/build';
import { depthAlong } from '../shared/depth';
import { type Domain, domainAt } from '../shared/domain';
import { focusedDomain } from '../shared/focused-domain';
import { refusalNodes } from '../shared/refusal';
import { axisNodes, zeroLine } from '../shared/value-axis';
import type { ComparedColumn, ComparedCourse } from './course';
import type { ComparedChart } from './document';
import type { ComparedPlan } from './plan';

/** Part of a lane that its column fills beside the others of its group. */
const LANE = 0.92;
/** A value has this part of its lane, and comes when its column has come so far: then it touches none beside it. */
const CLEAR = 0.93;

/** A column on stage. */
interface Placed extends ComparedColumn {
  readonly category: number;
  readonly box: Box;
  /** Along, on screen. */
  readonly from: number;
  readonly to: number;
  readonly opacity: number;
  readonly uncovered: number;
  readonly grown: number;
  /** Room for its value, across. */
  readonly roomPx: number;
}

/** The chart's part of the picture at a moment. Cost: O(groups × lanes). */
export function comparedPicture(plan: ComparedPlan, timeSec: number): ChartPicture {
  const { chart, course, axis, field, parts, frame, measure, refused } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const time = Math.min(course.clock.lengthSec, Math.max(0, timeSec));
  const domain = domainAt(focusedDomain(course.domain, plan), time);
  const moment = buildAt(plan.build, time);
  const words = moment ? wordsProgress(moment) : 1;
  const shapes: SceneNode[] = [];
  const values: SceneNode[] = [];
  const placed = course.groups.map((category, group) =>
    course.columnsAt(category, time).map((column) => place(plan, { ...column, category }, group, domain, moment)),
  );
  for (const columns of placed) {
    // The latest is pulled out of the one before, so it stands behind it.
    for (const column of [...columns].reverse()) pushColumn(plan, column, shapes);
    for (const column of columns) pushValue(plan, column, values);
  }
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [...axisNodes(axis, { field, domain, parts, average: Number.NaN }), ...nameNodes(plan)],
    },
    { kind: 'group', id: 'columns', children: shapes },
    { kind: 'group', id: 'zero', opacity: words, children: zeroLine(axis, field, domain) },
    { kind: 'group', id: 'values', children: values },
  ];
  return { nodes, words, marks: () => marksOf(plan, placed) };
}

/** Do the columns of a group lie on each other? */
const piled = ({ ofParts }: ComparedCourse, { own }: ComparedChart) => ofParts && own.grouping !== 'grouped';

function place(
  { chart, course, field, groupPx }: ComparedPlan,
  column: ComparedColumn & { readonly category: number },
  group: number,
  domain: Domain,
  moment: BuildMoment | null,
): Placed {
  const { direction, thickness } = chart.dress.bars;
  const lying = direction === 'lying';
  const onEach = piled(course, chart);
  const thickPx = groupPx * thickness;
  const lanePx = onEach ? thickPx : thickPx / course.lanes.length;
  const widthPx = lanePx * (onEach || course.lanes.length === 1 ? 1 : LANE);
  const lane = onEach ? 0 : column.lane - (1 - column.moved);
  const middle = (lying ? field.y : field.x) + groupPx * (group + 0.5) - thickPx / 2 + lanePx * (lane + 0.5);
  const entrance = moment
    ? entranceOf(moment, moment.turns[moment.build.order === 'stands' ? group : column.lane] ?? 0)
    : null;
  const { how, progress } = entrance ?? { how: 'none' as const, progress: 1 };
  const grows = how === 'grow' || how === 'spring';
  const wipes = how === 'wipe' || how === 'draw';
  const zero = alongPx(direction, field, domain, 0);
  const at = (value: number) => {
    const along = alongPx(direction, field, domain, value);
    if (!grows) return along;
    // A spring never leaves the room that columns have.
    const sprung = zero + (along - zero) * progress;
    return lying
      ? Math.min(field.x + field.widthPx, Math.max(field.x, sprung))
      : Math.min(field.y + field.heightPx, Math.max(field.y, sprung));
  };
  const below = column.value < 0;
  const [from, to] = below ? [at(column.top), at(column.base)] : [at(column.base), at(column.top)];
  const [low, px] = [Math.min(from, to), Math.abs(to - from)];
  const box = lying
    ? { x: low, y: middle - widthPx / 2, widthPx: px, heightPx: widthPx }
    : { x: middle - widthPx / 2, y: low, widthPx, heightPx: px };
  return {
    ...column,
    box,
    from,
    to,
    opacity: grows || how === 'none' ? Math.min(1, Math.max(0, progress * 4)) : wipes ? 1 : progress,
    uncovered: wipes ? progress : 1,
    grown: grows ? Math.min(1, Math.max(0, progress)) : 1,
    roomPx: lanePx,
  };
}

function pushColumn(
  { chart, course, frame, laneColours, depth }: ComparedPlan,
  column: Placed,
  nodes: SceneNode[],
): void {
  const { category, lane, box, from, to, opacity, uncovered } = column;
  if (opacity <= 0 || uncovered <= 0) return;
  const id = `column:${category}:${lane}`;
  const colour = laneColours[lane] ?? '#888888';
  const lying = chart.dress.bars.direction === 'lying';
  const children: SceneNode[] = uncovered < 1 ? [] : nodes;
  const standsFor = course.lanes[lane];
  const subject: Subject = {
    part: 'mark',
    category,
    ...(course.ofParts
      ? { portion: standsFor?.key ?? '' }
      : column.moved >= 1 && standsFor
        ? { period: standsFor.at }
        : {}),
  };
  // What lies on each other joins without corners.
  const style = piled(course, chart) ? { ...chart.dress.bars, corners: 0 } : chart.dress.bars;
  const onFloor = column.base === 0;
  pushBarShape(children, { id, subject, box, lying, from, to, colour, opacity, onFloor }, style, frame, depth);
  if (uncovered < 1)
    nodes.push({ kind: 'group', id: `wipe:${id}`, clip: { ...box, widthPx: box.widthPx * uncovered }, children });
}

/** The value at the end of a column, where it has room; of columns on each other those that are thick enough hold theirs. */
function pushValue(plan: ComparedPlan, column: Placed, nodes: SceneNode[]): void {
  const { chart, course, valueFont: font, formatValue, measure, frame } = plan;
  if (chart.own.values === 'none' || piled(course, chart)) return;
  const { category, lane, box, to, value, grown, roomPx, moved, uncovered } = column;
  const text = formatValue(value * grown);
  const widthPx = lineWidth(text, font, true, measure);
  const linePx = font.sizePx * (ASCENT + DESCENT);
  const lying = chart.dress.bars.direction === 'lying';
  if ((lying ? linePx : widthPx) > roomPx * CLEAR) return;
  const opacity = column.opacity * smoothStep((uncovered - 0.6) / 0.4) * smoothStep((moved - CLEAR) / (1 - CLEAR));
  if (opacity <= 0) return;
  const gapPx = font.sizePx * 0.4 + depthAlong(plan.depth, chart.dress.bars.direction);
  const below = value < 0;
  const [x, y, align]: [number, number, TextNode['align']] = lying
    ? [below ? to - gapPx : to + gapPx, box.y + box.heightPx / 2 + font.sizePx * 0.35, below ? 'end' : 'start']
    : [
        box.x + box.widthPx / 2,
        below
          ? to + gapPx - font.sizePx * 0.2 + font.sizePx * ASCENT
          : to - gapPx + font.sizePx * 0.2 - font.sizePx * DESCENT,
        'middle',
      ];
  const style = chart.dress.labels.value;
  const fill = style.colour ?? frame.inks.strong;
  const [id, subject] = [`value:${category}:${lane}`, { part: 'value' as const, category }];
  pushWithShadow(
    nodes,
    labelNode({ id, subject, text, x, y, font, fill, align, opacity, tabular: true }),
    style.shadow,
  );
}

const named = new WeakMap<ComparedPlan, SceneNode[]>();

/** The names of the groups; they stand still, so they are made once. */
function nameNodes(plan: ComparedPlan): SceneNode[] {
  const known = named.get(plan);
  if (known) return known;
  const { chart, course, names, nameAt, field, groupPx, frame } = plan;
  const style = chart.dress.labels.name;
  const lying = chart.dress.bars.direction === 'lying';
  const nodes: SceneNode[] = [];
  names.forEach(({ lines, font }, group) => {
    const category = course.groups[group] ?? 0;
    const middle = (lying ? field.y : field.x) + groupPx * (group + 0.5);
    const linePx = font.sizePx * 1.16;
    lines.forEach((text, i) => {
      const [x, y] = lying
        ? [nameAt, middle + font.sizePx * 0.35 + (i - (lines.length - 1) / 2) * linePx]
        : [middle, nameAt + font.sizePx * ASCENT + i * linePx];
      const node = labelNode({
        id: `name:${category}:${i}`,
        subject: { part: 'name', category },
        text,
        x,
        y,
        font,
        fill: style.colour ?? frame.inks.strong,
        align: lying ? 'end' : 'middle',
        opacity: 1,
        tabular: false,
      });
      pushWithShadow(nodes, node, style.shadow);
    });
  });
  named.set(plan, nodes);
  return nodes;
}

/** The column of a group that reaches farthest, for notes that travel with it, and all of them. */
function marksOf({ chart }: ComparedPlan, placed: readonly (readonly Placed[])[]): Map<number, Mark> {
  const lying = chart.dress.bars.direction === 'lying';
  const marks = new Map<number, Mark>();
  for (const columns of placed) {
    const [first] = columns;
    if (!first) continue;
    const farthest = columns.reduce((most, each) =>
      Math.abs(each.to - each.from) > Math.abs(most.to - most.from) ? each : most,
    );
    const left = Math.min(...columns.map(({ box }) => box.x));
    const top = Math.min(...columns.map(({ box }) => box.y));
    const right = Math.max(...columns.map(({ box }) => box.x + box.widthPx));
    const bottom = Math.max(...columns.map(({ box }) => box.y + box.heightPx));
    const { box, to, opacity } = farthest;
    marks.set(first.category, {
      x: lying ? to : box.x + box.widthPx / 2,
      y: lying ? box.y + box.heightPx / 2 : to,
      opacity,
      outline: { x: left, y: top, widthPx: right - left, heightPx: bottom - top },
    });
  }
  return marks;
}
