import { Memory } from '@/core/families/memory';
import { cuePlan } from '@/core/film/cue-plan';
import { overviewOf } from '@/core/film/overview';
import { pieceAt, placedPiece } from '@/core/film/piece-at';
import { pointAt } from '@/core/film/point-at';
import { type Cubes, type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { readoutAt } from '@/core/film/readout';
import { sceneAt } from '@/core/film/scene-at';
import type { Project } from '@/core/project/project';
import { boxOfPart } from '@/core/scene/part-box';
import type { PartName } from '@/core/scene/scene';
import { measureBySize } from '@/core/testing/films';
import type { ExportOrder } from '@/workers/export-protocol';
import type { PlayOptions, StageReport } from '@/workers/protocol';
import { SoundDesk } from '@/workers/sound-desk';
import { TableDesk } from '@/workers/table-desk';

/** The worker of the stage without its thread and without a canvas: films are prepared and told of, not painted. */
export class FakeStage {
  film: PreparedFilm | null = null;
  /** The document that it shows. */
  project: Project | null = null;
  /** What it was asked to play; null while it stands still. */
  played: PlayOptions | null = null;
  private cubes: Cubes = new Map();
  private readonly memory = new Memory();
  private timeSec = 0;
  private pieceId: string | null = null;
  private report: (report: StageReport) => void = () => undefined;

  async start(_canvas: unknown, _baseUrl: string, report: (report: StageReport) => void): Promise<void> {
    this.report = report;
  }

  async setFilm(project: Project, fresh: Cubes, timeSec: number, pieceId: string | null) {
    try {
      this.cubes = new Map([...this.cubes, ...fresh]);
      this.film = prepareFilm(project, this.cubes, { measure: measureBySize, memory: this.memory });
      this.project = project;
      this.timeSec = Math.min(timeSec, this.film.lengthSec);
      if (pieceId !== this.pieceId && pieceAt(this.film, this.timeSec).piece.piece.id !== pieceId) {
        const { fromSec, lookSec } = placedPiece(this.film, pieceId);
        this.timeSec = fromSec + lookSec;
      }
      this.pieceId = pieceId;
      this.tell();
      return { ok: true as const, overview: overviewOf(this.film, pieceId) };
    } catch (error) {
      return { ok: false as const, message: String(error) };
    }
  }

  async clear(): Promise<void> {
    this.film = null;
  }

  async play(options: PlayOptions): Promise<void> {
    this.played = options;
    this.tell();
  }

  /** When it was told that the sound is heard. */
  readonly times: number[] = [];
  keepTime = async (heardAtMs: number) => void this.times.push(heardAtMs);

  async pause(): Promise<void> {
    this.played = null;
    this.tell();
  }

  async seek(timeSec: number): Promise<void> {
    this.timeSec = timeSec;
    this.tell();
  }

  async boxOf(part: PartName, extra?: string) {
    return this.film && boxOfPart(sceneAt(this.film, this.timeSec), part, measureBySize, extra);
  }

  async hit(x: number, y: number) {
    const { film, timeSec } = this;
    if (!film) return null;
    return pointAt({ film, scene: sceneAt(film, timeSec), timeSec, x, y, measure: measureBySize });
  }

  async plot() {
    const piece = this.film && pieceAt(this.film, this.timeSec).piece;
    return piece?.kind === 'chart' ? piece.chart.frame.plot : null;
  }

  resize = async () => undefined;
  highlight = async () => undefined;
  addImages = async () => undefined;
  addFonts = async () => undefined;
  thumbnails = async () => [];
  designPictures = async () => [];
  piecePictures = async () => [];
  cuePlan = async (pieceId: string | null) => (this.film ? cuePlan(this.film, pieceId) : []);
  lookAt = async (pieceId: string) => (this.film ? overviewOf(this.film, pieceId) : null);
  familyPictures = async () => [];
  filmSpeed = async () => 30;

  private tell(): void {
    if (this.film) this.report({ readout: readoutAt(this.film, this.timeSec), playing: this.played !== null });
  }
}

/** The worker that exports, which makes every file of three bytes, or fails as it is told. */
export class FakeExporter {
  readonly orders: ExportOrder[] = [];
  /** Answers in place of a file, one for each of the next orders. */
  readonly failures: { readonly code: 'disk-full' | 'encoder-failed'; readonly message: string }[] = [];

  async run(order: ExportOrder, onProgress: (done: number, count: number) => void) {
    this.orders.push(order);
    onProgress(1, 2);
    await this.held;
    const failure = this.failures.shift();
    if (failure) return { ok: false as const, ...failure };
    return { ok: true as const, file: { kind: 'bytes' as const, bytes: new Uint8Array([1, 2, 3]).buffer } };
  }

  /** An export waits for this before it ends. */
  held: Promise<void> = Promise.resolve();
  readonly pauses: boolean[] = [];

  pause = async (paused: boolean) => void this.pauses.push(paused);
  cancel = async () => undefined;
}

/** The workers that run now. */
export const workers = { table: new TableDesk(), stage: new FakeStage(), exporter: new FakeExporter() };

const client = (api: unknown) => ({ api, end: () => undefined });

// What follows stands in for `workers/client`.
export const startTableWorker = () => {
  workers.table = new TableDesk();
  return client(workers.table);
};
export const startStageWorker = () => client(workers.stage);
export const startSoundWorker = () => client(new SoundDesk());
export const startExportWorker = () => client(workers.exporter);
export const transfer = <T>(value: T): T => value;
export const callback = <T>(value: T): T => value;
