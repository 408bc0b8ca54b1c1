import type { CuePiece } from '@/core/film/cue-plan';
import type { FilmOverview } from '@/core/film/overview';
import type { Pointed } from '@/core/film/point-at';
import type { Cubes } from '@/core/film/prepare-film';
import type { Readout } from '@/core/film/readout';
import type { FilledShare } from '@/core/motion/gap-map';
import type { GapRule } from '@/core/motion/series';
import type { FontBytes, ImageBytes } from '@/core/project/film-media';
import type { Look } from '@/core/project/look';
import type { Project } from '@/core/project/project';
import type { TableSource } from '@/core/project/table-entry';
import type { StageRect } from '@/core/scene/part-box';
import type { PartName } from '@/core/scene/scene';
import type { ReadingAccount } from '@/core/shaping/account-words';
import type { CubeChanges } from '@/core/shaping/compare-cubes';
import type { Cube } from '@/core/shaping/cube';
import type { Fields } from '@/core/shaping/fields';
import type { CellPlace, Search } from '@/core/shaping/find-cell';
import type { Finding } from '@/core/shaping/findings';
import type { FurtherChoice } from '@/core/shaping/further-choices';
import type { Order, PeriodRanks, PeriodSummary } from '@/core/shaping/period-ranks';
import type { PlannedEdits } from '@/core/shaping/plan-edits';
import type { StepReport } from '@/core/shaping/preparation';
import type { ShapeGuess } from '@/core/shaping/recognise-shape';
import type { Step } from '@/core/shaping/steps/step';
import type { Suggestion } from '@/core/shaping/suggestions';
import type { EncodingSample } from '@/core/table/encoding-samples';
import type { Issue, Outcome } from '@/core/table/issue';
import type { ColumnProfile } from '@/core/table/profile';
import type { SheetPreview } from '@/core/table/reader';
import type { FilmFormatName } from './export-protocol';

/** What the interface shows of a column; the notation itself stays in the worker. */
export type ColumnSummary = Pick<ColumnProfile, 'name' | 'kind' | 'distinctCount' | 'blankCount'> & {
  /** Characters of its longest cell among the first few hundred different ones. */
  readonly longest: number;
  /** How its periods or numbers are read, and why, in words; `''` where there is nothing to say. */
  readonly why: string;
  /** Do two header lines say what it is? */
  readonly twoHeaders: boolean;
};

/** Columns and size of a table; its cells stay in the worker and are asked for by the window. */
export interface GridSummary {
  readonly columns: readonly ColumnSummary[];
  readonly rowCount: number;
}

/** What came of reading a file. */
export interface TableSummary extends GridSummary {
  readonly readAs: string;
  readonly issues: readonly Issue[];
  readonly guesses: readonly ShapeGuess[];
  /** Steps that lose nothing, to be applied at import. */
  readonly safeSteps: readonly Step[];
  readonly sheets: readonly SheetPreview[];
  readonly sheet: string;
  readonly encoding: string;
  /** Some words as each encoding reads them. */
  readonly samples: readonly EncodingSample[];
  readonly delimiter: string;
  readonly headerRow: number;
}

/** A file of a table: the first one, or one that is added by its keys. */
export interface SourceBytes {
  readonly source: TableSource;
  readonly bytes: ArrayBuffer;
  readonly keys: readonly string[];
  /** Where it is joined by name and period: what its values are called. */
  readonly measure: string;
}

/** What the steps and fields make of the open table. */
export interface PreparedReport {
  readonly outcome: Outcome<Cube>;
  readonly reports: readonly StepReport[];
  /** The table after the steps made by hand, which Gather shows. */
  readonly grid: GridSummary;
  /** The table after all steps on it, from which the fields are chosen. */
  readonly prepared: GridSummary;
  readonly suggestions: readonly Suggestion[];
  readonly groups: readonly { readonly name: string; readonly rowCount: number }[];
  /** Guesses at the layout of the table after all steps. */
  readonly guesses: readonly ShapeGuess[];
  /** What can be a second or third value. */
  readonly further: readonly FurtherChoice[];
  /** How the period column is read, and why. */
  readonly periodWhy: string;
  /** How much of the values is filled over gaps. */
  readonly filled: FilledShare;
  /** What every cell of the files is to the film. */
  readonly account: ReadingAccount;
}

