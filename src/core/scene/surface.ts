import type { MeasureText } from './text-fit';

/** A gradient as a canvas makes it. */
export interface SurfaceGradient {
  addColorStop(offset: number, colour: string): void;
}

/** What a scene is drawn on: the part of a canvas' context that primitives use. Both kinds of context fit it. */
export interface Surface {
  globalAlpha: number;
  fillStyle: unknown;
  strokeStyle: unknown;
  lineWidth: number;
  lineJoin: 'miter' | 'round' | 'bevel';
  lineCap: 'butt' | 'round' | 'square';
  miterLimit: number;
  font: string;
  letterSpacing: string;
  save(): void;
  restore(): void;
  translate(x: number, y: number): void;
  rotate(rad: number): void;
  beginPath(): void;
  closePath(): void;
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(x1: number, y1: number, x: number, y: number): void;
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  rect(x: number, y: number, width: number, height: number): void;
  roundRect(x: number, y: number, width: number, height: number, radius: number): void;
  clip(): void;
  fill(): void;
  stroke(): void;
  setLineDash(lengths: number[]): void;
  fillText(text: string, x: number, y: number): void;
  createLinearGradient(x0: number, y0: number, x1: number, y1: number): SurfaceGradient;
  createRadialGradient(x0: number, y0: number, r0: number, x1: number, y1: number, r1: number): SurfaceGradient;
  drawImage(
    image: unknown,
    sx: number,
    sy: number,
    sWidth: number,
    sHeight: number,
    dx: number,
    dy: number,
    dWidth: number,
    dHeight: number,
  ): void;
}

/** A decoded picture. */
export interface SurfaceImage {
  readonly width: number;
  readonly height: number;
}

/** What drawing needs besides the scene: everything is loaded before. */
export interface DrawResources {
  readonly measure: MeasureText;
  /** Decoded pictures, by image id. */
  readonly images: ReadonlyMap<string, SurfaceImage>;
}
