import { cased, labelNode, pushWithShadow } from '../../chart/text-block';
import { placesAt } from '../../motion/race';
import { smoothStep, stepAt } from '../../motion/slots';
import { totalAt } from '../../motion/totals';
import { mixColours } from '../../scale/colour';
import type { SceneNode, TextNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { positionOf } from '../shared/cells/cells-course';
import { changeAt } from '../shared/cells/change';
import { smallLine } from '../shared/cells/small-line';
import { type Domain, domainAt, extremesOf, placeInDomain } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import type { ColumnKind, TablePlan } from './plan';

/** A row at a moment. */
interface RowAt {
  readonly series: number;
  readonly category: number;
  readonly value: number;
  readonly rank: number;
  readonly slot: number;
  readonly opacity: number;
  /** The same, as far as it does not step back for another. */
  readonly presence: number;
  /** How much of its number and bar has come. */
  readonly grown: number;
  readonly slidePx: number;
  readonly colour: string;
  /** Upper end, on screen. */
  readonly y: number;
}

/** How pale stripes are, against the stage. */
const STRIPE = 0.93;
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
  return { nodes, words, marks: () => marksOf(plan, rows) };
}

/** The rows of a moment. Of two that pass each other the later of the table steps back, as none can be read through another. */
export function rowsAt(plan: TablePlan, timeSec: number): RowAt[] {
  const { course, places, rowPx, top, turns, colours, frame } = plan;
  const moment = buildAt(plan.build, timeSec);
  const ends = extremesOf(plan.domain);
  const rows = placesAt(course.race, timeSec).map(({ series, category, value, rank, slot }): RowAt => {
    const { how, progress } = moment ? entranceOf(moment, turns[series] ?? 0) : present;
    const grows = how === 'grow' || how === 'spring';
    const shows = how === 'none' ? 1 : Math.min(1, Math.max(0, grows ? progress * 4 : progress));
    return {
      series,
      category,
      value,
      rank,
      slot,
      opacity: Math.min(1, Math.max(0, places - slot)) * shows,
      presence: Math.min(1, Math.max(0, places - slot)) * shows,
      grown: grows ? Math.min(1, Math.max(0, progress)) : 1,
      slidePx: how === 'slide' ? (1 - Math.min(1, progress)) * 5 * frame.unit : 0,
      colour: markColour(colours, category, value, ends),
      y: top + slot * rowPx,
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
    style: { readonly part: 'name' | 'value' | 'rank'; readonly align: TextNode['align']; readonly quiet?: boolean },
  ) => {
    const room = columns.get(kind);
    if (!room || text === '') return;
    const { part, align, quiet = false } = style;
    const font = part === 'name' ? nameFont : part === 'value' ? valueFont : rankFont;
    const node = labelNode({
      id: `${kind}:${category}`,
      subject: { part, category },
      text: cased(text, labels[part]),
      x: (align === 'end' ? room.x + room.widthPx : room.x) - slidePx,
      y: middle + font.sizePx * 0.35,
      font,
      fill: labels[part].colour ?? (quiet ? frame.inks.quiet : frame.inks.strong),
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
  write('value', formatValue(value * grown), { part: 'value', align: 'end' });
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

/** Every other place on a pale ground; they stand still. */
function stripeNodes({ chart, places, rowPx, top, columns, frame }: TablePlan): SceneNode[] {
  if (!chart.own.stripes) return [];
  const { plot, inks, unit } = frame;
  const right = Math.max(...[...columns.values()].map(({ x, widthPx }) => x + widthPx));
  const fill = mixColours(inks.strong, inks.ground, STRIPE);
  return Array.from({ length: Math.ceil(places / 2) }, (_, i) => ({
    kind: 'rect' as const,
    id: `stripe:${i}`,
    x: plot.x - 0.8 * unit,
    y: top + 2 * i * rowPx,
    widthPx: right - plot.x + 1.6 * unit,
    heightPx: rowPx,
    radiusPx: 0.6 * unit,
    fill,
  }));
}

/** The words over the columns, cut to their room. */
function headNodes({ chart, columns, heads, headFont, top, headPx, frame, measure }: TablePlan): SceneNode[] {
  const style = chart.dress.labels.tick;
  return [...heads].flatMap(([kind, words]): SceneNode[] => {
    const room = columns.get(kind);
    if (!room || words === '') return [];
    const end = kind !== 'name';
    return [
      labelNode({
        id: `head:${kind}`,
        subject: { part: 'axis' },
        text: fitText(cased(words, style), headFont, room.widthPx, measure),
        x: end ? room.x + room.widthPx : room.x,
        y: top - headPx * 0.32,
        font: headFont,
        fill: style.colour ?? frame.inks.quiet,
        align: end ? 'end' : 'start',
        opacity: 1,
        tabular: false,
      }),
    ];
  });
}

/** The rows, for notes that travel with them: the right end of each. */
function marksOf({ columns, rowPx, frame }: TablePlan, rows: readonly RowAt[]): ReadonlyMap<number, Mark> {
  const right = Math.max(...[...columns.values()].map(({ x, widthPx }) => x + widthPx));
  const { plot } = frame;
  return new Map(
    rows.map(({ category, y, presence: opacity }) => [
      category,
      { x: right, y: y + rowPx / 2, opacity, outline: { x: plot.x, y, widthPx: right - plot.x, heightPx: rowPx } },
    ]),
  );
}
