import type { Box } from '../../../chart/box';
import type { SeriesSet } from '../../../motion/series';
import { polyline } from '../../../scene/path';
import type { SceneNode } from '../../../scene/scene';
import { seriesValueAt } from './cells-course';

/** Where a small line lies, and how it looks. */
export interface SmallLine {
  readonly box: Box;
  /** The least and the greatest that the series ever comes to, in data units. */
  readonly ends: readonly [number, number];
  readonly category: number;
  readonly colour: string;
  readonly strokePx: number;
  readonly opacity: number;
}

/** Points of a small line at most: nobody sees more. */
const MOST_POINTS = 240;
/** A line is never stretched to more than so many times of what it is against all that it comes to. */
const MOST_STRETCH = 4;

/**
 * The way of a series so far as a line, up to a dot at the present. It fills its room from the start on, and gathers detail
 * as the film goes on.
 *
 * @param position In the run of periods. Cost: O(periods passed).
 */
export function smallLine(values: SeriesSet, k: number, position: number, line: SmallLine): SceneNode[] {
  const { box, category, colour, strokePx, opacity } = line;
  const [start, low, range] = reachOf(values, k, position, line.ends);
  const at = (place: number, value: number): readonly [number, number] => [
    box.x + (box.widthPx * (place - start)) / Math.max(1, position - start),
    box.y + box.heightPx * (range > 0 ? 1 - (value - low) / range : 0.5),
  ];
  const every = Math.max(1, Math.ceil(values.periodCount / MOST_POINTS));
  const stretches: number[][] = [[]];
  const add = (place: number) => {
    const value = seriesValueAt(values, k, place);
    if (Number.isNaN(value)) stretches.push([]);
    else stretches.at(-1)?.push(...at(place, value));
  };
  for (let p = start; p < position; p += every) add(p);
  add(position);
  const subject = { part: 'mark' as const, category };
  const nodes: SceneNode[] = stretches.flatMap((points, i): SceneNode[] =>
    points.length < 4
      ? []
      : [
          {
            kind: 'path',
            id: `line:${category}:${i}`,
            subject,
            path: polyline(Float64Array.from(points)),
            stroke: colour,
            strokeWidthPx: strokePx,
            join: 'round',
            cap: 'round',
            opacity,
          },
        ],
  );
  const [x, y] = at(position, seriesValueAt(values, k, position));
  const radiusPx = strokePx * 1.1;
  if (!Number.isNaN(y))
    nodes.push({
      kind: 'rect',
      id: `head:${category}`,
      subject,
      x: x - radiusPx,
      y: y - radiusPx,
      widthPx: 2 * radiusPx,
      heightPx: 2 * radiusPx,
      radiusPx,
      fill: colour,
      opacity,
    });
  return nodes;
}

/** Where the way of a series begins, and between which values it lies so far: the lowest, and how far it reaches from there. */
function reachOf(
  values: SeriesSet,
  k: number,
  position: number,
  [low, high]: readonly [number, number],
): [number, number, number] {
  let start = Number.POSITIVE_INFINITY;
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  const take = (place: number) => {
    const value = seriesValueAt(values, k, place);
    if (Number.isNaN(value)) return;
    start = Math.min(start, place);
    least = Math.min(least, value);
    most = Math.max(most, value);
  };
  for (let p = 0; p < position; p++) take(p);
  take(position);
  const range = Math.max(most - least, (high - low) / MOST_STRETCH);
  // What is stretched less stands in the middle.
  return [Number.isFinite(start) ? start : 0, (least + most - range) / 2, range];
}
