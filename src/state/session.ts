import { createStore } from 'zustand/vanilla';
import type { FilmOverview } from '@/core/film/overview';
import type { ExportForm } from '@/core/project/export-form';
import type { FarmPlace, JobStatus } from '@/core/project/farm-job';
import type { Project } from '@/core/project/project';
import type { LabelPart, TextPart } from '@/core/project/text-style';
import type { CubeChanges } from '@/core/shaping/compare-cubes';
import type { Cube } from '@/core/shaping/cube';
import type { Issue } from '@/core/table/issue';
import type { PreparedReport, TableSummary } from '@/workers/protocol';

/** The five steps of the work. */
export const workSteps = ['gather', 'shape', 'dress', 'pace', 'output'] as const;
export type WorkStep = (typeof workSteps)[number];

/** Where the work on the table stands. */
export type DataStatus = 'starting' | 'empty' | 'reading' | 'ready' | 'failed';

/** A file that is being read. */
export interface ReadingState {
  readonly fileName: string;
  /** In [0, 1]. */
  readonly share: number;
  readonly startedMs: number;
}

/** What Shape shows in the centre. */
export const shapeViews = ['values', 'ranks', 'gaps'] as const;
export type ShapeView = (typeof shapeViews)[number];

/** What came of reading the file again. */
export interface RefreshState {
  readonly fileName: string;
  readonly changes: CubeChanges;
}

/** A job that was sent to the farm. */
export interface FarmJob {
  readonly job: number;
  /** null until the farm has told. */
  readonly status: JobStatus | null;
  /** It was cleaned away there. */
  readonly gone: boolean;
}

/** Something that is exported, waits for it, or has been. */
export interface ExportJob {
  readonly id: string;
  readonly form: ExportForm;
  /** The group whose film it is; null for the one on stage. */
  readonly group: string | null;
  /** A stage of another size; null for the film's own. */
  readonly stage: { readonly widthPx: number; readonly heightPx: number } | null;
  /** How its file is called, with `{film}`, `{group}`, `{size}` and `{form}`. */
  readonly pattern: string;
  readonly fileName: string;
  /** Handed over by itself as soon as it is done. */
  readonly single: boolean;
  /** Jobs of one press of Export belong together. */
  readonly batch: string;
  /** The project that it is of. */
  readonly projectId: string;
  /** `cut-off`: the page went while it ran or waited. */
  readonly phase: 'waiting' | 'running' | 'done' | 'failed' | 'cancelled' | 'cut-off';
  readonly done: number;
  readonly count: number;
  readonly startedMs: number;
  readonly nowMs: number;
  /** Its name on the browser's private disk. */
  readonly file: string | null;
  readonly bytes: number;
  readonly url: string;
  readonly message: string;
}

