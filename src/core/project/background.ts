/** What the stage is made of, behind everything; part of the document and of a look. */
export type Background =
  | { readonly kind: 'plain'; readonly colour: string }
  /** `angleDeg` turns from left-to-right (0) clockwise. */
  | { readonly kind: 'linear'; readonly colour: string; readonly to: string; readonly angleDeg: number }
  | { readonly kind: 'radial'; readonly colour: string; readonly to: string }
  | {
      readonly kind: 'picture';
      /** Shows where the picture does not reach. */
      readonly colour: string;
      readonly pictureId: string;
      readonly fit: 'fill' | 'fit';
      /** How much of the colour lies over the picture, in [0, 1]. */
      readonly dim: number;
      /** Hundredths of the stage's shorter side. */
      readonly blur: number;
    }
  /** Nothing: for laying over other footage. The colour only decides the inks. */
  | { readonly kind: 'clear'; readonly colour: string };

export const backgroundKinds = [
  'plain',
  'linear',
  'radial',
  'picture',
  'clear',
] as const satisfies readonly Background['kind'][];
