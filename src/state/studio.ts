import {
  defaultChart,
  defaultProject,
  noFields,
  suggestLengthSec,
  suggestPlaces,
  titleFromFileName,
} from '@/core/project/defaults';
import type { Chart, Project, TableEntry } from '@/core/project/project';
import type { Cube } from '@/core/shaping/cube';
import { type Fields, fieldsOfShape } from '@/core/shaping/fields';
import type { Issue, Outcome } from '@/core/table/issue';
import type { PlayOptions, StageReport, StageWorkerApi, TableSummary, TableWorkerApi } from '@/workers/protocol';
import { documentStore, replaceProject } from './document';
import type { Sample } from './samples';
import { sampleSource } from './samples';
import { sessionStore, setSession } from './session';
import { keepAsset, loadAsset } from './shelf';

type Remote<T> = {
  [K in keyof T]: T[K] extends (...args: infer A) => Promise<infer R> ? (...args: A) => Promise<R> : never;
};

/** The workers, given from outside so that this module knows nothing of threads. */
export interface StudioWorkers {
  readonly table: Remote<TableWorkerApi>;
  readonly stage: Remote<Omit<StageWorkerApi, 'start'>>;
}

/** A short id that is unique enough inside one project. Does not need a secure context. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(9));
  return Array.from(bytes, (byte) => byte.toString(36).padStart(2, '0')).join('');
}

/** The chart that is on stage. */
export function currentChart(project: Project): Chart {
  return project.charts.find(({ id }) => id === project.film.sequence[0]) ?? (project.charts[0] as Chart);
}

/**
 * Keeps the workers in step with the document: reads the table when it is another one, shapes it when the fields
 * change, and hands the film to the stage. Edits that come meanwhile are taken together.
 */
export class Studio {
  private busy = false;
  private again = false;
  private openAsset: string | null = null;
  private shapedFor: string | null = null;
  private cube: Cube | null = null;
  private cubeSent: Cube | null = null;
  private stageReady = false;

  constructor(private readonly workers: StudioWorkers) {}

  /** Follows the document from now on. */
  start(): () => void {
    void this.sync();
    return documentStore.subscribe((state, before) => {
      if (state.project !== before.project) void this.sync();
    });
  }

  /** The stage has a canvas and fonts now. */
  stageIsReady(): void {
    this.stageReady = true;
    this.cubeSent = null;
    void this.sync();
  }

  report({ readout, playing }: StageReport): void {
    setSession({ readout, playing });
  }

  /** Reads a file and starts a chart of it. A table with the same columns takes the place of the old one. */
  async importFile(bytes: ArrayBuffer, fileName: string, sample: Sample | null = null): Promise<void> {
    const before = sessionStore.getState();
    setSession({ status: 'reading', failure: [] });
    try {
      await this.readAndReplace(bytes, fileName, sample);
    } catch (error) {
      const failure = error instanceof ImportRefused ? error.issues : before.failure;
      setSession({ status: before.table ? before.status : 'failed', failure });
      throw error;
    }
  }

  private async readAndReplace(bytes: ArrayBuffer, fileName: string, sample: Sample | null): Promise<void> {
    const outcome = await this.workers.table.open(bytes.slice(0), fileName);
    if (!outcome.ok) throw new ImportRefused(fileName, outcome.issues);
    const assetId = freshId();
    await keepAsset(assetId, bytes);
    const summary = outcome.value;
    const entry: TableEntry = {
      id: freshId(),
      name: sample?.name ?? fileName,
      source: { kind: 'file', fileName, assetId },
    };
    const fields = summary.guesses[0]?.fields ?? noFields;
    const shaped = await this.workers.table.shape(fields);
    const project = sample === null ? this.withSameLook(entry, summary) : null;
    this.openAsset = assetId;
    this.shapedFor = null;
    setSession({ table: summary, span: null, hovered: null, picked: null, readout: null });
    await this.workers.stage.seek(0);
    replaceProject(project ?? this.freshProject(entry, fields, shaped, sample));
  }

