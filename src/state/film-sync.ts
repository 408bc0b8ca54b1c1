import type { Chart } from '@/core/project/chart';
import type { FilmPiece } from '@/core/project/film';
import { chartOf, playedCharts, showsChart, tableOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import type { TableEntry } from '@/core/project/table-entry';
import type { Cube } from '@/core/shaping/cube';
import { fieldsOfShape } from '@/core/shaping/fields';
import type { Issue } from '@/core/table/issue';
import type { PreparedReport, StageWorkerApi, TableSummary, TableWorkerApi } from '@/workers/protocol';
import { amend, documentStore } from './document';
import { cancelledReading, ImportRefused, ReadingCancelled } from './incoming';
import { playheadStore, setReadout } from './playhead';
import { groupOf, issuesOf } from './project-tables';
import type { Remote } from './remote';
import { sessionStore, setSession } from './session';
import type { TableReader } from './table-reader';

/** What the film is kept in step with. */
export interface FilmWorkers {
  readonly table: Remote<Pick<TableWorkerApi, 'prepare'>>;
  readonly stage: Remote<Pick<StageWorkerApi, 'setFilm' | 'lookAt' | 'clear'>>;
  /** Brings the person's own fonts to the stage, before a film is set in them. */
  readonly supplyFonts: (project: Project) => Promise<void>;
  /** Brings pictures to the stage, after it has said which it needs. */
  readonly supplyImages: (project: Project, ids: readonly string[]) => Promise<void>;
}

/** What came of one chart's table, steps and fields. */
interface ChartResult {
  readonly key: string;
  readonly table: TableSummary;
  readonly prepared: Omit<PreparedReport, 'outcome'>;
  /** null where the fields make no values of the table. */
  readonly cube: Cube | null;
  readonly issues: readonly Issue[];
  readonly failure: readonly Issue[];
}

/**
 * Keeps the workers in step with the document, one pipeline a chart: opens its table when it is another one, shapes it when
 * steps or fields change, and hands the film to the stage. Edits that come meanwhile are taken together.
 */
export class FilmSync {
  private busy = false;
  /** The document of the film on stage, and the piece that the playhead led to last. */
  private shown: Project | null = null;
  private followed: string | null = null;
  private again = false;
  private stageReady = false;
  private readonly results = new Map<string, ChartResult>();
  /** By chart: the values that the stage has. */
  private readonly sent = new Map<string, Cube>();

  constructor(
    private readonly workers: FilmWorkers,
    private readonly reader: TableReader,
  ) {}

  /** Follows the document, and which piece is edited, from now on. */
  start(): () => void {
    void this.sync();
    const stopDocument = documentStore.subscribe((state, before) => {
      if (state.project !== before.project) void this.sync();
    });
    const stopSession = sessionStore.subscribe((state, before) => {
      if (state.pieceId !== before.pieceId) void this.sync();
    });
    return () => {
      stopDocument();
      stopSession();
    };
  }

  /** The stage has a canvas and fonts now. */
  stageIsReady(): void {
    this.stageReady = true;
    this.sent.clear();
    void this.sync();
  }

  /** The values of each chart, as far as they are known. */
  cubes(): ReadonlyMap<string, Cube> {
    return new Map([...this.results].flatMap(([id, { cube }]) => (cube ? [[id, cube] as const] : [])));
  }

  async sync(): Promise<void> {
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
    this.followPlayhead();
  }

  /** Resolves when the workers have caught up with the document. */
  async idle(): Promise<void> {
    await this.sync();
    while (this.busy) await new Promise((resolve) => setTimeout(resolve, 5));
  }

  private async syncOnce(): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    // Beside a card the first chart's table stays at hand.
    const edited = chartOf(project, sessionStore.getState().pieceId) ?? chartOf(project, null);
    const played = playedCharts(project).map(({ chart }) => chart);
    // The chart that is looked at comes first, so that its table is there as soon as can be.
    const broken = new Map<string, readonly Issue[]>();
    for (const chart of new Set(edited ? [edited, ...played] : played)) {
      const failure = await this.chart(project, chart, chart === edited);
      if (failure === 'again') return;
      if (failure) broken.set(chart.id, failure);
    }
    for (const id of this.results.keys()) if (!project.charts.some((chart) => chart.id === id)) this.results.delete(id);
    const rest = withoutCharts(project, broken);
    const { pieceId } = sessionStore.getState();
    const looked = pieceId === null ? undefined : broken.get(chartOf(project, pieceId)?.id ?? '');
    const failure = looked ?? (rest ? null : [...broken.values()][0]);
    setSession({ broken: brokenPieces(project, broken) });
    if (failure || !rest) this.fail(failure ?? []);
    else await this.prepare(rest, project);
  }

  /** Brings one chart's values up to date. Why it has none, or that the document has changed meanwhile; null where all is well. */
  private async chart(project: Project, chart: Chart, edited: boolean): Promise<readonly Issue[] | 'again' | null> {
    const entry = tableOf(project, chart);
    const table = await this.open(project, entry, edited);
    if (!('columns' in table)) return table;
    const result = await this.shape(entry, chart, table);
    if (!result) return 'again';
    if (edited) this.show(result);
    return result.cube === null ? result.failure : null;
  }

  /** Tells the interface what came of the chart that is edited. */
  private show({ table, cube, prepared, issues }: ChartResult): void {
    const now = sessionStore.getState();
    if (now.table !== table) setSession({ table });
    if (now.cube !== cube || now.prepared !== prepared)
      setSession({ cube, prepared, shapeIssues: issues, hovered: null });
  }

  private async open(project: Project, entry: TableEntry, edited: boolean): Promise<TableSummary | readonly Issue[]> {
    if (this.reader.isOpen(entry)) return this.reader.open(entry, project.tables);
    const { fileName } = entry.source;
    setSession({ status: 'reading', failure: [], reading: { fileName, share: 0, startedMs: Date.now() } });
    try {
      const table = await this.reader.open(entry, project.tables);
      if (edited) setSession({ table });
      return table;
    } catch (error) {
      if (error instanceof ImportRefused) return error.issues;
      if (error instanceof ReadingCancelled) return [cancelledReading(fileName)];
      throw error;
    } finally {
      setSession({ reading: null });
    }
  }

  /** null where the document had to be changed, and the pipeline begins anew. */
  private async shape(entry: TableEntry, chart: Chart, table: TableSummary): Promise<ChartResult | null> {
    const key = JSON.stringify([entry.source, entry.added, entry.steps, chart.fields, chart.group]);
    const known = this.results.get(chart.id);
    if (known?.key === key && known.table === table) return known;
    const place = { tableId: entry.id, chartId: chart.id };
    const { outcome, ...prepared } = await this.workers.table.prepare(place, entry.steps, chart.fields, groupOf(chart));
    const [guess] = prepared.guesses;
    if (guess && fieldsOfShape[chart.fields.shape].every((role) => chart.fields[role] === '')) {
      // Nothing was recognised before: values typed into an empty grid become a chart as soon as they can.
      this.change(chart, { fields: guess.fields });
      return null;
    }
    const gone = chart.fields.group !== '' && !prepared.groups.some(({ name }) => name === chart.group);
    const first = prepared.groups[0]?.name;
    if (gone && first !== undefined) {
      // The group on stage is not among those of the column (any more): the first one is taken.
      this.change(chart, { group: first });
      return null;
    }
    const result: ChartResult = {
      key,
      table,
      prepared,
      cube: outcome.ok ? outcome.value : null,
      issues: issuesOf(outcome.issues, prepared),
      failure: outcome.ok ? [] : outcome.issues,
    };
    this.results.set(chart.id, result);
    return result;
  }

  /** Changes a chart as part of the edit that led here; the pipeline begins anew. */
  private change({ id }: Chart, part: Partial<Pick<Chart, 'fields' | 'group'>>): void {
    this.again = true;
    amend((draft) => {
      for (const chart of draft.charts) if (chart.id === id) Object.assign(chart, part);
    });
  }

  /** @param whole The document's project; that of the film is without what cannot be shown. */
  private async prepare(project: Project, whole: Project): Promise<void> {
    if (!this.stageReady) return;
    const cubes = this.cubes();
    const fresh = new Map([...cubes].filter(([id, cube]) => this.sent.get(id) !== cube));
    const { pieceId } = sessionStore.getState();
    if (this.shown === project && fresh.size === 0 && this.followed === pieceId && pieceId !== null) {
      // Only the playhead has moved on into another piece: the film is the same.
      const overview = await this.workers.stage.lookAt(pieceId);
      if (overview) setSession({ overview });
      return;
    }
    await this.workers.supplyFonts(project);
    const timeSec = playheadStore.getState().readout?.timeSec ?? 0;
    const report = await this.workers.stage.setFilm(project, fresh, timeSec, pieceId);
    if (!report.ok) {
      this.fail([{ code: 'cannot-prepare', severity: 'error', message: report.message }]);
      return;
    }
    this.shown = project;
    for (const [id, cube] of fresh) this.sent.set(id, cube);
    for (const id of this.sent.keys()) if (!cubes.has(id)) this.sent.delete(id);
    const arrived = this.workers.supplyImages(project, report.overview.imageIds);
    const { span } = sessionStore.getState();
    const fits = span && span[1] <= report.overview.filmSec + 1e-9;
    setSession({
      status: 'ready',
      failure: [],
      overview: report.overview,
      filmRevision: sessionStore.getState().filmRevision + 1,
      span: fits ? span : null,
    });
    // A picture that cannot be had is missing in the film, too.
    void arrived.finally(() => {
      if (this.shown === project) setSession({ staged: whole });
    });
  }

  /** Where the playhead is, there the film is edited; but a piece that was just chosen may still have to come on stage. */
  followPlayhead(): void {
    const { overview, status } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (this.busy || !overview || !readout || status !== 'ready' || readout.pieceId === overview.pieceId) return;
    if (!overview.blocks.some(({ id }) => id === readout.pieceId)) return;
    this.followed = readout.pieceId;
    setSession({ pieceId: readout.pieceId });
  }

  private fail(issues: readonly Issue[]): void {
    this.sent.clear();
    this.shown = null;
    void this.workers.stage.clear();
    setReadout(null);
    setSession({ status: 'failed', failure: issues, overview: null, playing: false });
  }
}

/** The project without the pieces whose charts have no values; null where no other one plays. */
function withoutCharts(project: Project, broken: ReadonlyMap<string, unknown>): Project | null {
  if (broken.size === 0) return project;
  const gone = (piece: FilmPiece) => showsChart(piece) && broken.has(piece.content.chartId);
  const pieces = project.film.pieces.map((piece) => (gone(piece) ? { ...piece, on: false } : piece));
  return pieces.some(({ on }) => on) ? { ...project, film: { ...project.film, pieces } } : null;
}

/** Why pieces that play cannot be shown, by their ids. */
function brokenPieces(project: Project, broken: ReadonlyMap<string, readonly Issue[]>): ReadonlyMap<string, string> {
  return new Map(
    playedCharts(project).flatMap(({ piece, chart }) => {
      const issues = broken.get(chart.id);
      return issues ? [[piece.id, issues[0]?.message ?? 'It has no values.'] as const] : [];
    }),
  );
}
