import type { TableEntry } from '@/core/project/table-entry';
import type { SourceBytes, TableSummary, TableWorkerApi } from '@/workers/protocol';
import { ImportRefused, lostData, ReadingCancelled } from './incoming';
import { loadAsset } from './keep/assets';
import type { Remote } from './remote';
import { sessionStore, setSession } from './session';

/** What the reader needs of the worker. */
export interface ReadingWorker {
  readonly table: Remote<Pick<TableWorkerApi, 'open' | 'keep' | 'buildScript'>>;
  /** Ends the worker, whatever it does, and starts another one, which has no table open. */
  restartTable(): void;
}

/** Which files, read how, make a table. */
function keyOf({ source, added }: TableEntry): string {
  return JSON.stringify([source, added]);
}

/** Opens the tables of the project in the worker, each once, and keeps what was found. */
export class TableReader {
  private cancelReading: ((reason: Error) => void) | null = null;
  private readonly opened = new Map<string, { readonly key: string; readonly summary: TableSummary }>();
  /** Tables that are to be of the project, and are not yet. */
  private readonly arriving = new Set<string>();

  constructor(private readonly worker: ReadingWorker) {}

  /** Does what makes a table part of the project; until that is done the worker does not let go of it, whatever else is opened. */
  async whileArriving<T>(tableId: string, work: () => Promise<T>): Promise<T> {
    this.arriving.add(tableId);
    try {
      return await work();
    } finally {
      this.arriving.delete(tableId);
    }
  }

  /** Is the table open as the document has it? */
  isOpen(entry: TableEntry): boolean {
    return this.opened.get(entry.id)?.key === keyOf(entry);
  }

  /**
   * Opens a table, unless it is open already, and lets go of those that are not of the project.
   *
   * @throws ImportRefused where it cannot be read; ReadingCancelled.
   */
  async open(entry: TableEntry, tables: readonly TableEntry[]): Promise<TableSummary> {
    const known = this.opened.get(entry.id);
    if (known?.key === keyOf(entry)) return known.summary;
    const summary = await this.readEntry(entry);
    const ids = [...tables.map(({ id }) => id), ...this.arriving];
    for (const id of this.opened.keys()) if (!ids.includes(id)) this.opened.delete(id);
    await this.worker.table.keep(ids);
    return summary;
  }

  /** Reads all files of a table from the shelf, in place of what it held. */
  async readEntry(entry: TableEntry): Promise<TableSummary> {
    const wanted = [{ source: entry.source, keys: [] as readonly string[], measure: '' }, ...entry.added];
    const sources: SourceBytes[] = [];
    for (const { source, keys, measure } of wanted) {
      const bytes = await loadAsset(source.assetId);
      if (!bytes) throw new ImportRefused(source.fileName, [lostData(source.fileName)]);
      sources.push({ source, keys, measure, bytes });
    }
    const summary = await this.readSources(entry.id, entry.source.fileName, sources);
    this.opened.set(entry.id, { key: keyOf(entry), summary });
    return summary;
  }

  /** Takes note that a table is open as it was just read. */
  note(entry: TableEntry, summary: TableSummary): void {
    this.opened.set(entry.id, { key: keyOf(entry), summary });
  }

  /** Reads files as a table. */
  async readSources(tableId: string, fileName: string, sources: readonly SourceBytes[]): Promise<TableSummary> {
    const startedMs = Date.now();
    const progress = (share: number) => {
      if (sessionStore.getState().reading) setSession({ reading: { fileName, share, startedMs } });
    };
    const outcome = await this.cancellable(this.worker.table.open(tableId, sources, progress));
    if (!outcome.ok) throw new ImportRefused(fileName, outcome.issues);
    return outcome.value;
  }

  /** Makes a project of a film script; see `TableWorkerApi`. @throws ReadingCancelled. */
  async buildScript(...given: Parameters<TableWorkerApi['buildScript']>) {
    return this.cancellable(this.worker.table.buildScript(...given));
  }

  /** Work of the worker that the person can put an end to. @throws ReadingCancelled. */
  private async cancellable<T>(work: Promise<T>): Promise<T> {
    const cancelled = new Promise<never>((_, reject) => {
      this.cancelReading = (reason) => {
        this.worker.restartTable();
        this.opened.clear();
        reject(reason);
      };
    });
    try {
      return await Promise.race([work, cancelled]);
    } finally {
      this.cancelReading = null;
    }
  }

  /** Ends the reading under way. */
  cancel(): void {
    this.cancelReading?.(new ReadingCancelled());
  }
}
