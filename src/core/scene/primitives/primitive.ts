import type { SceneNode } from '../scene';
import type { DrawResources, Surface } from '../surface';
import type { SvgWriter } from '../svg-writer';
import type { MeasureText } from '../text-fit';

/** Everything but groups, which hold others. */
export type MarkNode = Exclude<SceneNode, { kind: 'group' }>;

/** A box by its edges, in stage pixels. */
export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Rows from one up to another, in stage pixels. */
export interface Rows {
  readonly from: number;
  readonly to: number;
}

/**
 * What one kind of mark can do, side by side: a property that is added to it is added here, in one file.
 */
export interface Primitive<N extends MarkNode> {
  /** Draws it; opacity is set already. */
  draw(surface: Surface, node: N, resources: DrawResources): void;
  /** The same as SVG; '' for nothing. */
  svg(node: N, writer: SvgWriter): string;
  /** What a person takes for its place. */
  bounds(node: N, measure: MeasureText): Bounds;
  /** Is a point on it, or so near that a person means it? */
  covers(node: N, x: number, y: number, measure: MeasureText): boolean;
  /** All rows that it may paint, smoothed edges apart. */
  rows(node: N): Rows;
}

/** Does a box hold a point? */
export function holds({ left, top, right, bottom }: Bounds, x: number, y: number): boolean {
  return x >= left && x < right && y >= top && y < bottom;
}

interface BoxLike {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** A box by its edges; one of negative size lies the other way. */
export function boundsOfBox({ x, y, widthPx, heightPx }: BoxLike): Bounds {
  return {
    left: Math.min(x, x + widthPx),
    top: Math.min(y, y + heightPx),
    right: Math.max(x, x + widthPx),
    bottom: Math.max(y, y + heightPx),
  };
}
