import { cased, labelNode, pushWithShadow } from '../../chart/text-block';
import { placesAt } from '../../motion/race';
import { smoothStep, stepAt } from '../../motion/slots';
import { totalAt } from '../../motion/totals';
import { inkOn } from '../../scale/colour';
import type { SceneNode, TextNode } from '../../scene/scene';
import type { ChartPicture } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { positionOf } from '../shared/cells/cells-course';
import { changeAt } from '../shared/cells/change';
import { smallLine } from '../shared/cells/small-line';
import { type Domain, domainAt, extremesOf, placeInDomain } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import { headNodes, rowMarks, stripeNodes } from './ground';
import { rowsPassed } from './long-rows';
import type { ColumnKind, TablePlan } from './plan';
import type { RowAt } from './row-at';
import { shadeOf } from './shade';

const BAR = 0.56;

/** The chart's part of the picture at a moment. Cost: O(rows²), and periods passed for small lines. */
export function tablePicture(plan: TablePlan, timeSec: number): ChartPicture {
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const rows = rowsAt(plan, timeSec);
  const domain = domainAt(plan.domain, timeSec);
  const { clock, totals } = plan.course;
  const { step, s } = stepAt(clock, Math.min(clock.lengthSec, Math.max(0, timeSec)));
  const now = {
    domain,
    position: positionOf(plan.course, timeSec),
    total: plan.chart.own.share ? totalAt(totals(), step, s) : 0,
  };
  const cells: SceneNode[] = [];
  for (const row of rows) if (row.opacity > 0) pushRow(plan, row, now, cells);
  const { plot } = plan.frame;
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'ground', opacity: words, children: [...stripeNodes(plan), ...headNodes(plan)] },
    {
      kind: 'group',
      id: 'rows',
      clip: { x: 0, y: plan.top, widthPx: plan.stage.widthPx, heightPx: plot.y + plot.heightPx - plan.top },
      children: cells,
    },
  ];
  return { nodes, words, marks: () => rowMarks(plan, rows) };
}

/** The rows of a moment. Of two that pass each other the later of the table steps back, as none can be read through another. */
export function rowsAt(plan: TablePlan, timeSec: number): RowAt[] {
  const { course, places, rowPx, top, turns, colours, frame, chart } = plan;
  const moment = buildAt(plan.build, timeSec);
  const ends = extremesOf(plan.domain);
  const passed = rowsPassed(course, chart.own, places, timeSec);
  const ranked = course.race.tracks.places;
  // What lies out of view takes no part.
  const inView = placesAt(course.race, timeSec).filter(({ slot }) => slot > passed - 1.5 && slot < passed + places + 1);
  const rows = inView.map(({ series, category, value, rank, slot }): RowAt => {
    const { how, progress } = moment ? entranceOf(moment, turns[series] ?? 0) : present;
    const grows = how === 'grow' || how === 'spring';
    const shows = how === 'none' ? 1 : Math.min(1, Math.max(0, grows ? progress * 4 : progress));
    return {
      series,
      category,
      value,
      rank,
      slot,
      opacity: Math.min(1, Math.max(0, ranked - slot)) * shows,
      presence: Math.min(1, Math.max(0, ranked - slot)) * shows,
      grown: grows ? Math.min(1, Math.max(0, progress)) : 1,
      slidePx: how === 'slide' ? (1 - Math.min(1, progress)) * 5 * frame.unit : 0,
      colour: markColour(colours, category, value, ends),
      y: top + (slot - passed) * rowPx,
    };
  });
  return rows.map((row, i) => {
    let strength = 1;
    rows.forEach((other, j) => {
      if (i === j || other.opacity <= 0) return;
      if (j > i && !(other.opacity > row.opacity)) return;
      const apart = Math.abs(other.slot - row.slot);
      strength = Math.min(strength, smoothStep((apart - 0.5) / 0.25));
    });
    return { ...row, opacity: row.opacity * strength };
  });
}

interface Now {
  readonly domain: Domain;
  readonly position: number;
  /** Data units. */
  readonly total: number;
}

