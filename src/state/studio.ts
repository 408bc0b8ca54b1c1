import { firstKnown } from '@/core/families/known';
import { freshProject, titleFromFileName } from '@/core/project/defaults';
import type { Project } from '@/core/project/project';
import type { TableEntry } from '@/core/project/table-entry';
import { keysFor } from '@/core/shaping/add-table';
import { fieldsOf, furtherRoles, noFields } from '@/core/shaping/fields';
import type { ReadingChoice } from '@/core/table/reader';
import type { StageReport, StageWorkerApi, TableSummary, TableWorkerApi } from '@/workers/protocol';
import { currentChart, currentPlace, currentTable, draftChart } from './current';
import { documentStore, edit, replaceProject } from './document';
import { addChartPiece } from './edit-programme';
import { FilmSync, type FilmWorkers } from './film-sync';
import { freshId } from './fresh-id';
import { ImportRefused, type Incoming, lostColumnsIssue, ReadingCancelled, sourceOf } from './incoming';
import { keepAsset } from './keep/assets';
import { type FilmSoundPlayer, Playback } from './playback';
import { setReadout } from './playhead';
import { fits, lostColumns, projectLike, withNewChart, withSafeSteps, withSameLook } from './project-tables';
import type { Remote } from './remote';
import { sampleSource } from './samples';
import { sessionStore, setSession } from './session';
import { TableReader } from './table-reader';
import { takeTable } from './take-table';

/** The workers, given from outside so that this module knows nothing of threads. */
export interface StudioWorkers extends Pick<FilmWorkers, 'supplyFonts' | 'supplyImages'> {
  readonly table: Remote<TableWorkerApi>;
  /** Ends the worker that reads tables, whatever it does, and starts another one. */
  restartTable(): void;
  readonly stage: Remote<Omit<StageWorkerApi, 'start'>>;
  readonly sound?: FilmSoundPlayer;
}

/** How another file is added to a table: its rows and columns, or its values as further ones by name and period. */
export type AddHow = 'rows' | 'values';

/** What joined values are called: as their file, and as nothing else in the table. */
function measureName({ added }: TableEntry, fileName: string): string {
  const name = titleFromFileName(fileName);
  const columns = sessionStore.getState().prepared?.prepared.columns ?? [];
  const taken = new Set([...added.map(({ measure }) => measure), ...columns.map((column) => column.name)]);
  let [free, count] = [name, 1];
  while (taken.has(free)) free = `${name} ${++count}`;
  return free;
}

/** What a person does with tables: brings them in, adds to them, reads them anew. The film follows by itself. */
export class Studio {
  readonly playback: Playback;
  readonly film: FilmSync;
  private readonly reader: TableReader;

  constructor(private readonly workers: StudioWorkers) {
    this.playback = new Playback(workers.stage, workers.sound);
    this.reader = new TableReader(workers);
    this.film = new FilmSync(workers, this.reader);
  }

  /** Follows the document from now on. */
  start(): () => void {
    return this.film.start();
  }

  report({ readout, playing }: StageReport): void {
    setReadout(readout);
    if (sessionStore.getState().playing !== playing && !(this.playback.starting && !playing)) {
      setSession({ playing });
      if (!playing) this.playback.ended();
    }
    this.film.followPlayhead();
  }

  /** Reads a file and starts a chart of it; its bytes go with it. A table with the same columns takes the place of the old one. */
  async importFile(bytes: ArrayBuffer, incoming: Incoming): Promise<void> {
    const id = freshId();
    const take = () => this.takeFile(id, bytes, incoming);
    await this.whileReading(incoming.fileName, () => this.reader.whileArriving(id, take));
  }

