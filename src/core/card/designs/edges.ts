import { polyline } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { DesignOf } from '../card-plan';

/** The first part of a closed line through corners, up to a share of its length. */
function partOfLine(corners: readonly (readonly [number, number])[], share: number): Float64Array {
  const lengths = corners
    .slice(1)
    .map(([x, y], i) => Math.hypot(x - (corners[i]?.[0] ?? x), y - (corners[i]?.[1] ?? y)));
  let left = lengths.reduce((sum, length) => sum + length, 0) * share;
  const points: number[] = [...(corners[0] ?? [])];
  for (const [i, length] of lengths.entries()) {
    const [from, to] = [corners[i] ?? [0, 0], corners[i + 1] ?? [0, 0]];
    const part = length > 0 ? Math.min(1, left / length) : 1;
    points.push(from[0] + (to[0] - from[0]) * part, from[1] + (to[1] - from[1]) * part);
    left -= length;
    if (left <= 0) break;
  }
  return Float64Array.from(points);
}

/** Two lines draw a frame from opposite corners; the words stand in its middle. */
export const edges: DesignOf = {
  move: () => 'fade',
  roomOf: ({ inner, unit }) => {
    const pad = 5 * unit;
    const box = {
      x: inner.x + pad,
      y: inner.y + pad,
      widthPx: Math.max(unit, inner.widthPx - 2 * pad),
      heightPx: Math.max(unit, inner.heightPx - 2 * pad),
    };
    return { box, across: 'middle', down: 'middle' };
  },
  decorOf: ({ inner, unit, colours }) => {
    const { x, y, widthPx, heightPx } = inner;
    const [right, bottom] = [x + widthPx, y + heightPx];
    const ways = [
      [
        [x, bottom],
        [x, y],
        [right, y],
      ],
      [
        [right, y],
        [right, bottom],
        [x, bottom],
      ],
    ] as const;
    return ({ come, gone }) =>
      ways.flatMap((corners, i): SceneNode[] => {
        if (come <= 0 || gone >= 1) return [];
        return [
          {
            kind: 'path',
            id: `card:edge${i}`,
            path: polyline(partOfLine(corners, come)),
            stroke: colours[i % colours.length] ?? '#888888',
            strokeWidthPx: 0.7 * unit,
            cap: 'square',
            opacity: 1 - gone,
          },
        ];
      });
  },
};
