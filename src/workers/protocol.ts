import type { FilmOverview, Readout } from '@/core/chart/prepare';
import type { Project } from '@/core/project/project';
import type { Subject } from '@/core/scene/scene';
import type { Cube } from '@/core/shaping/cube';
import type { Fields } from '@/core/shaping/fields';
import type { ShapeGuess } from '@/core/shaping/recognise-shape';
import type { Issue, Outcome } from '@/core/table/issue';
import type { ColumnProfile } from '@/core/table/profile';

/** What the interface shows of a column; the recogniser itself stays in the worker. */
export type ColumnSummary = Pick<ColumnProfile, 'name' | 'kind' | 'distinctCount' | 'blankCount'> & {
  /** Characters of its longest cell among the first few hundred different ones. */
  readonly longest: number;
};

/** What the interface knows of a table; its cells stay in the worker and are asked for by the window. */
export interface TableSummary {
  readonly columns: readonly ColumnSummary[];
  readonly rowCount: number;
  readonly readAs: string;
  readonly issues: readonly Issue[];
  readonly guesses: readonly ShapeGuess[];
}

/** A window of cells: texts cut to what a cell can show, and the rows' numbers in the file. */
export interface CellWindow {
  readonly cells: readonly (readonly string[])[];
  readonly rowNumbers: readonly number[];
}

/** Reads tables and shapes them. One table at a time. */
export interface TableWorkerApi {
  open(bytes: ArrayBuffer, fileName: string): Promise<Outcome<TableSummary>>;
  cells(rows: readonly [number, number], columns: readonly [number, number]): Promise<CellWindow>;
  shape(fields: Fields): Promise<Outcome<Cube>>;
}

/** How the preview plays. */
export interface PlayOptions {
  readonly fromSec: number;
  readonly speed: number;
  /** Seconds between which to play over and over; null plays to the end once. */
  readonly loop: readonly [number, number] | null;
}

/** What the preview tells after each picture. */
export interface StageReport {
  readonly readout: Readout;
  readonly playing: boolean;
}

/** What came of preparing a film. */
export type PreparedReport =
  | { readonly ok: true; readonly overview: FilmOverview }
  | { readonly ok: false; readonly message: string };

/** Draws the preview on a canvas of its own. */
export interface StageWorkerApi {
  start(canvas: OffscreenCanvas, baseUrl: string, report: (report: StageReport) => void): Promise<void>;
  resize(widthPx: number, heightPx: number): Promise<void>;
  /** @param cube The chart's values, or null when they are the same as before. */
  setFilm(project: Project, cube: Cube | null, timeSec: number): Promise<PreparedReport>;
  clear(): Promise<void>;
  play(options: PlayOptions): Promise<void>;
  pause(): Promise<void>;
  seek(timeSec: number): Promise<void>;
  highlight(category: number | null): Promise<void>;
  /** @param x Stage pixels. */
  hit(x: number, y: number): Promise<Subject | null>;
}

/** What a film is to be exported as. */
export interface FilmOrder {
  readonly project: Project;
  readonly cube: Cube;
  readonly formatId: 'mp4' | 'webm-vp9' | 'webm-vp8';
  readonly widthPx: number;
  readonly heightPx: number;
  readonly quality: 'light' | 'good' | 'best';
  readonly baseUrl: string;
  readonly fileName: string;
}

/** Paints the frames of a film for the worker that encodes them. */
export interface FrameWorkerApi {
  prepare(order: FilmOrder): Promise<{ readonly framesPerSec: number; readonly frameCount: number }>;
  paint(frame: number): Promise<VideoFrame>;
}

/** How an export ended. */
export type FilmResult =
  | { readonly ok: true; readonly file: { kind: 'private-file'; name: string } | { kind: 'bytes'; bytes: ArrayBuffer } }
  | { readonly ok: false; readonly code: string; readonly message: string };

/** Exports films. One at a time. */
export interface FilmWorkerApi {
  run(order: FilmOrder, onProgress: (framesDone: number, frameCount: number) => void): Promise<FilmResult>;
  cancel(): Promise<void>;
}