  private async takeFile(id: string, bytes: ArrayBuffer, incoming: Incoming): Promise<void> {
    const source = sourceOf(incoming);
    // The bytes go to the worker as they are, so they are kept first; that it worked matters once they could be read.
    const keeping = Promise.allSettled([keepAsset(source.assetId, bytes)]);
    const summary = await this.reader.readSources(id, source.fileName, [{ source, bytes, keys: [], measure: '' }]);
    const [kept] = await keeping;
    if (kept.status === 'rejected') throw kept.reason;
    const entry: TableEntry = {
      id,
      name: incoming.sample?.name ?? incoming.fileName,
      source: { ...source, reading: { ...source.reading, sheet: summary.sheet } },
      added: [],
      steps: summary.safeSteps,
    };
    const same = incoming.sample || incoming.like ? null : withSameLook(entry, summary);
    const project = same ?? (await this.projectWith(entry, summary, incoming));
    this.reader.note(entry, summary);
    setSession({ span: null, hovered: null, picked: null, refreshed: null, shownStep: null });
    setReadout(null);
    await this.workers.stage.seek(0);
    setSession({ imported: incoming.sample ? null : project.id });
    replaceProject(project);
  }

  /** Makes the chart of another one of the work's tables. */
  async chooseTable(tableId: string): Promise<void> {
    const entry = documentStore.getState().project?.tables.find(({ id }) => id === tableId);
    if (!entry) return;
    await this.whileReading(entry.source.fileName, async () => {
      const summary = await this.reader.readEntry(entry);
      takeTable(entry, summary.guesses[0]?.fields ?? noFields, summary);
    });
  }

  /** Adds a piece of another one of the work's tables, with a chart like the one that is edited. */
  async addTablePiece(tableId: string): Promise<void> {
    const entry = documentStore.getState().project?.tables.find(({ id }) => id === tableId);
    if (!entry) return;
    await this.whileReading(entry.source.fileName, async () => {
      const summary = await this.reader.readEntry(entry);
      const guessed = summary.guesses[0]?.fields ?? noFields;
      addChartPiece((chart) => {
        const fields = fits(chart.fields, summary, entry.steps) ? chart.fields : guessed;
        return { ...chart, tableId, fields, group: '' };
      });
    });
  }