  /** The project with its table replaced, when the new one has the columns that the chart is made of. */
  private withSameLook(entry: TableEntry, summary: TableSummary): Project | null {
    const { project } = documentStore.getState();
    if (!project) return null;
    const chart = currentChart(project);
    const names = new Set(summary.columns.map(({ name }) => name));
    const roles = fieldsOfShape[chart.fields.shape];
    const fits =
      roles.every((role) => names.has(chart.fields[role])) && summary.guesses[0]?.fields.shape === chart.fields.shape;
    if (!fits || chart.fields.shape !== 'long') return null;
    const oldTitle = titleFromFileName(project.tables.find(({ id }) => id === chart.tableId)?.source.fileName ?? '');
    const title = titleFromFileName(entry.source.fileName);
    // A title that nobody has touched still names the old file.
    const text = chart.text.title === oldTitle ? { ...chart.text, title } : chart.text;
    const renamed = { ...chart, tableId: entry.id, text };
    const name = project.name === oldTitle ? title : project.name;
    return {
      ...project,
      name,
      tables: [entry],
      charts: project.charts.map((each) => (each.id === chart.id ? renamed : each)),
    };
  }

  private freshProject(entry: TableEntry, fields: Fields, shaped: Outcome<Cube>, sample: Sample | null): Project {
    const { project: before } = documentStore.getState();
    const { fileName } = entry.source;
    const title = sample?.title ?? titleFromFileName(fileName);
    const chart = defaultChart(freshId(), entry.id, fields);
    const text = { title, subtitle: sample?.subtitle ?? '', source: sample ? sampleSource : '' };
    const numbers = { ...chart.numbers, suffix: sample?.suffix ?? '' };
    const pace = shaped.ok
      ? { ...chart.pace, length: { by: 'whole' as const, sec: suggestLengthSec(shaped.value) } }
      : chart.pace;
    const places = shaped.ok ? suggestPlaces(shaped.value) : chart.places;
    const fresh = defaultProject(freshId(), title, entry, { ...chart, text, numbers, pace, places });
    return before ? { ...fresh, film: { ...before.film, sequence: fresh.film.sequence } } : fresh;
  }

  async play(): Promise<void> {
    const { readout, overview, speed, looping, span } = sessionStore.getState();
    if (!overview) return;
    const [from, to] = span ?? [0, overview.lengthSec];
    const at = readout?.timeSec ?? from;
    const atEnd = at >= overview.lengthSec - 0.5 / overview.framesPerSec;
    const outside = span !== null && (at < from || at >= to);
    const options: PlayOptions = {
      fromSec: atEnd || outside ? from : at,
      speed,
      loop: looping || span ? [from, to] : null,
    };
    setSession({ playing: true });
    await this.workers.stage.play(options);
  }

  async pause(): Promise<void> {
    setSession({ playing: false });
    await this.workers.stage.pause();
  }

  async toggle(): Promise<void> {
    await (sessionStore.getState().playing ? this.pause() : this.play());
  }

  /** Starts again with changed speed or loop, when playing. */
  async replay(): Promise<void> {
    if (sessionStore.getState().playing) await this.play();
  }

  async seek(timeSec: number): Promise<void> {
    const { overview } = sessionStore.getState();
    if (!overview) return;
    await this.workers.stage.seek(Math.min(overview.lengthSec, Math.max(0, timeSec)));
  }

  /** Moves by frames; the film pauses. */
  async stepFrames(count: number): Promise<void> {
    const { overview, readout } = sessionStore.getState();
    if (!overview || !readout) return;
    await this.pause();
    const frame = Math.min(overview.frameCount - 1, Math.max(0, readout.frame + count));
    await this.seek(frame / overview.framesPerSec);
  }