/** Which table is looked at: the one of the grid, the one after all steps, or the one after a step. */
export type View =
  | { readonly kind: 'grid' }
  | { readonly kind: 'prepared' }
  | { readonly kind: 'step'; readonly id: string };

/** A window of cells: texts cut to what a cell can show, and the rows' numbers in the file. */
export interface CellWindow {
  readonly cells: readonly (readonly string[])[];
  readonly rowNumbers: readonly number[];
}

/** Columns of the table of ranks that it can be sorted by. */
export type RankColumn = 'period' | 'rank' | 'category' | 'value' | 'change' | 'climb';

/** What Shape shows before anything is drawn. */
export interface LookReport {
  readonly ranks: PeriodRanks;
  readonly summaries: readonly PeriodSummary[];
  readonly findings: readonly Finding[];
}

/** Which chart's view of which table. */
export interface ChartPlace {
  readonly tableId: string;
  readonly chartId: string;
}

/** Reads tables and shapes them: those of a project side by side, each for the charts that are made of it. */
export interface TableWorkerApi {
  /**
   * Makes a project of a film script.
   *
   * @param files Bytes of the files that it names, by its names for them.
   * @returns The project with its assets; or every mistake.
   */
  buildScript(
    text: string,
    files: ReadonlyMap<string, Uint8Array>,
    projectId: string,
  ): Promise<Outcome<{ readonly project: Project; readonly assets: ReadonlyMap<string, Uint8Array> }>>;
  /** Reads a table, in place of what it held before. @param onProgress Told the share that is read, in [0, 1]. */
  open(
    tableId: string,
    sources: readonly SourceBytes[],
    onProgress: (share: number) => void,
  ): Promise<Outcome<TableSummary>>;
  /** Lets go of all tables but these. */
  keep(tableIds: readonly string[]): Promise<void>;
  prepare(place: ChartPlace, steps: readonly Step[], fields: Fields, group: string): Promise<PreparedReport>;
  /** The values of another group; what the chart shows stays as it is. */
  valuesOfGroup(place: ChartPlace, steps: readonly Step[], fields: Fields, group: string): Promise<Outcome<Cube>>;
  /** Compares the last prepared values with those before the last `remember`. */
  remember(place: ChartPlace): Promise<void>;
  changes(place: ChartPlace): Promise<CubeChanges | null>;
  summary(place: ChartPlace, view: View): Promise<GridSummary>;
  /** The values after a step on them, and those before it; null where there are none. */
  valuesAfter(place: ChartPlace, stepId: string): Promise<Cube | null>;
  cells(
    place: ChartPlace,
    view: View,
    rows: readonly [number, number],
    columns: readonly [number, number],
  ): Promise<CellWindow>;
  /** Place of the row with a number of the file; -1 where it is not there. */
  placeOfRow(place: ChartPlace, view: View, rowNumber: number): Promise<number>;
  planBlock(place: ChartPlace, top: number, left: number, texts: readonly (readonly string[])[]): Promise<PlannedEdits>;
  rowNumbers(place: ChartPlace, from: number, to: number): Promise<readonly number[]>;
  nextAddedNumber(place: ChartPlace): Promise<number>;
  blockTexts(place: ChartPlace, from: CellPlace, to: CellPlace): Promise<readonly (readonly string[])[]>;
  find(place: ChartPlace, search: Search, after: CellPlace | null): Promise<{ count: number; next: CellPlace | null }>;
  /** Distinct texts of a column of the prepared table (before the step, when one is named), commonest first. */
  valuesOf(
    place: ChartPlace,
    column: string,
    beforeStep: string | null,
  ): Promise<readonly { text: string; count: number }[]>;
  look(place: ChartPlace, order: Order, sortBy: RankColumn, descending: boolean): Promise<LookReport | null>;
  /** The shaped table as a file. */
  writeShaped(place: ChartPlace, format: 'csv' | 'xlsx' | 'json'): Promise<Uint8Array | null>;
  /** For each category a letter per period: known, bridged, carried, zero, absent, outside. */
  gapStates(place: ChartPlace, gaps: GapRule, categories: readonly number[]): Promise<readonly string[]>;
}

