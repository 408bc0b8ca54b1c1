import type { Background } from '../project/background';
import type { Card, CardKind, CardPart, PartMotion } from '../project/card';
import type { DataNotes } from '../project/data-notes';
import type { Extra, Moment } from '../project/film-parts';
import type { SoundKind } from '../project/sound';
import type { TransitionEase, TransitionKind, TransitionSide } from '../project/transition';
import type { Combine } from '../shaping/combine';
import type { Fields } from '../shaping/fields';
import type { Grain, Step, StepPlan } from '../shaping/steps/step';

// The film script: a whole film as one text that a person or a program writes. Seconds are seconds, sizes pixels, names of files
// relative to the script. What is left out is as a new project has it.

export const SCRIPT_FORMAT = 'plucky-tempo-film';
export const SCRIPT_VERSION = 1;

/** Any values by their paths, as `tempo controls` lists them. */
export type ScriptSettings = Readonly<Record<string, unknown>>;

/** The way into a piece from the one ahead. */
export interface ScriptInto {
  readonly how: TransitionKind;
  readonly seconds?: number;
  readonly ease?: TransitionEase;
  readonly side?: TransitionSide;
}

/** A caption by the seconds of its piece, or by moments that stay with their periods. */
export interface ScriptCaption {
  readonly text: string;
  readonly from: number | Moment;
  readonly to: number | Moment;
}

/** How a table is read and prepared, as the options of `prepare` say it. */
export interface ScriptTable {
  /** The file. */
  readonly file: string;
  readonly sheet?: string;
  readonly encoding?: string;
  readonly delimiter?: string;
  readonly headerRow?: number;
  readonly period?: string;
  readonly category?: string;
  readonly value?: string;
  readonly second?: string;
  readonly third?: string;
  /** All that says what is what, in place of what would be guessed. */
  readonly fields?: Partial<Fields> & Pick<Fields, 'shape'>;
  /** `COLUMN=VALUE`, one or several; or values by columns. */
  readonly where?: string | readonly string[] | Readonly<Record<string, string>>;
  readonly combine?: Combine;
  readonly every?: Grain;
  /** Steps in place of those that the table would get by itself, or a file of steps. */
  readonly steps?: string | readonly (Step | StepPlan)[];
  /** Further files: their rows by keys, or their values under a name. */
  readonly added?: readonly {
    readonly file: string;
    readonly sheet?: string;
    readonly keys?: readonly string[];
    readonly measure?: string;
  }[];
  /** What the work calls the table. */
  readonly name?: string;
  /** A grid that is typed by hand has no bytes. */
  readonly typed?: boolean;
}

/** What every piece may have. */
interface ScriptPieceBase {
  readonly name?: string;
  readonly on?: boolean;
  /** The whole length. */
  readonly seconds?: number;
  /** A look of its own. */
  readonly look?: string;
  readonly ownLook?: boolean;
  readonly set?: ScriptSettings;
  readonly into?: ScriptInto;
  /** Goes by the beat of the film: so many beats a period. */
  readonly onBeat?: number;
  /** Plays the data as notes: as usual, or with other values. */
  readonly notes?: boolean | Partial<DataNotes>;
  readonly captions?: readonly ScriptCaption[];
  readonly extras?: readonly Extra[];
}

/** A chart of a table. What says how the table is read may stand beside its name, or in its place. */
export interface ScriptChartPiece extends ScriptPieceBase, Omit<ScriptTable, 'file' | 'name'> {
  readonly table: string | ScriptTable;
  /** A family or one of its other names. */
  readonly chart?: string;
  /** One moment that is built: a period by its key, or `last`. */
  readonly built?: string;
  readonly title?: string;
  readonly subtitle?: string;
  /** Where the figures come from. */
  readonly source?: string;
  /** The values of one group of a column. */
  readonly group?: string | { readonly column: string; readonly value?: string };
  /** The groups of a column side by side. */
  readonly panes?: string;
}

/** A card. */
export interface ScriptCardPiece extends ScriptPieceBase {
  readonly card: CardKind;
  readonly design?: Card['design'];
  readonly title?: string;
  readonly tagline?: string;
  readonly lines?: string | readonly string[];
  readonly source?: string;
  readonly address?: string;
  readonly credits?: string | readonly string[];
  /** A picture of the script by its id, or a file. */
  readonly logo?: string;
  readonly logoSize?: number;
  readonly size?: number;
  readonly roll?: boolean;
  readonly comes?: number;
  readonly turn?: number;
  readonly goes?: number;
  readonly motions?: Readonly<Partial<Record<CardPart, Partial<PartMotion>>>>;
  readonly back?: Background | null;
}

export type ScriptPiece = ScriptChartPiece | ScriptCardPiece;

/** A sound under the film. */
export interface ScriptSound {
  readonly file: string;
  readonly kind?: SoundKind;
  readonly name?: string;
  readonly on?: boolean;
  /** Where in the film it begins. */
  readonly at?: number;
  /** The part of the file that is heard. */
  readonly from?: number;
  readonly to?: number;
  /** Where in the film it ends at the latest. */
  readonly until?: number;
  /** dB */
  readonly gain?: number;
  readonly fadeIn?: number;
  readonly fadeOut?: number;
  readonly loop?: boolean;
}

/** A whole film as a script. */
export interface FilmScript {
  readonly format: typeof SCRIPT_FORMAT;
  readonly version: typeof SCRIPT_VERSION;
  readonly name?: string;
  /** `1920x1080` */
  readonly size?: string;
  readonly fps?: number;
  /** A look that ships, or the file of one. */
  readonly look?: string;
  /** In place of the look’s. */
  readonly background?: Background;
  /** Values of the film: `stage.margins.top`. */
  readonly set?: ScriptSettings;
  readonly pictures?: readonly { readonly id: string; readonly file: string }[];
  readonly fonts?: readonly { readonly family: string; readonly file: string }[];
  readonly overlays?: readonly Extra[];
  readonly sounds?: readonly ScriptSound[];
  /** Loudness of the whole, and how far music steps back under a voice, in dB. */
  readonly mix?: { readonly gain?: number; readonly stepBack?: number };
  /** Beats a minute, seconds of the film to a first beat of a bar, beats a bar. */
  readonly beat?: { readonly bpm: number; readonly first?: number; readonly perBar?: number };
  readonly pieces: readonly ScriptPiece[];
}

export const isCardPiece = (piece: ScriptPiece): piece is ScriptCardPiece => 'card' in piece;

/** The table of a chart: what stands beside its name, and in its place. */
export function tableOfPiece({ table, ...beside }: ScriptChartPiece): ScriptTable {
  const own = typeof table === 'string' ? { file: table } : table;
  const { sheet, encoding, delimiter, headerRow, period, category, value, second, third, where, combine, every } =
    beside;
  const { fields, steps, added, typed } = beside;
  const given = {
    sheet,
    encoding,
    delimiter,
    headerRow,
    period,
    category,
    value,
    second,
    third,
    where,
    combine,
    every,
  };
  const all = { ...given, fields, steps, added, typed };
  return { ...Object.fromEntries(Object.entries(all).filter(([, each]) => each !== undefined)), ...own };
}