function pushRow(plan: TablePlan, row: RowAt, now: Now, nodes: SceneNode[]): void {
  const {
    chart,
    columns,
    course,
    names,
    nameFont,
    valueFont,
    rankFont,
    frame,
    rowPx,
    formatValue,
    formatShare,
    formatChange,
    ends,
  } = plan;
  const { own, dress } = chart;
  const { labels } = dress;
  const { series, category, value, rank, opacity, y, grown, slidePx } = row;
  const middle = y + rowPx / 2;
  const write = (
    kind: ColumnKind,
    text: string,
    style: {
      readonly part: 'name' | 'value' | 'rank';
      readonly align: TextNode['align'];
      readonly quiet?: boolean;
      /** The ground that it stands on, where that is not the stage. */
      readonly on?: string;
    },
  ) => {
    const room = columns.get(kind);
    if (!room || text === '') return;
    const { part, align, quiet = false, on } = style;
    const font = part === 'name' ? nameFont : part === 'value' ? valueFont : rankFont;
    const node = labelNode({
      id: `${kind}:${category}`,
      subject: { part, category },
      text: cased(text, labels[part]),
      x: (align === 'end' ? room.x + room.widthPx : room.x) - slidePx,
      y: middle + font.sizePx * 0.35,
      font,
      fill: labels[part].colour ?? (on ? inkOn(on) : quiet ? frame.inks.quiet : frame.inks.strong),
      align,
      opacity,
      tabular: part !== 'name',
    });
    pushWithShadow(nodes, node, labels[part].shadow);
  };
  write('rank', String(rank + 1), { part: 'rank', align: 'end', quiet: true });
  pushPicture(plan, row, nodes);
  write('name', names[category] ?? '', { part: 'name', align: 'start' });
  pushBar(plan, row, now.domain, nodes);
  const shade = shadeNode(plan, row);
  if (shade) nodes.push(shade);
  write('value', formatValue(value * grown), { part: 'value', align: 'end', ...(shade ? { on: shade.fill } : {}) });
  const change = changeAt(course.race.series, series, now.position, own);
  write('change', change ? formatChange(change) : '', { part: 'value', align: 'end', quiet: true });
  write('share', own.share && now.total > 0 ? formatShare(value / now.total) : '', {
    part: 'value',
    align: 'end',
    quiet: true,
  });
  const line = columns.get('line');
  if (line)
    nodes.push(
      ...smallLine(course.race.series, series, now.position, {
        box: {
          x: line.x - slidePx + rowPx * 0.1,
          y: y + rowPx * 0.24,
          widthPx: line.widthPx - rowPx * 0.2,
          heightPx: rowPx * 0.52,
        },
        ends: ends[series] ?? [0, 0],
        category,
        colour: row.colour,
        strokePx: Math.min(dress.lines.width * frame.unit * 0.7, rowPx * 0.07),
        opacity,
      }),
    );
}

/** The ground of a value, whose colour follows it; null where none is wanted. */
function shadeNode(plan: TablePlan, { category, value, opacity, y, slidePx }: RowAt) {
  const room = plan.columns.get('value');
  if (!plan.chart.own.shade || !room) return null;
  const padPx = plan.rowPx * 0.16;
  return {
    kind: 'rect' as const,
    id: `shade:${category}`,
    subject: { part: 'mark' as const, category },
    x: room.x - padPx - slidePx,
    y: y + plan.rowPx * 0.08,
    widthPx: room.widthPx + 2 * padPx,
    heightPx: plan.rowPx * 0.84,
    radiusPx: plan.rowPx * 0.12,
    fill: shadeOf(plan, value),
    opacity,
  };
}

function pushBar({ columns, rowPx, chart }: TablePlan, row: RowAt, domain: Domain, nodes: SceneNode[]): void {
  const room = columns.get('bar');
  if (!room) return;
  const { category, value, opacity, colour, y, grown, slidePx } = row;
  const [zero, end] = [placeInDomain(domain, 0), placeInDomain(domain, value * grown)].map(
    (share) => room.x + share * room.widthPx,
  ) as [number, number];
  const heightPx = rowPx * BAR;
  nodes.push({
    kind: 'rect',
    id: `bar:${category}`,
    subject: { part: 'mark', category },
    x: Math.min(zero, end) - slidePx,
    y: y + (rowPx - heightPx) / 2,
    widthPx: Math.abs(end - zero),
    heightPx,
    radiusPx: Math.min((chart.dress.bars.corners * heightPx) / 2, Math.abs(end - zero) / 2),
    fill: colour,
    opacity,
  });
}

function pushPicture(
  { columns, chart, pictureRefs, rowPx }: TablePlan,
  { category, opacity, y, slidePx }: RowAt,
  nodes: SceneNode[],
): void {
  const room = columns.get('picture');
  const ref = pictureRefs[category];
  if (!room || !ref) return;
  nodes.push(
    pictureNode(category, ref, chart.dress.pictures, {
      x: room.x + room.widthPx / 2 - slidePx,
      y: y + rowPx / 2,
      sidePx: room.widthPx * chart.dress.pictures.size,
      opacity,
    }),
  );
}
