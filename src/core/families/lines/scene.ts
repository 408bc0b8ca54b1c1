import { valueInStep } from '../../motion/series';
import { PathSink, polyline } from '../../scene/path';
import type { PathNode, SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { alongEntrance } from '../shared/along/along-build';
import { type AlongView, dotShows, firstInView, heightPx } from '../shared/along/along-view';
import { dotNode, pushHeadLabel } from '../shared/along/head-labels';
import { isCrowded, type LineParts, linePath } from '../shared/along/line-path';
import { acrossPx, periodAxisNodes } from '../shared/along/period-axis';
import { alongAt, alongInView } from '../shared/along/period-places';
import { type Head, headsAt } from '../shared/along/value-heads';
import { breakNodes } from '../shared/axis-break';
import { domainAt, extremesOf } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { refusalNodes } from '../shared/refusal';
import { axisNodes, zeroLine } from '../shared/value-axis';
import type { LinesPlan } from './plan';
import { pointLabelNodes } from './point-labels';

/** A highlighted line is so many times as wide. */
const HIGHLIGHT = 1.6;
const BRIDGE_WIDTH = 0.6;
/** Dashes run from the first period on, in view or not, so there is an end to how many are drawn. */
const MOST_DASHED = 1000;
/** Length of a dash, in widths of its line. */
const DASH = 3;

/** The chart's part of the picture at a moment. Cost: O(lines × periods in view), points at most twice the pixels. */
export function linesPicture(plan: LinesPlan, timeSec: number): ChartPicture {
  const { chart, course, area, field, axis, parts, periodAxis, frame, refused, measure } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const { opacityOf, growthOf, labelOf, drawnTo, together, words } = alongEntrance(plan.build, chart, timeSec);
  const moment = alongInView(course.periods, together ?? timeSec, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const view: AlongView = { area, domain, moment, periods: course.periods };
  const heads = headsAt(plan, domain, moment, together ?? timeSec);
  /** What a line is drawn by: its own playhead while it is drawn by itself, and how far it has risen. */
  const viewOf = (line: number): AlongView => {
    const drawn = drawnTo(line);
    const own = drawn === null ? moment : { ...alongAt(course.periods, drawn), from: moment.from, to: moment.to };
    return { ...view, moment: own, rise: growthOf(line) };
  };
  const headX = acrossPx(area, moment, moment.head);
  const lines: SceneNode[] = [];
  const dots: SceneNode[] = [];
  const order = [...course.places.keys()].sort(
    (a, b) => Number(plan.highlighted.has(a)) - Number(plan.highlighted.has(b)),
  );
  const headOf = new Map(heads.map((head) => [head.line, head]));
  for (const line of order)
    pushLine(
      plan,
      { line, view: viewOf(line), opacity: opacityOf(line), colour: colourOf(plan, headOf.get(line), line) },
      lines,
      dots,
    );
  const present = heads.filter((head) => head.present);
  const average = present.reduce((sum, { value }) => sum + value / present.length, 0);
  const labels: SceneNode[] = [];
  for (const head of heads) {
    const { line } = head;
    const [opacity, category] = [opacityOf(line), course.places[line] ?? 0];
    const colour = colourOf(plan, head, line);
    if (head.present && opacity > 0 && chart.dress.lines.points !== 'none') {
      const sizePx = plan.labels.dotPx * (plan.highlighted.has(line) ? HIGHLIGHT : 1);
      const { x, y } = endOf(plan, head, viewOf(line));
      const shown = opacity * dotShows(view, head.value);
      if (shown > 0) dots.push(dotNode(`head:${category}`, { x, y, colour, opacity: shown, sizePx, category }));
    }
    const strength = head.strength * Math.min(opacity, labelOf(line));
    pushHeadLabel(plan.labels, { ...head, category, colour, x: headX, strength }, labels);
  }
  const bottom = area.y + area.heightPx;
  const nodes: SceneNode[] = [
    {
      kind: 'group',
      id: 'axis',
      opacity: words,
      children: [
        ...axisNodes(axis, { field, domain, parts, average: present.length > 0 ? average : Number.NaN }),
        ...periodAxisNodes(periodAxis, { ...area, heightPx: field.heightPx }, moment),
        ...breakNodes(plan, domain),
      ],
    },
    {
      kind: 'group',
      id: 'lines',
      clip: {
        x: field.x,
        y: frame.plot.y,
        widthPx: field.widthPx,
        heightPx: bottom - frame.plot.y + (area.x - field.x),
      },
      children: lines,
    },
    { kind: 'group', id: 'zero', opacity: words, children: zeroLine(axis, field, domain) },
    ...guideNodes(plan, headX, words),
    { kind: 'group', id: 'dots', children: dots },
    {
      kind: 'group',
      id: 'values',
      children: pointLabelNodes(plan, view, headX, (line) => Math.min(opacityOf(line), labelOf(line))),
    },
    { kind: 'group', id: 'heads', children: labels },
  ];
  return { nodes, words, marks: () => marksOf(plan, heads, headX, opacityOf) };
}

/** Where a line ends on screen. */
function endOf({ course }: LinesPlan, head: Head, { moment, ...view }: AlongView): { x: number; y: number } {
  const { series } = course.race;
  const { step, s } = moment;
  const own = valueInStep(series, series.categories.indexOf(head.line), step, s) * series.unit;
  return {
    x: acrossPx(view.area, moment, moment.head),
    y: heightPx(view, Number.isNaN(own) ? head.value : own),
  };
}

function colourOf({ colours, course, domain }: LinesPlan, head: Head | undefined, line: number): string {
  return markColour(colours, course.places[line] ?? 0, head?.value ?? Number.NaN, extremesOf(domain));
}

interface LineAt {
  readonly line: number;
  readonly view: AlongView;
  readonly opacity: number;
  readonly colour: string;
}

/** A line with what is filled below it and its points. */
/** Is a line drawn in dashes? */
function isDashed({ chart, course, highlighted }: LinesPlan, line: number): boolean {
  const { dashes } = chart.own;
  if (course.shown.periods.length > MOST_DASHED) return false;
  return dashes === 'all' || (dashes === 'quiet' && !highlighted.has(line));
}

function pushLine(
  plan: LinesPlan,
  { line, view, opacity, colour }: LineAt,
  lines: SceneNode[],
  dots: SceneNode[],
): void {
  const { chart, course, labels } = plan;
  const { series } = course.race;
  const k = series.categories.indexOf(line);
  if (k < 0 || opacity <= 0) return;
  const dashed = isDashed(plan, line) && !isCrowded(view);
  const path = linePath(series, k, view, (p) => plan.known(line, p), dashed);
  const subject = { part: 'mark' as const, category: course.places[line] ?? 0 };
  const strokePx = labels.linePx * (plan.highlighted.has(line) ? HIGHLIGHT : 1);
  const { fill, points } = chart.dress.lines;
  if (fill > 0) pushFill(plan, path, { line, view, opacity, colour }, lines);
  const stroke = (id: string, more: Partial<PathNode>): PathNode => ({
    kind: 'path',
    id,
    subject,
    path: path.whole,
    stroke: colour,
    strokeWidthPx: strokePx,
    join: 'round',
    cap: 'round',
    opacity,
    ...more,
  });
  if (path.whole.verbs.length > 0)
    lines.push(stroke(`line:${subject.category}`, dashed ? { dashPx: strokePx * DASH, cap: 'butt' } : {}));
  if (path.bridged.verbs.length > 0) {
    const strokeWidthPx = strokePx * BRIDGE_WIDTH;
    lines.push(
      stroke(`bridge:${subject.category}`, { path: path.bridged, strokeWidthPx, dashPx: strokePx * 2, cap: 'butt' }),
    );
  }
  if (points === 'none') return;
  const { moment, periods, area } = view;
  const crowded = (moment.step - firstInView(view)) * strokePx * 2 > area.widthPx;
  for (let p = firstInView(view); p <= moment.step + (moment.s >= 1 ? 1 : 0); p++) {
    if (points === 'ends' && p > 0) break;
    if (crowded && p > 0) break;
    const value = (series.values[k * series.periodCount + p] ?? Number.NaN) * series.unit;
    const x = acrossPx(area, moment, periods.places[p] ?? 0);
    if (Number.isNaN(value) || x < area.x - 0.01 || !plan.known(line, p)) continue;
    const shown = opacity * dotShows(view, value);
    if (shown <= 0) continue;
    const sizePx = strokePx * chart.dress.lines.pointSize;
    const { category } = subject;
    dots.push(
      dotNode(`point:${category}:${p}`, { x, y: heightPx(view, value), colour, opacity: shown, sizePx, category }),
    );
  }
}

/** What is filled below a line: down to 0, or to the axis' foot where 0 is not in view. */
function pushFill(
  plan: LinesPlan,
  { whole, bridged }: LineParts,
  { view, opacity, colour }: LineAt,
  lines: SceneNode[],
): void {
  const foot = heightPx(view, Math.min(view.domain.max, Math.max(view.domain.min, 0)));
  for (const [name, part] of [
    ['fill', whole],
    ['fill-bridge', bridged],
  ] as const) {
    const sink = new PathSink();
    let [at, startX, x, y] = [0, 0, 0, 0];
    const close = () => {
      sink.lineTo(x, foot);
      sink.lineTo(startX, foot);
      sink.closePath();
    };
    part.verbs.forEach((kind, i) => {
      const point = (j: number) => part.points[at + j] ?? 0;
      if (kind === 0) {
        if (i > 0) close();
        [startX, x, y] = [point(0), point(0), point(1)];
        sink.moveTo(x, foot);
        sink.lineTo(x, y);
        at += 2;
      } else if (kind === 1) {
        [x, y] = [point(0), point(1)];
        sink.lineTo(x, y);
        at += 2;
      } else {
        sink.bezierCurveTo(point(0), point(1), point(2), point(3), point(4), point(5));
        [x, y] = [point(4), point(5)];
        at += 6;
      }
    });
    if (part.verbs.length === 0) continue;
    close();
    lines.push({
      kind: 'path',
      id: `${name}:${colour}:${lines.length}`,
      path: sink.path(),
      fill: colour,
      opacity: opacity * plan.chart.dress.lines.fill,
    });
  }
}

/** An upright line at the playhead. */
function guideNodes({ chart, area, frame }: LinesPlan, headX: number, words: number): SceneNode[] {
  if (!chart.own.guide) return [];
  return [
    {
      kind: 'path',
      id: 'guide',
      path: polyline(Float64Array.of(headX, area.y, headX, area.y + area.heightPx)),
      stroke: frame.inks.quiet,
      strokeWidthPx: 0.18 * frame.unit,
      dashPx: 0.8 * frame.unit,
      opacity: words,
    },
  ];
}

/** Where notes that travel with a line begin, and what lights when it is pointed at. */
function marksOf(
  plan: LinesPlan,
  heads: readonly Head[],
  headX: number,
  opacityOf: (line: number) => number,
): Map<number, Mark> {
  const sizePx = Math.max(plan.labels.rowPx, plan.labels.dotPx);
  return new Map(
    heads.map((head) => {
      const box = { x: headX - sizePx / 2, y: head.y - sizePx / 2, widthPx: sizePx, heightPx: sizePx };
      const opacity = head.present ? opacityOf(head.line) : 0;
      return [plan.course.places[head.line] ?? 0, { x: headX, y: head.y, opacity, outline: box }];
    }),
  );
}
