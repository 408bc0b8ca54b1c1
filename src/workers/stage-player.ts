import { Memory } from '@/core/families/memory';
import { type CuePiece, cuePlan } from '@/core/film/cue-plan';
import { type FilmOverview, overviewOf } from '@/core/film/overview';
import { momentAt, pieceAt, placedPiece } from '@/core/film/piece-at';
import { PieceShelf } from '@/core/film/piece-shelf';
import { type Pointed, pointAt } from '@/core/film/point-at';
import { type Cubes, type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { readoutAt } from '@/core/film/readout';
import { sceneAt } from '@/core/film/scene-at';
import { frameAt, frameTimeSec } from '@/core/pace/film-clock';
import type { ImageBytes } from '@/core/project/film-media';
import type { Look } from '@/core/project/look';
import type { Project } from '@/core/project/project';
import { boxOfPart, type StageRect } from '@/core/scene/part-box';
import type { PartName, Scene } from '@/core/scene/scene';
import type { MeasureText } from '@/core/scene/text-fit';
import type { Cube } from '@/core/shaping/cube';
import { filmFormat } from '@/export/video/film-format';
import { createMeasure } from '@/render/canvas/measure-text';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { charactersOf, type FontLoader, familiesOf } from '@/render/fonts';
import { ImageStore } from '@/render/images';
import type { FilmFormatName } from './export-protocol';
import { filmSpeed } from './film-speed';
import { designShots, familyShots, lookShots, pieceShots, type ShotSetting } from './piece-shots';
import type { PlayOptions, StageReport } from './protocol';
import { smallPictures } from './small-pictures';

const worker = self as unknown as { fonts: FontFaceSet; requestAnimationFrame(callback: () => void): number };

/** Draws the preview on a canvas of a worker, plays it by the clock, and tells what stands where. */
export class StagePlayer {
  private readonly context: OffscreenCanvasRenderingContext2D;
  private readonly resources: PaintResources;
  private readonly store = new ImageStore();
  private readonly memory = new Memory();
  private readonly shelf = new PieceShelf();
  private film: PreparedFilm | null = null;
  private readonly named = new WeakMap<Cube, Set<number>>();
  private cubes: Cubes = new Map();
  private pieceId: string | null = null;
  private scene: Scene | null = null;
  private timeSec = 0;
  private shownFrame = -1;
  private highlighted: number | null = null;
  /** The clock at which play began, and from where; null while paused. */
  private playing: (PlayOptions & { readonly startMs: number }) | null = null;

  constructor(
    private readonly canvas: OffscreenCanvas,
    readonly fonts: FontLoader,
    private readonly report: (report: StageReport) => void,
  ) {
    const context = canvas.getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('This browser gives no canvas to draw on.');
    this.context = context;
    this.resources = { measure: createMeasure(context), images: this.store.images };
  }

  get measure(): MeasureText {
    return this.resources.measure;
  }

  resize(widthPx: number, heightPx: number): void {
    if (this.canvas.width === widthPx && this.canvas.height === heightPx) return;
    this.canvas.width = widthPx;
    this.canvas.height = heightPx;
    this.draw();
  }

  async setFilm(project: Project, fresh: Cubes, timeSec: number, pieceId: string | null) {
    const all = new Map([...this.cubes, ...fresh]);
    this.cubes = new Map([...all].filter(([chartId]) => project.charts.some(({ id }) => id === chartId)));
    const other = this.film !== null && pieceId !== this.pieceId;
    // Work that begins with a card begins with its words: an empty stage says nothing.
    const begins = this.film?.project.id !== project.id;
    this.pieceId = pieceId;
    await this.fonts.ensure(familiesOf(project), this.charactersOf(project));
    const { cubes, measure, memory, shelf } = this;
    this.film = prepareFilm(project, cubes, { measure, memory, shelf, fonts: this.fonts.count });
    this.store.blurBackgrounds(this.film.project.film);
    if (!this.playing)
      this.timeSec = other || (begins && timeSec === 0) ? this.withinPiece(this.film, timeSec) : timeSec;
    this.timeSec = Math.min(this.timeSec, this.film.lengthSec);
    this.draw();
    return overviewOf(this.film, pieceId);
  }

  /** The same film, with another piece that is edited. */
  lookAt(pieceId: string): FilmOverview | null {
    this.pieceId = pieceId;
    return this.film && overviewOf(this.film, pieceId);
  }

  /** A time at which the piece that is edited is on show: this one, or else when it has come. */
  private withinPiece(film: PreparedFilm, timeSec: number): number {
    const { piece, kind, fromSec, lookSec } = placedPiece(film, this.pieceId);
    const shown = pieceAt(film, timeSec).piece.piece.id === piece.id;
    // Of a card whose words are still to come nothing would be seen.
    return shown && (kind === 'chart' || timeSec >= fromSec + lookSec) ? timeSec : fromSec + lookSec;
  }

  private prepare(project: Project): PreparedFilm {
    return prepareFilm(project, this.cubes, { measure: this.measure, memory: this.memory });
  }

  /** Names seldom change, and looking at each of many costs more than drawing. */
  private charactersOf(project: Project): Set<number> {
    const found = new Set(charactersOf(project, []));
    for (const cube of this.cubes.values()) {
      const known = this.named.get(cube) ?? charactersOf({ ...project, charts: [] }, [cube]);
      this.named.set(cube, known);
      for (const code of known) found.add(code);
    }
    return found;
  }

  async addImages(files: readonly ImageBytes[]): Promise<void> {
    await this.store.add(files);
    if (this.film) this.store.blurBackgrounds(this.film.project.film);
    if (!this.playing) this.draw();
  }

  /** A small picture of the film in each look, at the moment on show or, before anything has moved, in its middle. */
  async thumbnails(looks: readonly Look[], widthPx: number): Promise<ImageBitmap[]> {
    const { film } = this;
    if (!film) return [];
    const families = looks.flatMap(({ dress }) =>
      [...Object.values(dress.texts), ...Object.values(dress.labels)].map(({ family }) => family),
    );
    await this.fonts.ensure([...new Set(families)], this.charactersOf(film.project));
    return this.pictures(widthPx, (setting) => lookShots(setting, looks));
  }

  /** The card at the playhead in each design; none where a chart is on show. */
  designPictures = (widthPx: number) => this.pictures(widthPx, designShots);

  /** Small pictures of the chart that is edited as another family draws it: late in it, or so many in order of time. */
  familyPictures = (familyId: string, widthPx: number, count: number) =>
    this.pictures(widthPx, (setting) => familyShots(setting, familyId, count));

  /** A small picture of each piece that plays. */
  piecePictures = (widthPx: number) => this.pictures(widthPx, ({ film }) => pieceShots(film));

  /** Small pictures of the film, or of what is made of it; none where it has gone meanwhile. */
  private async pictures(
    widthPx: number,
    shotsOf: (setting: ShotSetting) => ReturnType<typeof pieceShots>,
  ): Promise<ImageBitmap[]> {
    const { film, timeSec, cubes, resources } = this;
    if (!film) return [];
    const shots = shotsOf({ film, timeSec, cubes, prepare: (project) => this.prepare(project) });
    return smallPictures(shots, { widthPx, resources, isGone: () => this.film !== film });
  }

  cuePlan(pieceId: string | null): CuePiece[] {
    return this.film ? cuePlan(this.film, pieceId) : [];
  }

  /** Where a part of the picture stands, in stage pixels; null while it is not there. */
  boxOf(part: PartName, extra?: string): StageRect | null {
    return this.scene ? boxOfPart(this.scene, part, this.measure, extra) : null;
  }

  /** How many frames a second this browser makes of the film; null for a size or codec that it refuses. */
  async filmSpeed(formatId: FilmFormatName, widthPx: number, heightPx: number): Promise<number | null> {
    return this.film && filmSpeed(this.film, { format: filmFormat(formatId), widthPx, heightPx }, this.resources);
  }

  plot(): StageRect | null {
    const piece = this.film && pieceAt(this.film, this.timeSec).piece;
    return piece?.kind === 'chart' ? piece.chart.frame.plot : null;
  }

  clear(): void {
    this.film = null;
    this.scene = null;
    this.playing = null;
    this.context.setTransform(1, 0, 0, 1, 0, 0);
    this.context.clearRect(0, 0, this.canvas.width, this.canvas.height);
  }

  play(options: PlayOptions): void {
    const already = this.playing !== null;
    const startMs = options.heardAtMs ? options.heardAtMs - performance.timeOrigin : performance.now();
    this.playing = { ...options, startMs };
    if (!already) worker.requestAnimationFrame(() => this.tick());
  }

  keepTime(heardAtMs: number): void {
    if (this.playing) this.playing = { ...this.playing, startMs: heardAtMs - performance.timeOrigin };
  }

  pause(): void {
    this.playing = null;
    this.draw();
  }

  seek(timeSec: number): void {
    this.timeSec = timeSec;
    if (this.playing) this.playing = { ...this.playing, fromSec: timeSec, startMs: performance.now() };
    this.draw();
  }

  highlight(category: number | null): void {
    this.highlighted = category;
    if (!this.playing) this.draw();
  }

  /** What stands under a point of the stage, and what it tells; null outside of it. */
  hit(x: number, y: number): Pointed | null {
    const { film, scene, measure } = this;
    if (!film || !scene) return null;
    const timeSec = frameTimeSec(film, frameAt(film, this.timeSec));
    return pointAt({ film, scene, timeSec, x, y, measure });
  }

  /** The time follows the clock, so a late picture never slows the film down. */
  private tick(): void {
    if (!this.playing || !this.film) {
      this.playing = null;
      return;
    }
    const { fromSec, speed, loop, startMs } = this.playing;
    // What is to be heard in a moment is not on its way yet.
    const playedSec = Math.max(0, ((performance.now() - startMs) / 1000) * speed);
    const end = loop ? loop[1] : this.film.lengthSec;
    let time = fromSec + playedSec;
    if (time >= end) {
      const span = loop ? loop[1] - loop[0] : 0;
      if (loop && span > 0) time = loop[0] + ((time - loop[1]) % span);
      else {
        time = this.film.lengthSec;
        this.playing = null;
      }
    }
    this.timeSec = time;
    if (!this.playing || frameAt(this.film, time) !== this.shownFrame) this.draw();
    if (this.playing) worker.requestAnimationFrame(() => this.tick());
  }

  /** Draws the frame that the film has at this time: exactly the one that an export would hold. */
  private draw(): void {
    if (!this.film) return;
    const { stage } = this.film;
    this.shownFrame = frameAt(this.film, this.timeSec);
    const frameSec = frameTimeSec(this.film, this.shownFrame);
    this.scene = sceneAt(this.film, frameSec);
    paintScene(this.context, this.scene, this.canvas.width / stage.widthPx, this.resources);
    this.drawHighlight(frameSec);
    this.report({
      readout: { ...readoutAt(this.film, frameSec), timeSec: this.timeSec },
      playing: this.playing !== null,
    });
  }

  /** Marks what the person points at; never part of a film. */
  private drawHighlight(timeSec: number): void {
    if (!this.film || this.highlighted === null) return;
    const moment = momentAt(this.film, timeSec);
    // Marks on their way from one piece to the next stand nowhere.
    if ('coming' in moment || moment.piece.kind === 'card') return;
    const { piece, pieceSec } = moment;
    const { family, plan, frame } = piece.chart;
    const mark = family.pictureAt(plan, pieceSec).marks().get(this.highlighted);
    if (!mark) return;
    const { x, y, widthPx, heightPx } = mark.outline;
    const around = this.film.stage.heightPx * 0.004;
    this.context.globalAlpha = 1;
    this.context.strokeStyle = frame.inks.strong;
    this.context.lineWidth = around;
    this.context.strokeRect(x - around, y - around, widthPx + 2 * around, heightPx + 2 * around);
  }
}
