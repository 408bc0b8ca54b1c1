import { cased, labelNode } from '../../chart/text-block';
import { mixColours } from '../../scale/colour';
import type { SceneNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import type { Mark } from '../family';
import type { TablePlan } from './plan';
import type { RowAt } from './row-at';

/** How pale stripes are, against the stage. */
const STRIPE = 0.93;

/** Every other place on a pale ground; they stand still. */
export function stripeNodes({ chart, places, rowPx, top, columns, frame }: TablePlan): SceneNode[] {
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
export function headNodes({ chart, columns, heads, headFont, top, headPx, frame, measure }: TablePlan): SceneNode[] {
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
export function rowMarks({ columns, rowPx, frame }: TablePlan, rows: readonly RowAt[]): ReadonlyMap<number, Mark> {
  const right = Math.max(...[...columns.values()].map(({ x, widthPx }) => x + widthPx));
  const { plot } = frame;
  return new Map(
    rows.map(({ category, y, presence: opacity }) => [
      category,
      { x: right, y: y + rowPx / 2, opacity, outline: { x: plot.x, y, widthPx: right - plot.x, heightPx: rowPx } },
    ]),
  );
}