  /** Moves to the next or the last period; the film pauses. */
  async stepPeriods(direction: 1 | -1): Promise<void> {
    const { overview, readout } = sessionStore.getState();
    if (!overview || !readout) return;
    await this.pause();
    const frameSec = 1 / overview.framesPerSec;
    const times = Array.from(overview.periodSec);
    const now = readout.timeSec;
    const next =
      direction > 0 ? times.find((time) => time > now + frameSec) : times.findLast((time) => time < now - frameSec);
    // A period falls between two frames; the first frame that shows it is the one to stop at.
    const target =
      next === undefined ? (direction > 0 ? overview.lengthSec : 0) : Math.ceil(next / frameSec - 1e-6) * frameSec;
    await this.seek(Math.min(target, (overview.frameCount - 1) * frameSec));
  }

  private async sync(): Promise<void> {
    if (this.busy) {
      this.again = true;
      return;
    }
    this.busy = true;
    try {
      do {
        this.again = false;
        await this.syncOnce();
      } while (this.again);
    } catch (error) {
      const message = `Something went wrong while preparing the chart: ${error instanceof Error ? error.message : error}.`;
      setSession({ status: 'failed', failure: [{ code: 'failed', severity: 'error', message }] });
    } finally {
      this.busy = false;
    }
  }

  private async syncOnce(): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const chart = currentChart(project);
    const entry = project.tables.find(({ id }) => id === chart.tableId);
    if (!entry) return;
    if (!(await this.openTable(entry))) return;
    if (!(await this.shape(chart.fields, entry.source.assetId))) return;
    await this.prepare(project);
  }

  private async openTable(entry: TableEntry): Promise<boolean> {
    const { assetId, fileName } = entry.source;
    if (this.openAsset === assetId) return true;
    setSession({ status: 'reading', failure: [] });
    const bytes = await loadAsset(assetId);
    if (!bytes) return this.fail([lostData(fileName)]);
    const outcome = await this.workers.table.open(bytes, fileName);
    if (!outcome.ok) return this.fail(outcome.issues);
    this.openAsset = assetId;
    this.shapedFor = null;
    setSession({ table: outcome.value });
    return true;
  }

  private async shape(fields: Fields, assetId: string): Promise<boolean> {
    const key = JSON.stringify([assetId, fields]);
    if (this.shapedFor === key) return this.cube !== null;
    const outcome = await this.workers.table.shape(fields);
    this.shapedFor = key;
    this.cube = outcome.ok ? outcome.value : null;
    setSession({ cube: this.cube, shapeIssues: outcome.issues, hovered: null });
    return outcome.ok || this.fail(outcome.issues);
  }

  private async prepare(project: Project): Promise<void> {
    if (!this.stageReady || !this.cube) return;
    const cube = this.cubeSent === this.cube ? null : this.cube;
    const { readout } = sessionStore.getState();
    const report = await this.workers.stage.setFilm(project, cube, readout?.timeSec ?? 0);
    if (!report.ok) {
      this.fail([{ code: 'cannot-prepare', severity: 'error', message: report.message }]);
      return;
    }
    this.cubeSent = this.cube;
    const { span } = sessionStore.getState();
    const fits = span && span[1] <= report.overview.lengthSec + 1e-9;
    setSession({ status: 'ready', failure: [], overview: report.overview, span: fits ? span : null });
  }

  private fail(issues: readonly Issue[]): false {
    this.cubeSent = null;
    void this.workers.stage.clear();
    setSession({ status: 'failed', failure: issues, overview: null, readout: null, playing: false });
    return false;
  }
}

/** A file that could not be read; nothing of the project has changed. */
export class ImportRefused extends Error {
  constructor(
    fileName: string,
    readonly issues: readonly Issue[],
  ) {
    super(issues[0]?.message ?? `${fileName} could not be read.`);
    this.name = 'ImportRefused';
  }
}

function lostData(fileName: string): Issue {
  const message = `The browser no longer has the data of ${fileName}. Drop the file again in Gather; everything else is still here.`;
  return { code: 'lost-data', severity: 'error', message };
}
