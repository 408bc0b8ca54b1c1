import type { Box } from '../../chart/box';
import type { Frame } from '../../chart/frame';
import { smoothStep } from '../../motion/slots';
import { polyline } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import type { Direction } from './axis-place';
import type { Domain } from './domain';

/** An axis along the left of its field, or along the foot of it. */
interface BrokenAxis {
  readonly field: Box;
  readonly frame: Frame;
  readonly direction?: Direction;
}

/** Says on stage that the value axis does not begin at 0: a kinked foot at its lower end. */
export function breakNodes(
  { field, frame, direction = 'standing' }: BrokenAxis,
  { min, max, log }: Domain,
): SceneNode[] {
  // On a logarithmic axis nobody expects 0.
  if (log) return [];
  // It comes and goes with 0 itself, without a jump.
  const away = Math.max(min / (max - min), -max / (max - min));
  const opacity = smoothStep(away * 20);
  if (opacity <= 0) return [];
  const size = 0.9 * frame.unit;
  const [x, foot] = [field.x, field.y + field.heightPx];
  // Aside of the axis, and along it.
  const kinks = [
    [0, 0],
    [0, 0.4],
    [0.9, 0.8],
    [-0.9, 1.6],
    [0.9, 2.4],
    [0, 2.8],
    [0, 3.4],
  ].flatMap(([aside = 0, along = 0]) =>
    direction === 'standing' ? [x + aside * size, foot - along * size] : [x + along * size, foot + aside * size],
  );
  return [
    {
      kind: 'path',
      id: 'axis:break',
      subject: { part: 'axis' },
      path: polyline(Float64Array.from(kinks)),
      stroke: frame.inks.quiet,
      strokeWidthPx: 0.25 * frame.unit,
      join: 'round',
      opacity,
    },
  ];
}