/** What can be asked of one chart's view of its table. */
export type ChartTableApi = {
  [K in Exclude<keyof TableWorkerApi, 'open' | 'keep' | 'prepare' | 'valuesOfGroup'>]: TableWorkerApi[K] extends (
    place: ChartPlace,
    ...args: infer A
  ) => infer R
    ? (...args: A) => R
    : never;
};

/** How the preview plays. */
export interface PlayOptions {
  readonly fromSec: number;
  readonly speed: number;
  /** Seconds between which to play over and over; null plays to the end once. */
  readonly loop: readonly [number, number] | null;
  /**
   * When `fromSec` is heard, in milliseconds since 1970 as `performance` counts them: the picture follows the sound. null where
   * nothing is heard, and the picture begins at once.
   */
  readonly heardAtMs?: number | null;
}

/** What the preview tells after each picture. */
export interface StageReport {
  readonly readout: Readout;
  readonly playing: boolean;
}

/** What came of preparing a film. */
export type FilmReport =
  | { readonly ok: true; readonly overview: FilmOverview }
  | { readonly ok: false; readonly message: string };

/** Draws the preview on a canvas of its own. */
export interface StageWorkerApi {
  start(canvas: OffscreenCanvas, baseUrl: string, report: (report: StageReport) => void): Promise<void>;
  resize(widthPx: number, heightPx: number): Promise<void>;
  /**
   * @param cubes The values of charts that are new or others than before.
   * @param pieceId The piece that is edited; its overview comes back.
   */
  setFilm(project: Project, cubes: Cubes, timeSec: number, pieceId: string | null): Promise<FilmReport>;
  clear(): Promise<void>;
  play(options: PlayOptions): Promise<void>;
  /** The sound that is played along has turned out to be elsewhere in time; see `heardAtMs`. */
  keepTime(heardAtMs: number): Promise<void>;
  pause(): Promise<void>;
  seek(timeSec: number): Promise<void>;
  highlight(category: number | null): Promise<void>;
  /** @param x Stage pixels. */
  hit(x: number, y: number): Promise<Pointed | null>;
  /** Pictures that the film needs; it is drawn again with them. */
  addImages(files: readonly ImageBytes[]): Promise<void>;
  /** Fonts of the person's own; before the film that is set in them. */
  addFonts(fonts: readonly FontBytes[]): Promise<void>;
  /** Another piece of the same film is edited from now on; null while there is no film. */
  lookAt(pieceId: string): Promise<FilmOverview | null>;
  /** What somebody who speaks along can start, of a piece or of the whole film. */
  cuePlan(pieceId: string | null): Promise<CuePiece[]>;
  /** A small picture of each piece that plays. */
  piecePictures(widthPx: number): Promise<ImageBitmap[]>;
  /** The film in each look, as small pictures. */
  thumbnails(looks: readonly Look[], widthPx: number): Promise<ImageBitmap[]>;
  /** The card at the playhead in each design, as small pictures in the order of `cardDesigns`; none where a chart is on show. */
  designPictures(widthPx: number): Promise<ImageBitmap[]>;
  /** Small pictures of the chart as another family draws it, in order of time. */
  familyPictures(familyId: string, widthPx: number, count: number): Promise<ImageBitmap[]>;
  /** Where a part of the picture stands. */
  boxOf(part: PartName, extra?: string): Promise<StageRect | null>;
  /** Frames a second that this film can be drawn and encoded at, from a short try; null without an encoder. */
  filmSpeed(formatId: FilmFormatName, widthPx: number, heightPx: number): Promise<number | null>;
  /** The room that the chart has now. */
  plot(): Promise<StageRect | null>;
}
