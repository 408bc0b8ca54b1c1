import type { Between } from '../motion/interpolation';
import type { GapRule } from '../motion/series';
import type { Pace } from '../pace/pace';
import type { NumberStyle } from '../scale/number-format';
import type { Fields } from '../shaping/fields';
import type { Dress } from './dress';
import type { CategoryPicture, TargetLine, ValueBand } from './film-parts';
import type { Focus } from './focus';
import type { PaneStyle } from './panes';

/** A colour that the person gave to a category. A list, so that no category's name can be mistaken for a property. */
export interface CategoryColour {
  readonly category: string;
  /** `#rrggbb` */
  readonly colour: string;
}

/** Texts whose words the person writes. */
export const contentParts = ['title', 'subtitle', 'source', 'total', 'leader'] as const;
export type ContentPart = (typeof contentParts)[number];

/**
 * How a chart moves: its marks show the moment at the playhead, or the playhead draws what lies along the chart, or one
 * moment is shown and its marks come and go.
 */
export type Play = { readonly kind: 'through-time' | 'drawn' } | BuiltPlay;

/** One moment, whose marks come, stay and go. */
export interface BuiltPlay {
  readonly kind: 'built';
  /** The period on show; `''` for the last one. */
  readonly periodKey: string;
  /** Seconds of the whole: opening, hold and closing. */
  readonly lengthSec: number;
  /** Groups of marks that begin to come at a time of their own; the others keep an even pace. */
  readonly steps: readonly BuildStepTime[];
}

/** When a group of marks begins to come. */
export interface BuildStepTime {
  /** The category's name, or the period's key where one stand comes after the other. */
  readonly key: string;
  /** Seconds from the start of the piece. */
  readonly atSec: number;
  /** How long its marks take to come; null for as long as an even pace gives them. */
  readonly takesSec: number | null;
}

/** The last moment, as it starts out. */
export const builtPlay: BuiltPlay = { kind: 'built', periodKey: '', lengthSec: 8, steps: [] };
export type PlayKind = Play['kind'];

/** What a family had of its own when the chart was last drawn by it. */
export interface KeptOwn {
  readonly family: string;
  readonly familyVersion: number;
  readonly play: Play;
  readonly own: unknown;
}

/** A chart of any family. What only its family knows lies in `own`. */
export interface Chart<Own = unknown> {
  readonly id: string;
  /** Id of the family that draws it. */
  readonly family: string;
  /** Version of `own`. */
  readonly familyVersion: number;
  readonly tableId: string;
  readonly fields: Fields;
  /** Which value of the group column is on stage; `''` while there is none. */
  readonly group: string;
  readonly play: Play;
  /** Values between two periods. */
  readonly between: Between;
  /** Values where the table has none. */
  readonly gaps: GapRule;
  /** The texts; all of them may hold tokens such as `{leader}`. */
  readonly text: Readonly<Record<ContentPart, string>>;
  readonly colours: readonly CategoryColour[];
  /** Categories that stand out where the dress has one colour for all. */
  readonly highlights: readonly string[];
  readonly pictures: readonly CategoryPicture[];
  /** What the film looks at, over spans of its own. */
  readonly focuses: readonly Focus[];
  /** How the charts of several groups stand side by side, where they do. */
  readonly panes: PaneStyle;
  readonly numbers: NumberStyle;
  /** How dates are written: a pattern, or '' for the usual form of the periods' kind. */
  readonly datePattern: string;
  readonly axis: {
    readonly name: string;
    /** Distance of ticks in data units, or null for round numbers. */
    readonly interval: number | null;
    readonly average: boolean;
    readonly targets: readonly TargetLine[];
    readonly bands: readonly ValueBand[];
  };
  readonly dress: Dress;
  readonly pace: Pace;
  readonly own: Own;
  /** Of families that drew the chart before, so that going back loses nothing; each at most once. */
  readonly kept: readonly KeptOwn[];
}
