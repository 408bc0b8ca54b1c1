import { cased, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn } from '../../scale/colour';
import type { SceneNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import type { ChartPicture } from '../family';
import { buildAt, wordsProgress } from '../shared/build';
import { positionOf } from '../shared/cells/cells-course';
import { pictureNode } from '../shared/picture-node';
import { rowMarks, stripeNodes } from './ground';
import { rowsAt } from './picture';
import type { GridRoom, TablePlan } from './plan';
import type { RowAt } from './row-at';
import { shadeOf } from './shade';

/** A column of a period at a moment. */
interface PeriodColumn {
  readonly period: number;
  readonly x: number;
  /** How far it is in view and has been reached, in [0, 1]. */
  readonly shows: number;
}

/** The grid of names and periods at a moment: what the film has reached is filled, the latest column counts. */
export function gridPicture(plan: TablePlan, grid: GridRoom, timeSec: number): ChartPicture {
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const byColumns = plan.chart.own.comes === 'columns' && moment !== null;
  // By columns all rows are there from the start, and by rows each comes as rows do.
  const rows = byColumns ? rowsAt({ ...plan, build: still(plan) }, timeSec) : rowsAt(plan, timeSec);
  const columns = columnsAt(plan, grid, timeSec).map((column, i, all) => {
    const come = byColumns && moment ? smoothStep(moment.x * (all.length + 1) - i) : 1;
    return { ...column, shows: column.shows * come };
  });
  const cells: SceneNode[] = [];
  for (const row of rows) if (row.opacity > 0) pushRow(plan, row, cells);
  const values: SceneNode[] = [];
  for (const row of rows)
    if (row.opacity > 0) for (const column of columns) pushCell(plan, grid, row, column, timeSec, values);
  const { plot } = plan.frame;
  const clip = { x: 0, y: plan.top, widthPx: plan.stage.widthPx, heightPx: plot.y + plot.heightPx - plan.top };
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'ground', opacity: words, children: stripeNodes(plan) },
    {
      kind: 'group',
      id: 'heads',
      opacity: words,
      clip: { ...clip, x: grid.x, widthPx: grid.widthPx, y: plot.y - plan.rowPx, heightPx: plot.heightPx + plan.rowPx },
      children: headNodes(plan, grid, columns),
    },
    { kind: 'group', id: 'rows', clip, children: cells },
    { kind: 'group', id: 'cells', clip: { ...clip, x: grid.x, widthPx: grid.widthPx }, children: values },
  ];
  return { nodes, words, marks: () => rowMarks(plan, rows) };
}

/** The build without its opening and closing. */
function still({ build }: TablePlan): TablePlan['build'] {
  return { ...build, clock: { ...build.clock, openingSec: 0, closingSec: 0 } };
}

/** The columns in view: the last ones, moved on as the next period is reached. */
function columnsAt({ course, cube }: TablePlan, { x, columnPx, count }: GridRoom, timeSec: number): PeriodColumn[] {
  const position = positionOf(course, timeSec);
  const end = Math.max(count - 1, position);
  const first = Math.max(0, Math.floor(end - count));
  const last = Math.min(cube.periods.length - 1, Math.ceil(position - 1e-9));
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i): PeriodColumn => {
    const period = first + i;
    const place = period - (end - (count - 1));
    // One that leaves at the left is gone before it is cut; one that is on its way comes with it.
    const leaves = smoothStep((place + 0.6) / 0.6);
    const reached = Math.min(1, Math.max(0, position - period + 1));
    return { period, x: x + place * columnPx, shows: leaves * (period === 0 ? 1 : smoothStep(reached / 0.5)) };
  });
}

