/** A choice of a control. */
export interface ControlChoice {
  readonly value: string;
  readonly label: string;
  /** What it means, said while it is chosen. */
  readonly hint?: string;
}

/** How a value is set. Ranges are those of the schema, which a test holds them to: nothing can be set that it would refuse. */
export type ControlInput =
  | {
      readonly kind: 'number';
      /** Both ends included. */
      readonly range: readonly [number, number];
      readonly step: number;
      readonly unit: string;
      /** Shown times this: shares are shown as percent. */
      readonly times?: number;
      readonly decimals?: number;
    }
  /** Few choices, side by side. With `numbers`, what they stand for is a number. */
  | { readonly kind: 'pick'; readonly choices: readonly ControlChoice[]; readonly numbers?: boolean }
  /** Many choices, in a list. */
  | { readonly kind: 'select'; readonly choices: readonly ControlChoice[] }
  | { readonly kind: 'switch' }
  /** `automatic` names the colour that stands when there is none of one's own. */
  | { readonly kind: 'colour'; readonly automatic?: string }
  | {
      readonly kind: 'text';
      readonly maxLength: number;
      readonly placeholder?: string;
      readonly lines?: number;
      readonly row?: boolean;
    }
  /** More than one value of a plain kind: drawn by a part of the bench that is made for it. */
  | { readonly kind: 'made'; readonly by: 'axis-range' | 'moment-words' }
  /** Names of the data: those that are switched off; or, with words for the choice, those that are chosen, so many at most. */
  | {
      readonly kind: 'made';
      readonly by: 'names';
      readonly chosen?: { readonly title: string; readonly hint: string; readonly most: number };
    }
  /** Points of a period and a name, so many at most. */
  | { readonly kind: 'made'; readonly by: 'points'; readonly most: number }
  /** Periods of the data, so many at most: what is said where none is chosen, and where no more may be. */
  | {
      readonly kind: 'made';
      readonly by: 'periods';
      readonly most: number;
      readonly none: string;
      readonly full: string;
    };

/** A control of the bench as plain data: the bench draws it, the search finds it, the command line lists it. */
export interface ControlSpec {
  /** Names it among all controls. */
  readonly id: string;
  /** Where its value lies in the chart (`own.places`, `dress.bars.thickness`), or in the thing that it is a control of. */
  readonly path: string;
  readonly label: string;
  /** Other words that people look for it with. */
  readonly words: string;
  readonly input: ControlInput;
  readonly hint?: string;
  /** Which of the five steps it stands in. */
  readonly step: 'shape' | 'dress' | 'pace' | 'output';
  /** The fold that it stands in; at first sight without one. */
  readonly fold?: string;
  /** Shown only while other values are one of these, all of them. */
  readonly when?: readonly { readonly path: string; readonly is: readonly unknown[] }[];
}

/** Choices from pairs of value and label. */
export function choices(pairs: readonly (readonly [value: string, label: string, hint?: string])[]): ControlChoice[] {
  return pairs.map(([value, label, hint]) => ({ value, label, ...(hint === undefined ? {} : { hint }) }));
}

/** A share that is shown in percent. */
export const percentInput = { kind: 'number', range: [0, 1], step: 5, unit: '%', times: 100, decimals: 0 } as const;

/** Where a strip of words stands. */
export const aboveOrBelow = choices([
  ['top', 'Above the chart'],
  ['bottom', 'Below it'],
]);
