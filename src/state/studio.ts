import {
  defaultChart,
  defaultProject,
  suggestLengthSec,
  suggestPlaces,
  titleFromFileName,
} from '@/core/project/defaults';
import type { Chart, Project, SourceKind, TableEntry, TableSource } from '@/core/project/project';
import { keysFor } from '@/core/shaping/add-table';
import type { Cube } from '@/core/shaping/cube';
import { type Fields, fieldsOf, fieldsOfShape, noFields } from '@/core/shaping/fields';
import { isHandStep } from '@/core/shaping/steps/step';
import type { Issue } from '@/core/table/issue';
import { noReadingChoice, type ReadingChoice } from '@/core/table/reader';
import type {
  PlayOptions,
  PreparedReport,
  SourceBytes,
  StageReport,
  StageWorkerApi,
  TableSummary,
  TableWorkerApi,
} from '@/workers/protocol';
import { documentStore, edit, replaceProject } from './document';
import { freshId } from './fresh-id';
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
  /** Ends the worker that reads tables, whatever it does, and starts another one. */
  restartTable(): void;
  readonly stage: Remote<Omit<StageWorkerApi, 'start'>>;
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
  private openKey: string | null = null;
  private preparedFor: string | null = null;
  private cancelReading: ((reason: Error) => void) | null = null;
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
  async importFile(bytes: ArrayBuffer, incoming: Incoming): Promise<void> {
    await this.whileReading(incoming.fileName, async () => {
      const source = await this.sourceOf(bytes, incoming);
      const summary = await this.readSources(source.fileName, [{ source, bytes: bytes.slice(0), keys: [] }]);
      await keepAsset(source.assetId, bytes);
      const entry: TableEntry = {
        id: freshId(),
        name: incoming.sample?.name ?? incoming.fileName,
        source: { ...source, reading: { ...source.reading, sheet: summary.sheet } },
        added: [],
        steps: summary.safeSteps,
      };
      const same = incoming.sample ? null : withSameLook(entry, summary);
      const project = same ?? (await this.freshProject(entry, summary, incoming.sample ?? null));
      this.openKey = keyOf(entry);
      this.preparedFor = null;
      setSession({
        table: summary,
        span: null,
        hovered: null,
        picked: null,
        readout: null,
        refreshed: null,
        shownStep: null,
      });
      await this.workers.stage.seek(0);
      replaceProject(project);
    });
  }

  /** Adds the rows and columns of another file to the table; what is there keeps its look and its pace. */
  async addFile(bytes: ArrayBuffer, incoming: Incoming): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return this.importFile(bytes, incoming);
    const chart = currentChart(project);
    const entry = tableOf(project, chart);
    await this.changeTable(entry, incoming.fileName, async () => {
      const source = await this.sourceOf(bytes, incoming);
      await keepAsset(source.assetId, bytes);
      return { ...entry, added: [...entry.added, { source, keys: keysFor(chart.fields) }] };
    });
  }

  /** Reads the first file of the table anew from other bytes, with the same preparation, and says what changed. */
  async refresh(bytes: ArrayBuffer, fileName: string): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const entry = tableOf(project, currentChart(project));
    await this.changeTable(entry, fileName, async () => {
      const assetId = freshId();
      await keepAsset(assetId, bytes);
      return { ...entry, source: { ...entry.source, assetId, fileName } };
    });
  }

  /** Reads the file another way: another sheet, encoding, delimiter or header line. */
  async readAs(choice: Partial<ReadingChoice>): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const entry = tableOf(project, currentChart(project));
    const { source } = entry;
    await this.changeTable(
      entry,
      source.fileName,
      async () => ({ ...entry, source: { ...source, reading: { ...source.reading, ...choice } } }),
      true,
    );
  }

  /** Puts a changed table in place of the old one once it can be read; the fields are guessed anew where they no longer fit. */
  private async changeTable(
    before: TableEntry,
    fileName: string,
    change: () => Promise<TableEntry>,
    guessAnew = false,
  ): Promise<void> {
    await this.whileReading(fileName, async () => {
      await this.workers.table.remember();
      const entry = await change();
      const summary = await this.readEntry(entry);
      this.openKey = keyOf(entry);
      this.preparedFor = null;
      setSession({ table: summary, shownStep: null });
      edit((draft) => {
        draft.tables = draft.tables.map((each) => (each.id === before.id ? (entry as typeof each) : each));
        const chart = draft.charts.find(({ id }) => id === draft.film.sequence[0]);
        const guess = summary.guesses[0]?.fields;
        if (chart && guess && (guessAnew || !fits(chart.fields, summary))) chart.fields = guess;
      });
      await this.idle();
      const changes = await this.workers.table.changes();
      setSession({ refreshed: changes && !guessAnew ? { fileName, changes } : null });
    });
  }

  /** Ends the reading under way; the table that was there before comes back. */
  cancel(): void {
    this.cancelReading?.(new ReadingCancelled());
  }

  private async whileReading(fileName: string, work: () => Promise<void>): Promise<void> {
    const before = sessionStore.getState();
    setSession({ status: 'reading', failure: [], reading: { fileName, share: 0, startedMs: Date.now() } });
    try {
      await work();
    } catch (error) {
      const failure = error instanceof ImportRefused ? error.issues : before.failure;
      setSession({ status: before.table ? before.status : 'failed', failure });
      if (error instanceof ReadingCancelled) {
        this.openKey = null;
        void this.sync();
        return;
      }
      throw error;
    } finally {
      setSession({ reading: null });
    }
  }

  private async sourceOf(
    _: ArrayBuffer,
    { fileName, kind = 'file', reading = noReadingChoice }: Incoming,
  ): Promise<TableSource> {
    return { kind, fileName, assetId: freshId(), reading };
  }

  private async readSources(fileName: string, sources: readonly SourceBytes[]): Promise<TableSummary> {
    const startedMs = Date.now();
    const progress = (share: number) => {
      if (sessionStore.getState().reading) setSession({ reading: { fileName, share, startedMs } });
    };
    const cancelled = new Promise<never>((_, reject) => {
      this.cancelReading = (reason) => {
        this.workers.restartTable();
        reject(reason);
      };
    });
    try {
      const outcome = await Promise.race([this.workers.table.open(sources, progress), cancelled]);
      if (!outcome.ok) throw new ImportRefused(fileName, outcome.issues);
      return outcome.value;
    } finally {
      this.cancelReading = null;
    }
  }

  /** Reads all files of a table from the shelf. */
  private async readEntry(entry: TableEntry): Promise<TableSummary> {
    const wanted = [{ source: entry.source, keys: [] as readonly string[] }, ...entry.added];
    const sources: SourceBytes[] = [];
    for (const { source, keys } of wanted) {
      const bytes = await loadAsset(source.assetId);
      if (!bytes) throw new ImportRefused(source.fileName, [lostData(source.fileName)]);
      sources.push({ source, keys, bytes });
    }
    return this.readSources(entry.source.fileName, sources);
  }

  private async freshProject(entry: TableEntry, summary: TableSummary, sample: Sample | null): Promise<Project> {
    const { project: before } = documentStore.getState();
    // An empty grid says in its column names what belongs where.
    const typed = fieldsOf({ shape: 'long', period: 'Period', category: 'Category', value: 'Value' });
    const fields = entry.source.kind === 'typed' ? typed : (summary.guesses[0]?.fields ?? noFields);
    const { outcome } = await this.workers.table.prepare(entry.steps, fields, '');
    const title = sample?.title ?? titleFromFileName(entry.source.fileName);
    const chart = defaultChart(freshId(), entry.id, fields);
    const text = { title, subtitle: sample?.subtitle ?? '', source: sample ? sampleSource : '' };
    const numbers = { ...chart.numbers, suffix: sample?.suffix ?? '' };
    const pace = outcome.ok
      ? { ...chart.pace, length: { by: 'whole' as const, sec: suggestLengthSec(outcome.value) } }
      : chart.pace;
    const places = outcome.ok ? suggestPlaces(outcome.value) : chart.places;
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

  /** Resolves when the workers have caught up with the document. */
  private async idle(): Promise<void> {
    await this.sync();
    while (this.busy) await new Promise((resolve) => setTimeout(resolve, 5));
  }

  private async syncOnce(): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const chart = currentChart(project);
    const entry = project.tables.find(({ id }) => id === chart.tableId);
    if (!entry) return;
    if (!(await this.openTable(entry))) return;
    if (!(await this.shape(entry, chart))) return;
    await this.prepare(project);
  }

  private async openTable(entry: TableEntry): Promise<boolean> {
    const key = keyOf(entry);
    if (this.openKey === key) return true;
    setSession({
      status: 'reading',
      failure: [],
      reading: { fileName: entry.source.fileName, share: 0, startedMs: Date.now() },
    });
    try {
      const table = await this.readEntry(entry);
      this.openKey = key;
      this.preparedFor = null;
      setSession({ table });
      return true;
    } catch (error) {
      if (error instanceof ImportRefused) return this.fail(error.issues);
      if (error instanceof ReadingCancelled) return this.fail([cancelledReading(entry.source.fileName)]);
      throw error;
    } finally {
      setSession({ reading: null });
    }
  }

  private async shape(entry: TableEntry, chart: Chart): Promise<boolean> {
    const key = JSON.stringify([keyOf(entry), entry.steps, chart.fields, chart.group]);
    if (this.preparedFor === key) return this.cube !== null;
    const { outcome, ...prepared } = await this.workers.table.prepare(entry.steps, chart.fields, groupOf(chart));
    const [guess] = prepared.guesses;
    if (guess && fieldsOfShape[chart.fields.shape].every((role) => chart.fields[role] === '')) {
      // Nothing was recognised before: values typed into an empty grid become a chart as soon as they can.
      documentStore.setState(({ project }) => ({ project: project && withFields(project, chart.id, guess.fields) }));
      this.again = true;
      return false;
    }
    const group = chart.fields.group !== '' && !prepared.groups.some(({ name }) => name === chart.group);
    const first = prepared.groups[0]?.name;
    if (group && first !== undefined) {
      // The group on stage is not among those of the column (any more): the first one is taken, as part of the same edit.
      documentStore.setState(({ project }) => ({ project: project && withGroup(project, chart.id, first) }));
      this.again = true;
      return false;
    }
    this.preparedFor = key;
    this.cube = outcome.ok ? outcome.value : null;
    setSession({ cube: this.cube, prepared, shapeIssues: issuesOf(outcome.issues, prepared), hovered: null });
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

/** A table on its way in. */
export interface Incoming {
  readonly fileName: string;
  readonly kind?: SourceKind;
  readonly sample?: Sample;
  readonly reading?: ReadingChoice;
}

/** The person ended the reading. */
export class ReadingCancelled extends Error {
  constructor() {
    super('The reading was cancelled.');
    this.name = 'ReadingCancelled';
  }
}

/** Which files the worker has open. */
function keyOf(entry: TableEntry): string {
  return JSON.stringify([entry.source, entry.added]);
}

/** The table that a chart is made of. */
export function tableOf(project: Project, chart: Chart): TableEntry {
  return project.tables.find(({ id }) => id === chart.tableId) ?? (project.tables[0] as TableEntry);
}

const groupOf = (chart: Chart) => (chart.fields.group === '' ? '' : chart.group);

function withFields(project: Project, chartId: string, fields: Fields): Project {
  return { ...project, charts: project.charts.map((chart) => (chart.id === chartId ? { ...chart, fields } : chart)) };
}

function withGroup(project: Project, chartId: string, group: string): Project {
  return { ...project, charts: project.charts.map((chart) => (chart.id === chartId ? { ...chart, group } : chart)) };
}

/** Steps report what did not fit them with the name of the step. */
function issuesOf(issues: readonly Issue[], prepared: Omit<PreparedReport, 'outcome'>): Issue[] {
  return [...issues, ...prepared.reports.flatMap((report) => report.issues)];
}

function fits(fields: Fields, summary: TableSummary): boolean {
  const names = new Set(summary.columns.map(({ name }) => name));
  return fieldsOfShape[fields.shape].every((role) => names.has(fields[role]));
}

/**
 * The project with its table replaced, when the new one has the columns that the chart is made of. Steps stay, but for
 * those made by hand, which name cells of the old file.
 */
function withSameLook(entry: TableEntry, summary: TableSummary): Project | null {
  const { project } = documentStore.getState();
  if (!project) return null;
  const chart = currentChart(project);
  const old = tableOf(project, chart);
  const kept = old.steps.filter((step) => !isHandStep(step));
  const sameShape = summary.guesses[0]?.fields.shape === chart.fields.shape || kept.length > 0;
  if (!fits(chart.fields, summary) || !sameShape || chart.fields.shape === 'single') return null;
  const oldTitle = titleFromFileName(old.source.fileName);
  const title = titleFromFileName(entry.source.fileName);
  // A title that nobody has touched still names the old file.
  const text = chart.text.title === oldTitle ? { ...chart.text, title } : chart.text;
  const renamed = { ...chart, tableId: entry.id, text };
  const steps = [...entry.steps.filter(({ kind }) => !kept.some((step) => step.kind === kind)), ...kept];
  return {
    ...project,
    name: project.name === oldTitle ? title : project.name,
    tables: [{ ...entry, steps }],
    charts: project.charts.map((each) => (each.id === chart.id ? renamed : each)),
  };
}

function cancelledReading(fileName: string): Issue {
  const message = `Reading ${fileName} was cancelled. Choose a file in Gather, or take the last step back with undo.`;
  return { code: 'cancelled', severity: 'error', message };
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