function pushRow(plan: TablePlan, row: RowAt, nodes: SceneNode[]): void {
  const { columns, chart, names, nameFont, rankFont, frame, rowPx, pictureRefs } = plan;
  const { labels } = chart.dress;
  const { category, rank, opacity, y, slidePx } = row;
  const middle = y + rowPx / 2;
  for (const [kind, text, part, font] of [
    ['rank', String(rank + 1), 'rank', rankFont],
    ['name', names[category] ?? '', 'name', nameFont],
  ] as const) {
    const room = columns.get(kind);
    if (!room) continue;
    const end = kind === 'rank';
    const node = labelNode({
      id: `${kind}:${category}`,
      subject: { part, category },
      text: cased(text, labels[part]),
      x: (end ? room.x + room.widthPx : room.x) - slidePx,
      y: middle + font.sizePx * 0.35,
      font,
      fill: labels[part].colour ?? (end ? frame.inks.quiet : frame.inks.strong),
      align: end ? 'end' : 'start',
      opacity,
      tabular: end,
    });
    pushWithShadow(nodes, node, labels[part].shadow);
  }
  const [room, ref] = [columns.get('picture'), pictureRefs[category]];
  if (!room || !ref) return;
  const place = { x: room.x + room.widthPx / 2 - slidePx, y: middle, sidePx: room.widthPx, opacity };
  nodes.push(pictureNode(category, ref, chart.dress.pictures, place));
}

/** A value of a row at a period: the latest one counts, those that have passed stand still. */
function pushCell(
  plan: TablePlan,
  { columnPx }: GridRoom,
  row: RowAt,
  { period, x, shows }: PeriodColumn,
  timeSec: number,
  nodes: SceneNode[],
): void {
  const { chart, course, rowPx, valueFont, frame, formatValue } = plan;
  const { series, category, y, opacity, grown } = row;
  const latest = period >= positionOf(course, timeSec);
  const { values, periodCount, unit } = course.race.series;
  const value = latest ? row.value : (values[series * periodCount + period] ?? Number.NaN) * unit;
  const strength = opacity * shows;
  if (strength <= 0 || Number.isNaN(value)) return;
  const style = chart.dress.labels.value;
  const fill = chart.own.shade ? shadeOf(plan, value) : null;
  if (fill)
    nodes.push({
      kind: 'rect',
      id: `shade:${category}:${period}`,
      subject: { part: 'mark', category, period },
      x: x + columnPx * 0.03,
      y: y + rowPx * 0.05,
      widthPx: columnPx * 0.94,
      heightPx: rowPx * 0.9,
      radiusPx: Math.min(rowPx, columnPx) * 0.1,
      fill,
      opacity: strength,
    });
  const node = labelNode({
    id: `value:${category}:${period}`,
    subject: { part: 'value', category, period },
    text: cased(formatValue(value * grown), style),
    x: x + columnPx - valueFont.sizePx * 0.45,
    y: y + rowPx / 2 + valueFont.sizePx * 0.35,
    font: valueFont,
    fill: style.colour ?? (fill ? inkOn(fill) : frame.inks.strong),
    align: 'end',
    opacity: strength,
    tabular: true,
  });
  pushWithShadow(nodes, node, style.shadow);
}

/** The periods over their columns, cut to their room. */
function headNodes(plan: TablePlan, { columnPx }: GridRoom, columns: readonly PeriodColumn[]): SceneNode[] {
  const { chart, headFont, valueFont, top, headPx, frame, measure, periodLabels } = plan;
  const style = chart.dress.labels.tick;
  const padPx = valueFont.sizePx * 0.45;
  return columns
    .filter(({ shows }) => shows > 0)
    .map(({ period, x, shows }) =>
      labelNode({
        id: `head:${period}`,
        subject: { part: 'axis' },
        text: fitText(cased(periodLabels[period] ?? '', style), headFont, Math.max(1, columnPx - padPx * 1.4), measure),
        x: x + columnPx - padPx,
        y: top - headPx * 0.32,
        font: headFont,
        fill: style.colour ?? frame.inks.quiet,
        align: 'end',
        opacity: shows,
        tabular: true,
      }),
    );
}
