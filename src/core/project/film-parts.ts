/**
 * A moment that stays with its period when the pace changes: a share of the beat that starts at the period with this
 * key.
 */
export interface Moment {
  readonly periodKey: string;
  /** In [0, 1]. */
  readonly share: number;
}

/** A text over a span of the film. It may hold tokens. */
export interface Caption {
  readonly id: string;
  readonly text: string;
  readonly from: Moment;
  readonly to: Moment;
}

/** From where the place of an extra on stage is counted. */
export const corners = ['top-left', 'top-right', 'bottom-left', 'bottom-right', 'centre'] as const;

/** Where an extra stands: off a corner or the middle of the stage, or with a category's mark. */
export type Anchor =
  | {
      readonly kind: 'stage';
      readonly corner: (typeof corners)[number];
      /** Hundredths of the stage's shorter side, inwards from the corner; to the right and down from the centre. */
      readonly dx: number;
      readonly dy: number;
    }
  | { readonly kind: 'mark'; readonly category: string; readonly dx: number; readonly dy: number };

/** A thing placed freely on stage. */
export interface Extra {
  readonly id: string;
  readonly kind: 'picture' | 'text' | 'line' | 'box' | 'arrow';
  readonly name: string;
  readonly anchor: Anchor;
  /** Size in hundredths of the stage's shorter side. Lines and arrows run over the diagonal of their box. */
  readonly width: number;
  readonly height: number;
  /** In [0, 1]. */
  readonly opacity: number;
  readonly colour: string;
  /** Width of lines in hundredths of the shorter side; 0 fills a box. */
  readonly stroke: number;
  readonly pictureId: string;
  readonly text: string;
  readonly fontFamily: string;
  readonly fontWeight: number;
  /** Drawn behind the chart. */
  readonly behind: boolean;
  /** null is the film's start or end. */
  readonly from: Moment | null;
  readonly to: Moment | null;
  readonly fadeSec: number;
}

export const extraKinds = ['text', 'picture', 'box', 'line', 'arrow'] as const satisfies readonly Extra['kind'][];

/** A picture of the project. Its bytes are an asset: PNG, JPEG or WebP; others were turned into PNG on their way in. */
export interface Picture {
  readonly id: string;
  readonly fileName: string;
  readonly assetId: string;
  readonly mime: 'image/png' | 'image/jpeg' | 'image/webp';
  readonly widthPx: number;
  readonly heightPx: number;
}

/** A font that the person added. Its bytes are an asset. */
export interface AddedFont {
  readonly family: string;
  readonly fileName: string;
  readonly assetId: string;
}

/** The picture that the person gave a category. */
export interface CategoryPicture {
  readonly category: string;
  readonly pictureId: string;
}

/** What lies between two values, with a word of what it means. Which of the two is greater does not matter. */
export interface ValueBand {
  readonly from: number;
  readonly to: number;
  readonly label: string;
}

/** A line at a value, with a word of what it means. */
export interface TargetLine {
  readonly value: number;
  readonly label: string;
}
