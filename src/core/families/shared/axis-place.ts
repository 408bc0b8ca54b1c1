import type { Box } from '../../chart/box';
import type { Frame } from '../../chart/frame';
import type { Chart } from '../../project/chart';
import { type Path, polyline } from '../../scene/path';
import type { Font, MeasureText } from '../../scene/text-fit';
import { type Domain, placeInDomain } from './domain';

/** Which way values run: to the right, or upwards. */
export type Direction = 'lying' | 'standing';

/** Room that an axis takes on each side of the marks, in stage pixels. */
export interface Insets {
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
  readonly left: number;
}

/** A line at a value: a target, or the average of what is on stage. Or what lies between two values. */
export interface MarkLine {
  readonly kind: 'target' | 'average' | 'band';
  readonly label: string;
  readonly value: number;
  /** The other end of a band. */
  readonly to?: number;
}

/** A value axis with its labels, prepared for a film. Knows nothing of what stands along it. */
export interface ValueAxis {
  readonly chart: Chart;
  readonly frame: Frame;
  readonly direction: Direction;
  readonly font: Font;
  readonly insets: Insets;
  readonly name: string;
  readonly marks: readonly MarkLine[];
  readonly markLimitPx: number;
  /** Room of the tick labels between the field and the words of lines; 0 where those stand on the other side. */
  readonly markOffsetPx: number;
  readonly formatValue: (value: number) => string;
  readonly formatTick: (decimals: number) => (value: number) => string;
  readonly measure: MeasureText;
}

/** The screen place of a value along the axis. */
export function alongPx(direction: Direction, field: Box, domain: Domain, value: number): number {
  const share = placeInDomain(domain, value);
  return direction === 'lying' ? field.x + field.widthPx * share : field.y + field.heightPx * (1 - share);
}

/** A label in the middle of its line, but never beyond the stage's margins. */
export function clampedX({ frame, font, measure }: ValueAxis, text: string, along: number): number {
  const half = measure(text, font) / 2;
  const { plot } = frame;
  return Math.max(plot.x - frame.unit + half, Math.min(plot.x + plot.widthPx + frame.unit - half, along));
}

/** What a click on the axis finds. */
export const subject = { part: 'axis' as const };

/** A line over the field at a place along the axis. */
export function gridLine(axis: ValueAxis, field: Box, along: number): Path {
  return polyline(
    axis.direction === 'lying'
      ? Float64Array.of(along, field.y, along, field.y + field.heightPx)
      : Float64Array.of(field.x, along, field.x + field.widthPx, along),
  );
}
