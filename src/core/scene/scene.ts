import type { Path } from './path';
import type { Font } from './text-fit';

/** Parts of the picture that can be pointed at. */
export type PartName =
  | 'title'
  | 'subtitle'
  | 'source'
  | 'stamp'
  | 'total'
  | 'leader'
  | 'caption'
  | 'legend'
  | 'axis'
  | 'rank'
  | 'mark'
  | 'name'
  | 'value'
  | 'picture'
  | 'logo'
  | 'lines'
  | 'address'
  | 'credits'
  | 'extra'
  | 'background';

/** What a mark on stage stands for, so that pointing at it can open its controls or light its row. */
export interface Subject {
  readonly part: PartName;
  /** Place of the category in the cube, for the parts of its mark. */
  readonly category?: number;
  /** Place of the period in the cube, where a mark stands for one that has passed. */
  readonly period?: number;
  /** Name of the part of the category, where a mark stands for one. */
  readonly portion?: string;
  /** Id of the extra. */
  readonly extra?: string;
}

/** A colour, or a run of one into another, in stage pixels. */
export type Paint =
  | string
  | {
      readonly kind: 'linear';
      readonly x0: number;
      readonly y0: number;
      readonly x1: number;
      readonly y1: number;
      readonly from: string;
      readonly to: string;
    }
  | {
      readonly kind: 'radial';
      readonly x: number;
      readonly y: number;
      readonly radiusPx: number;
      readonly from: string;
      readonly to: string;
    };

interface NodeBase {
  /** Stable from frame to frame. */
  readonly id: string;
  readonly subject?: Subject;
  /** In [0, 1]; 1 when left out. */
  readonly opacity?: number;
}

/** A box; `radiusPx` rounds the corners. */
export interface RectNode extends NodeBase {
  readonly kind: 'rect';
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly radiusPx?: number;
  readonly fill?: Paint;
  readonly stroke?: string;
  readonly strokeWidthPx?: number;
}

/** How the ends of lines and their corners are drawn; alike in both painters. */
export interface StrokeStyle {
  readonly strokeWidthPx?: number;
  /** Length of dashes and of the gaps between them. */
  readonly dashPx?: number;
  /** Corners: `miter` when left out, cut off where the tip would reach further than `MITER_LIMIT` half widths. */
  readonly join?: 'miter' | 'round' | 'bevel';
  /** Ends: `butt` when left out. */
  readonly cap?: 'butt' | 'round' | 'square';
}

/** Lines and curves, filled, stroked or both. */
export interface PathNode extends NodeBase, StrokeStyle {
  readonly kind: 'path';
  readonly path: Path;
  readonly fill?: Paint;
  readonly stroke?: Paint;
}

/** One line of text, its baseline at `y`. */
export interface TextNode extends NodeBase {
  readonly kind: 'text';
  readonly x: number;
  readonly y: number;
  readonly text: string;
  readonly font: Font;
  readonly fill: string;
  readonly align: 'start' | 'middle' | 'end';
  /** Gives every digit the same width, so that counting numbers stand still. */
  readonly tabular?: boolean;
  /** Turns the text clockwise around the point that it stands at, in radians; not at all when left out. */
  readonly turnRad?: number;
  /** The shadow of another text: it says nothing of its own. */
  readonly shade?: boolean;
}

/** A picture by the id under which the painter has it loaded. */
export interface ImageNode extends NodeBase {
  readonly kind: 'image';
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly imageId: string;
  readonly radiusPx?: number;
  /** The part of the picture that is shown, in shares of it; all of it when left out. */
  readonly crop?: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/**
 * Marks that belong together. Its opacity applies to the whole: where its marks lie over each other, the lower ones do not
 * shine through.
 */
export interface GroupNode extends NodeBase {
  readonly kind: 'group';
  /** What lies outside is cut off; it moves with the group. */
  readonly clip?: { readonly x: number; readonly y: number; readonly widthPx: number; readonly heightPx: number };
  /** Moves everything in it, in stage pixels. */
  readonly shift?: { readonly dx: number; readonly dy: number };
  readonly children: readonly SceneNode[];
}

/** The closed union of what painters can draw. Order in a list is the order of drawing. */
export type SceneNode = RectNode | PathNode | TextNode | ImageNode | GroupNode;

/** One picture, in stage pixels. */
export interface Scene {
  readonly widthPx: number;
  readonly heightPx: number;
  /** `#rrggbb`, or null where the film is transparent. */
  readonly background: string | null;
  readonly nodes: readonly SceneNode[];
}
