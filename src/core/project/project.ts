import type { RankOrder } from '../motion/contenders';
import type { Between } from '../motion/interpolation';
import type { MomentKind } from '../motion/moments';
import type { GapRule } from '../motion/series';
import type { SwapMode } from '../motion/slots';
import type { Pace } from '../pace/pace';
import type { DomainRule } from '../scale/domain-rule';
import type { NumberStyle } from '../scale/number-format';
import type { Fields } from '../shaping/fields';
import type { Step } from '../shaping/steps/step';
import type { ReadingChoice } from '../table/reader';
import type { Background } from './background';
import type { Dress } from './dress';
import type { AddedFont, Caption, CategoryPicture, Extra, Picture, TargetLine } from './film-parts';

/** The version of the document that this code writes. A new one comes with a migration. */
export const PROJECT_VERSION = 3;

/** Where the bytes of a table came from. */
export const sourceKinds = ['file', 'pasted', 'typed', 'catalogue'] as const;
export type SourceKind = (typeof sourceKinds)[number];

/** The bytes of a table and how they are read. They are an asset, kept beside the document. */
export interface TableSource {
  readonly kind: SourceKind;
  readonly fileName: string;
  readonly assetId: string;
  readonly reading: ReadingChoice;
}

/** A table whose rows and columns are added to another one. */
export interface AddedTable {
  readonly source: TableSource;
  /** Columns by which rows of both are the same: their cells are taken over; other rows are added. */
  readonly keys: readonly string[];
}

/** A table of the project, and how it is prepared. */
export interface TableEntry {
  readonly id: string;
  /** What the person sees: the file's or the sample's name. */
  readonly name: string;
  readonly source: TableSource;
  readonly added: readonly AddedTable[];
  readonly steps: readonly Step[];
}

/** A colour that the person gave to a category. A list, so that no category's name can be mistaken for a property. */
export interface CategoryColour {
  readonly category: string;
  /** `#rrggbb` */
  readonly colour: string;
}

/** Texts whose words the person writes. */
export const contentParts = ['title', 'subtitle', 'source', 'total', 'leader'] as const;
export type ContentPart = (typeof contentParts)[number];

/** What every family of charts has. */
interface ChartBase {
  readonly id: string;
  readonly tableId: string;
  readonly fields: Fields;
  /** Which value of the group column is on stage; `''` while there is none. */
  readonly group: string;
  /** The texts; all of them may hold tokens such as `{leader}`. */
  readonly text: Readonly<Record<ContentPart, string>>;
  readonly colours: readonly CategoryColour[];
  /** Categories that stand out where the dress has one colour for all. */
  readonly highlights: readonly string[];
  readonly pictures: readonly CategoryPicture[];
  readonly numbers: NumberStyle;
  /** How dates are written: a pattern, or '' for the usual form of the periods' kind. */
  readonly datePattern: string;
  readonly axis: {
    readonly name: string;
    /** Distance of ticks in data units, or null for round numbers. */
    readonly interval: number | null;
    readonly average: boolean;
    readonly targets: readonly TargetLine[];
  };
  readonly dress: Dress;
  /** How moments are told in captions; these may hold tokens. */
  readonly momentWords: Readonly<Record<MomentKind, string>>;
  readonly pace: Pace;
}

/** A race of ranked bars. */
export interface RankedBarsChart extends ChartBase {
  readonly family: 'ranked-bars';
  /** Places on stage, from 1 to 50. */
  readonly places: number;
  readonly order: RankOrder;
  readonly between: Between;
  readonly gaps: GapRule;
  readonly swapMode: SwapMode;
  readonly domain: DomainRule;
}

/** A chart of any family, told apart by `family`. A new family is a new member. */
export type Chart = RankedBarsChart;

/** The picture that everything is drawn on, in pixels. */
export interface Stage {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly background: Background;
  /** Free edges, in hundredths of the shorter side. */
  readonly margins: { readonly top: number; readonly right: number; readonly bottom: number; readonly left: number };
  /** The chart's box in shares of the stage, or null for all the room that the texts leave. */
  readonly box: StageBox | null;
}

/** A box in shares of the stage, each in [0, 1]. */
export interface StageBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The whole document: everything that decides the film, and nothing about the session. */
export interface Project {
  readonly format: 'plucky-tempo-project';
  readonly version: typeof PROJECT_VERSION;
  readonly id: string;
  readonly name: string;
  readonly tables: readonly TableEntry[];
  readonly charts: readonly Chart[];
  readonly film: {
    readonly stage: Stage;
    readonly framesPerSec: number;
    /** Ids of the charts, in the order in which they play. */
    readonly sequence: readonly string[];
    /** In the order of drawing. */
    readonly extras: readonly Extra[];
    readonly captions: readonly Caption[];
    /** Room for what a later version puts here; always empty so far. */
    readonly sounds: readonly [];
  };
  readonly pictures: readonly Picture[];
  readonly fonts: readonly AddedFont[];
}

/** All files that the project's tables are read from. */
export function sourcesOf(project: Project): TableSource[] {
  return project.tables.flatMap(({ source, added }) => [source, ...added.map((each) => each.source)]);
}

/** Every file that a project needs beside its document. */
export function assetIdsOf(project: Project): string[] {
  return [...sourcesOf(project), ...project.pictures, ...project.fonts].map(({ assetId }) => assetId);
}

/** Limits of what the document may hold, shared by the schema and the interface. */
export const projectLimits = {
  places: [1, 50],
  stagePx: [16, 3840],
  decimals: [0, 6],
  textLength: 500,
  affixLength: 12,
  captionLength: 1000,
  margin: [0, 30],
  /** Hundredths of the shorter side. */
  textSize: [0.5, 40],
  /** Times the size that fits. */
  labelSize: [0.3, 2],
  spacing: [-0.1, 1],
  fadeSec: [0, 30],
  extraSize: [0.1, 400],
} as const;
