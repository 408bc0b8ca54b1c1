/** How a text on stage is set; part of the document. */
export interface TextStyle {
  readonly family: string;
  /** From 100 to 900; a family that lacks a weight takes its nearest. */
  readonly weight: number;
  readonly italic: boolean;
  /**
   * Of texts: hundredths of the stage's shorter side. Of the labels of bars and axes: times the size that fits the
   * room they have.
   */
  readonly size: number;
  readonly capitals: boolean;
  /** Room added after each character, in parts of the font's size. */
  readonly spacing: number;
  /** `#rrggbb`, or null for the ink that reads best on the background. */
  readonly colour: string | null;
  readonly align: 'start' | 'middle' | 'end';
  /** How dark its shadow is, in [0, 1]; 0 has none. */
  readonly shadow: number;
}

/** The texts around a chart. */
export const textParts = ['title', 'subtitle', 'source', 'stamp', 'total', 'leader', 'caption', 'legend'] as const;
export type TextPart = (typeof textParts)[number];

/** The texts that belong to bars and axes. */
export const labelParts = ['name', 'value', 'rank', 'tick'] as const;
export type LabelPart = (typeof labelParts)[number];

/** Texts that follow the film: what period it is, the sum of all, who leads. */
export const counterParts = ['stamp', 'total', 'leader'] as const;
export type CounterPart = (typeof counterParts)[number];

/** Where a counter stands. `auto` is the look's way of keeping clear of the bars. */
export const corners = ['auto', 'top-start', 'top-end', 'bottom-start', 'bottom-end'] as const;
export type Corner = (typeof corners)[number];

/** A family of type that ships with the app. */
export interface ShippedFamily {
  readonly family: string;
  /** Weights from and to. */
  readonly weights: readonly [number, number];
  readonly italic: boolean;
  readonly kind: string;
}

/** The families that ship, all under open licences. */
export const shippedFamilies: readonly ShippedFamily[] = [
  { family: 'Bricolage Grotesque', weights: [200, 800], italic: false, kind: 'Headlines with character' },
  { family: 'Instrument Sans', weights: [400, 700], italic: false, kind: 'Plain and clear' },
  { family: 'Spline Sans Mono', weights: [300, 700], italic: false, kind: 'Typewriter' },
  { family: 'Archivo', weights: [100, 900], italic: false, kind: 'Strong and even' },
  { family: 'Big Shoulders', weights: [100, 900], italic: false, kind: 'Tall and narrow' },
  { family: 'Bitter', weights: [100, 900], italic: false, kind: 'Sturdy serifs' },
  { family: 'Caveat', weights: [400, 700], italic: false, kind: 'By hand' },
  { family: 'Fraunces', weights: [100, 900], italic: false, kind: 'Soft old style' },
  { family: 'Noto Sans', weights: [100, 900], italic: false, kind: 'Widest coverage' },
  { family: 'Noto Serif', weights: [100, 900], italic: false, kind: 'Widest coverage, with serifs' },
  { family: 'Nunito', weights: [200, 900], italic: false, kind: 'Round' },
  { family: 'Oswald', weights: [200, 700], italic: false, kind: 'Condensed' },
  { family: 'Playfair Display', weights: [400, 900], italic: false, kind: 'High contrast' },
  { family: 'Roboto Slab', weights: [100, 900], italic: false, kind: 'Square serifs' },
  { family: 'Rubik', weights: [300, 900], italic: false, kind: 'Blunt corners' },
];