/** Everything that is not part of the document: what is looked at, and what the workers found. */
export interface SessionState {
  readonly step: WorkStep;
  /** The piece that is edited; null for the first one. */
  readonly pieceId: string | null;
  readonly theme: 'light' | 'dark';
  readonly status: DataStatus;
  /** Issues that keep the table or the chart from being made. */
  readonly failure: readonly Issue[];
  readonly table: TableSummary | null;
  readonly reading: ReadingState | null;
  /** What steps and fields made of the table; its values are in `cube`. */
  readonly prepared: Omit<PreparedReport, 'outcome'> | null;
  readonly shapeView: ShapeView;
  /** The step whose table is on view in Shape; null for what comes of all. */
  readonly shownStep: string | null;
  readonly refreshed: RefreshState | null;
  /** The file on the person's disk that is read again whenever it changes. `trouble`: why it could not be read; else `''`. */
  readonly following: { readonly tableId: string; readonly fileName: string; readonly trouble: string } | null;
  readonly cube: Cube | null;
  readonly shapeIssues: readonly Issue[];
  readonly overview: FilmOverview | null;
  /** How often a film has been prepared: with another number its pictures are others. */
  readonly filmRevision: number;
  /**
   * The project whose film is on the stage with all of its pictures; another than the document's while an edit is on its way
   * there, or cannot be shown.
   */
  readonly staged: Project | null;
  readonly playing: boolean;
  readonly speed: number;
  readonly looping: boolean;
  /** Sounds of the film are not heard while it plays; they are exported all the same. */
  readonly muted: boolean;
  /** Somebody speaks along, or is about to. */
  readonly speaking: boolean;
  /** The sound that is edited. */
  readonly pickedSound: string | null;
  /** Why sounds cannot be heard, by their assets. */
  readonly soundTroubles: ReadonlyMap<string, string>;
  /** Seconds between which to play over and over. */
  readonly span: readonly [number, number] | null;
  readonly hovered: number | null;
  /** The category whose colour the person is looking at. */
  readonly picked: string | null;
  /** The control to bring into view, until it has been, and a count so that the same one can be asked for again. */
  readonly focusControl: { readonly id: string; readonly count: number } | null;
  /** The cell of the table to bring into view, until it has been. */
  readonly focusCell: { readonly row: number; readonly column: string; readonly count: number } | null;
  /** Why pieces that play cannot be shown, by their ids: the film goes on without them. */
  readonly broken: ReadonlyMap<string, string>;
  readonly saving: 'saved' | 'saving' | { readonly failed: string };
  /** The work that was open before the present one was begun: undo at the very start goes back to it. */
  readonly cameFrom: string | null;
  /** Work that the next table becomes like: it takes over look, pace, words, extras and steps. */
  readonly template: { readonly name: string; readonly project: Project } | null;
  /** A film script that asks for files, or that has mistakes. */
  readonly script: {
    readonly fileName: string;
    readonly missing: readonly string[];
    readonly faults: readonly string[];
  } | null;
  /** The work that was just made of a table that came in. */
  readonly imported: string | null;
  readonly rankingOpen: boolean;
  /** The strip shows the whole film rather than the piece that is edited. */
  readonly wholeFilm: boolean;
  /** Bench and ranking are out of the way: the stage has the window. */
  readonly stageAlone: boolean;
  /** The text whose type is set in Dress. */
  readonly textPart: TextPart | LabelPart;
  readonly pickedExtra: string | null;
  readonly pickedCaption: string | null;
  readonly pickedFocus: string | null;
  /** The chart's box is being moved on stage. */
  readonly boxTool: boolean;
  readonly guides: 'none' | 'thirds' | 'safe';
  /** In the order in which they are made. */
  readonly exports: readonly ExportJob[];
  readonly exportsPaused: boolean;
  /** Where films can be sent to be made; null where this server has no farm, or that is not known yet. */
  readonly farm: FarmPlace | null;
  /** Jobs that this browser has sent there, the newest last. */
  readonly farmJobs: readonly FarmJob[];
  /** Why it is not known how they stand; '' where it is. */
  readonly farmTrouble: string;
}

export const sessionStore = createStore<SessionState>(() => ({
  step: 'dress',
  pieceId: null,
  theme: 'light',
  status: 'starting',
  failure: [],
  table: null,
  reading: null,
  prepared: null,
  shapeView: 'values',
  shownStep: null,
  refreshed: null,
  following: null,
  cube: null,
  shapeIssues: [],
  overview: null,
  broken: new Map(),
  filmRevision: 0,
  staged: null,
  playing: false,
  speed: 1,
  looping: true,
  muted: false,
  speaking: false,
  pickedSound: null,
  soundTroubles: new Map(),
  span: null,
  hovered: null,
  picked: null,
  focusControl: null,
  focusCell: null,
  saving: 'saved',
  cameFrom: null,
  template: null,
  script: null,
  imported: null,
  rankingOpen: true,
  wholeFilm: false,
  stageAlone: false,
  textPart: 'title',
  pickedExtra: null,
  pickedCaption: null,
  pickedFocus: null,
  boxTool: false,
  guides: 'none',
  exports: [],
  exportsPaused: false,
  farm: null,
  farmJobs: [],
  farmTrouble: '',
}));

/** Changes the session. */
export function setSession(change: Partial<SessionState>): void {
  sessionStore.setState(change);
}