  /** Adds the rows and columns of another file to the table, or joins its values; what is there keeps its look and its pace. */
  async addFile(bytes: ArrayBuffer, incoming: Incoming, how: AddHow = 'rows'): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return this.importFile(bytes, incoming);
    const keys = keysFor(currentChart(project).fields);
    const entry = currentTable(project);
    await this.changeTable(entry, incoming.fileName, async () => {
      const source = sourceOf(incoming);
      await keepAsset(source.assetId, bytes);
      const measure = how === 'values' ? measureName(entry, incoming.fileName) : '';
      return { ...entry, added: [...entry.added, { source, keys: measure === '' ? keys : [], measure }] };
    });
    if (how === 'values') this.takeFurther();
  }

  /** The values that were joined last become the second ones, or the third ones where those are taken. */
  private takeFurther(): void {
    edit((draft) => {
      const chart = draftChart(draft);
      const name = draft.tables.find(({ id }) => id === chart.tableId)?.added.at(-1)?.measure ?? '';
      const role = furtherRoles.find((each) => chart.fields[each] === '');
      if (role && name !== '') chart.fields[role] = name;
    });
  }

  /**
   * Reads the first file of the table anew from other bytes, with the same preparation, and says what changed.
   *
   * @param asBefore Refuses a file that lacks the columns that the chart is made of, instead of guessing others.
   */
  async refresh(bytes: ArrayBuffer, fileName: string, asBefore = false): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const entry = currentTable(project);
    const change = async () => {
      const assetId = freshId();
      await keepAsset(assetId, bytes);
      return { ...entry, source: { ...entry.source, assetId, fileName } };
    };
    await this.changeTable(entry, fileName, change, asBefore ? 'never' : 'if-needed');
  }

  /** Reads the file another way: another sheet, encoding, delimiter or header line. */
  async readAs(choice: Partial<ReadingChoice>): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const entry = currentTable(project);
    const { source } = entry;
    const changed = { ...entry, source: { ...source, reading: { ...source.reading, ...choice } } };
    await this.changeTable(entry, source.fileName, async () => changed, 'anew');
  }

  /** Puts a changed table in place of the old one once it can be read; the fields are guessed anew where they no longer fit. */
  private async changeTable(
    before: TableEntry,
    fileName: string,
    change: () => Promise<TableEntry>,
    guess: 'if-needed' | 'anew' | 'never' = 'if-needed',
  ): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const place = currentPlace(project);
    await this.whileReading(fileName, async () => {
      await this.workers.table.remember(place);
      const entry = await change();
      const summary = await this.reader.readEntry(entry);
      const lost =
        guess === 'never' ? lostColumns(sessionStore.getState().table, summary, currentChart(project).fields) : [];
      if (lost.length > 0) throw new ImportRefused(fileName, [lostColumnsIssue(fileName, lost)]);
      setSession({ table: summary, shownStep: null });
      edit((draft) => {
        const chart = draftChart(draft);
        const guessed = summary.guesses[0]?.fields;
        const anew = guess === 'anew' || (guess !== 'never' && !fits(chart.fields, summary, entry.steps));
        if (guessed && anew) chart.fields = guessed;
        // What was guessed may go by columns that the steps of reading make.
        const steps = guessed && anew ? withSafeSteps(entry.steps, summary, guessed) : entry.steps;
        draft.tables = draft.tables.map((each) =>
          each.id === before.id ? ({ ...entry, steps } as typeof each) : each,
        );
      });
      await this.film.idle();
      const changes = await this.workers.table.changes(place);
      setSession({ refreshed: changes && guess !== 'anew' ? { fileName, changes } : null });
    });
  }

  /** Makes a project of a film script; null where the person put an end to it. */
  async buildScript(...given: Parameters<TableWorkerApi['buildScript']>) {
    try {
      return await this.reader.buildScript(...given);
    } catch (error) {
      if (!(error instanceof ReadingCancelled)) throw error;
      // The worker was ended with all its tables.
      void this.film.sync();
      return null;
    }
  }

  /** Ends the reading under way; the table that was there before comes back. */
  cancel(): void {
    this.reader.cancel();
  }

  private async whileReading(fileName: string, work: () => Promise<void>): Promise<void> {
    const before = sessionStore.getState();
    setSession({ status: 'reading', failure: [], reading: { fileName, share: 0, startedMs: Date.now() } });
    try {
      await work();
    } catch (error) {
      const failure = error instanceof ImportRefused ? error.issues : before.failure;
      setSession({ status: before.table ? before.status : 'failed', failure });
      if (!(error instanceof ReadingCancelled)) throw error;
      // The worker was ended with all its tables.
      void this.film.sync();
    } finally {
      setSession({ reading: null });
    }
  }

  /** The project with a chart of the table: a fresh one, or in place of the chart that is edited. */
  private async projectWith(entry: TableEntry, summary: TableSummary, { sample, like }: Incoming): Promise<Project> {
    // An empty grid says in its column names what belongs where.
    const typed = fieldsOf({ shape: 'long', period: 'Period', category: 'Category', value: 'Value' });
    const fields = entry.source.kind === 'typed' ? typed : (summary.guesses[0]?.fields ?? noFields);
    const ids = { project: freshId(), chart: freshId(), piece: freshId() };
    const place = { tableId: entry.id, chartId: ids.chart };
    const { outcome } = await this.workers.table.prepare(place, entry.steps, fields, '');
    const fresh = freshProject({
      ids,
      title: sample?.title ?? titleFromFileName(entry.source.fileName),
      subtitle: sample?.subtitle ?? '',
      source: sample ? sampleSource : '',
      suffix: sample?.suffix ?? '',
      table: entry,
      fields,
      family: firstKnown,
      cube: outcome.ok ? outcome.value : null,
    });
    if (like) return projectLike(like, fresh, summary);
    const { project: before } = documentStore.getState();
    return before ? withNewChart(before, fresh) : fresh;
  }
}
