/** A box of the stage, in stage pixels. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Colours that follow from the stage's background. */
export interface Inks {
  readonly strong: string;
  readonly quiet: string;
  readonly line: string;
  /** What the background comes to, taken as one colour. */
  readonly ground: string;
}
