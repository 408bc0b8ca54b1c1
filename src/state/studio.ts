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
import { fieldsOf, fieldsOfShape, noFields } from '@/core/shaping/fields';
import type { Issue } from '@/core/table/issue';
import { noReadingChoice, type ReadingChoice } from '@/core/table/reader';
import type { SourceBytes, StageReport, StageWorkerApi, TableSummary, TableWorkerApi } from '@/workers/protocol';
import { documentStore, edit, replaceProject } from './document';
import { freshId } from './fresh-id';
import { Playback } from './playback';
import {
  currentChart,
  fits,
  groupOf,
  issuesOf,
  keyOf,
  tableOf,
  withFields,
  withGroup,
  withSameLook,
} from './project-tables';
import type { Remote } from './remote';
import type { Sample } from './samples';
import { sampleSource } from './samples';
import { sessionStore, setSession } from './session';
import { keepAsset, loadAsset } from './shelf';

/** The workers, given from outside so that this module knows nothing of threads. */
export interface StudioWorkers {
  readonly table: Remote<TableWorkerApi>;
  /** Ends the worker that reads tables, whatever it does, and starts another one. */
  restartTable(): void;
  readonly stage: Remote<Omit<StageWorkerApi, 'start'>>;
  /** Brings the person's own fonts to the stage, before a film is set in them. */
  readonly supplyFonts: (project: Project) => Promise<void>;
  /** Brings pictures to the stage, after it has said which it needs. */
  readonly supplyImages: (project: Project, ids: readonly string[]) => Promise<void>;
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

  readonly playback: Playback;

  constructor(private readonly workers: StudioWorkers) {
    this.playback = new Playback(workers.stage);
  }

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
      const source = sourceOf(incoming);
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
      const source = sourceOf(incoming);
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
    const text = { ...chart.text, title, subtitle: sample?.subtitle ?? '', source: sample ? sampleSource : '' };
    const numbers = { ...chart.numbers, suffix: sample?.suffix ?? '' };
    const pace = outcome.ok
      ? { ...chart.pace, length: { by: 'whole' as const, sec: suggestLengthSec(outcome.value) } }
      : chart.pace;
    const places = outcome.ok ? suggestPlaces(outcome.value) : chart.places;
    const fresh = defaultProject(freshId(), title, entry, { ...chart, text, numbers, pace, places });
    return before ? { ...fresh, film: { ...before.film, sequence: fresh.film.sequence } } : fresh;
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

  /** Shapes the table once more: somebody else has used the worker meanwhile. */
  shapeAgain(): void {
    this.preparedFor = null;
    void this.sync();
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
    await this.workers.supplyFonts(project);
    const report = await this.workers.stage.setFilm(project, cube, readout?.timeSec ?? 0);
    if (!report.ok) {
      this.fail([{ code: 'cannot-prepare', severity: 'error', message: report.message }]);
      return;
    }
    this.cubeSent = this.cube;
    void this.workers.supplyImages(project, report.overview.imageIds);
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

function sourceOf({ fileName, kind = 'file', reading = noReadingChoice }: Incoming): TableSource {
  return { kind, fileName, assetId: freshId(), reading };
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
