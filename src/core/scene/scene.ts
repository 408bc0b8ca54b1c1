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
  | 'bar'
  | 'name'
  | 'value'
  | 'picture'
  | 'extra'
  | 'background';

/** What a mark on stage stands for, so that pointing at it can open its controls or light its row. */
export interface Subject {
  readonly part: PartName;
  /** Place of the category in the cube, for the parts of a bar. */
  readonly category?: number;
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

/** A polyline through `points` (x, y, x, y ...); closed and filled when it has a fill. */
export interface PathNode extends NodeBase {
  readonly kind: 'path';
  readonly points: Float64Array;
  readonly fill?: string;
  readonly stroke?: string;
  readonly strokeWidthPx?: number;
  /** Length of dashes and of the gaps between them. */
  readonly dashPx?: number;
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

/** Nodes that share an opacity or are cut to a box. */
export interface GroupNode extends NodeBase {
  readonly kind: 'group';
  readonly clip?: { readonly x: number; readonly y: number; readonly widthPx: number; readonly heightPx: number };
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
