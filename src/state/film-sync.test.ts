import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { overviewOf } from '@/core/film/overview';
import { type Cubes, prepareFilm } from '@/core/film/prepare-film';
import type { Chart } from '@/core/project/chart';
import type { FilmPiece } from '@/core/project/film';
import type { Project } from '@/core/project/project';
import type { TableEntry } from '@/core/project/table-entry';
import { fieldsOf } from '@/core/shaping/fields';
import { measureBySize } from '@/core/testing/films';
import { raceProject, testTable } from '@/core/testing/projects';
import { TableDesk } from '@/workers/table-desk';
import { currentChart, editTable } from './current';
import { documentStore, edit, undo } from './document';
import { playheadStore, setReadout } from './playhead';
import { sessionStore, setSession } from './session';
import { Studio } from './studio';

const disk = vi.hoisted(() => new Map<string, ArrayBuffer>());
vi.mock('./keep/assets', () => ({
  loadAsset: async (id: string) => disk.get(id)?.slice(0) ?? null,
  keepAsset: async (id: string, bytes: ArrayBuffer) => {
    disk.set(id, bytes.slice(0));
  },
}));

const bytes = (text: string) => new TextEncoder().encode(text).buffer as ArrayBuffer;
const boats = 'Year,Name,Value,Coast\n2001,A,1,North\n2001,B,2,South\n2002,A,3,North\n2002,B,4,South\n';
const fish = 'Year,Name,Value\n1999,Cod,7\n1999,Hake,8\n2000,Cod,9\n2000,Hake,1\n';

/** A film of two charts of two tables. */
function two(): Project {
  const base = raceProject();
  const [chart] = base.charts as [Chart];
  const [piece] = base.film.pieces as [FilmPiece];
  const second: TableEntry = { ...testTable, id: 't2', source: { ...testTable.source, assetId: 'a2' } };
  return {
    ...base,
    tables: [testTable, second],
    charts: [chart, { ...chart, id: 'c2', tableId: 't2' }],
    film: { ...base.film, pieces: [piece, { ...piece, id: 'p2', content: { kind: 'chart', chartId: 'c2' } }] },
  };
}

/** Workers without threads, and what the stage was given. */
function makeStudio() {
  let desk = new TableDesk();
  const asked: string[] = [];
  const given: { project: Project; fresh: string[]; pieceId: string | null }[] = [];
  const held = new Map<string, unknown>();
  const table = new Proxy({} as TableDesk, {
    get:
      (_, name: keyof TableDesk) =>
      (...args: unknown[]) => {
        asked.push(String(name));
        return (desk[name] as (...all: unknown[]) => unknown)(...args);
      },
  });
  const stage = {
    async setFilm(project: Project, cubes: Cubes, _: number, pieceId: string | null) {
      for (const [id, cube] of cubes) held.set(id, cube);
      given.push({ project, fresh: [...cubes.keys()], pieceId });
      const film = prepareFilm(project, held as unknown as Cubes, { measure: measureBySize });
      return { ok: true as const, overview: overviewOf(film, pieceId) };
    },
    clear: async () => held.clear(),
    seek: async () => undefined,
  };
  const studio = new Studio({
    table: table as never,
    restartTable: () => {
      desk = new TableDesk();
    },
    stage: stage as never,
    supplyFonts: async () => undefined,
    supplyImages: () => supply(),
  });
  return { studio, given, asked };
}

/** Something to wait for until it is said. */
function signal() {
  let resolve: () => void = () => undefined;
  const promise = new Promise<void>((done) => {
    resolve = done;
  });
  return { promise, resolve };
}

let stop: () => void = () => undefined;
/** Has the pictures of a film come to the stage. */
let supply: () => Promise<void> = async () => undefined;

async function open(project: Project) {
  documentStore.setState({ project, past: [], future: [], gesture: null });
  const made = makeStudio();
  stop = made.studio.start();
  made.studio.film.stageIsReady();
  await made.studio.film.idle();
  return made;
}

beforeEach(() => {
  disk.clear();
  disk.set('a1', bytes(boats));
  disk.set('a2', bytes(fish));
  setSession({ pieceId: null, table: null, cube: null, prepared: null, status: 'starting', failure: [] });
  setReadout(null);
  supply = async () => undefined;
});
afterEach(() => {
  stop();
  vi.restoreAllMocks();
});

describe('a film of two charts', () => {
  it('gets the values of both, each of its own table', async () => {
    const { studio, given } = await open(two());
    expect(sessionStore.getState()).toMatchObject({ status: 'ready', failure: [] });
    expect(given.flatMap(({ fresh }) => fresh)).toEqual(['c1', 'c2']);
    expect(studio.film.cubes().get('c2')?.categories).toEqual(['Cod', 'Hake']);
    expect(sessionStore.getState().cube?.categories).toEqual(['A', 'B']);
  });

  it('shapes only what an edit changes, and sends only what is new', async () => {
    const { studio, given, asked } = await open(two());
    asked.length = 0;
    edit((draft) => {
      draft.name = 'Another name';
    });
    await studio.film.idle();
    expect(asked.filter((name) => name !== 'keep')).toEqual([]);
    expect(given.flatMap(({ fresh }) => fresh)).toEqual(['c1', 'c2']);
    given.length = 0;
    editTable((table) => {
      table.steps = [{ id: 's', name: '', on: true, kind: 'filter-rows', column: 'Name', test: 'is', values: ['B'] }];
    });
    await studio.film.idle();
    expect(asked.filter((name) => name === 'prepare')).toHaveLength(1);
    expect(given.flatMap(({ fresh }) => fresh)).toEqual(['c1']);
    expect(sessionStore.getState().cube?.categories).toEqual(['B']);
  });

  it('shows the table and the values of the piece that is edited', async () => {
    const { studio, given, asked } = await open(two());
    asked.length = 0;
    setSession({ pieceId: 'p2' });
    await studio.film.idle();
    expect(sessionStore.getState().cube?.categories).toEqual(['Cod', 'Hake']);
    expect(given.at(-1)?.pieceId).toBe('p2');
    expect(asked).not.toContain('prepare');
    editTable((table) => {
      table.name = 'Fish';
    });
    expect(documentStore.getState().project?.tables.map(({ name }) => name)).toEqual(['x', 'Fish']);
  });

  it('keeps the other table when one is replaced by the same columns; other columns are work of their own', async () => {
    const { studio } = await open(two());
    const opened = documentStore.getState().project?.id;
    await studio.importFile(bytes('Year,Name,Value\n2001,A,5\n2002,A,6\n'), { fileName: 'new.csv' });
    await studio.film.idle();
    expect(documentStore.getState().project?.tables.map(({ id }) => id === 't2')).toEqual([true, false]);
    expect(sessionStore.getState().cube?.categories).toEqual(['A']);
    undo();
    await studio.film.idle();
    expect(sessionStore.getState().cube?.categories).toEqual(['A', 'B']);
    await studio.importFile(bytes('Month,Kind,Tons\n2001-01,X,5\n2001-02,X,6\n'), { fileName: 'other.csv' });
    await studio.film.idle();
    const { project } = documentStore.getState();
    expect(project?.id).not.toBe(opened);
    expect(project?.tables.map(({ source }) => source.fileName)).toEqual(['other.csv']);
    expect(project?.film.pieces.map(({ id }) => id)).toEqual(['piece-1']);
    expect(sessionStore.getState().cube?.categories).toEqual(['X']);
  });

  it('stands on stage once its pictures are there', async () => {
    const { studio } = await open(raceProject());
    expect(sessionStore.getState().staged).toBe(documentStore.getState().project);
    const pictures = signal();
    supply = () => pictures.promise;
    edit((draft) => {
      draft.name = 'Another';
    });
    await studio.film.idle();
    expect(sessionStore.getState().staged?.name).not.toBe('Another');
    pictures.resolve();
    await vi.waitFor(() => expect(sessionStore.getState().staged).toBe(documentStore.getState().project));
  });

  it('says whose data is lost, and comes back when it is there again', async () => {
    disk.delete('a2');
    const { studio, given } = await open(two());
    // The film goes on without the piece, and says so.
    expect(sessionStore.getState()).toMatchObject({ status: 'ready', failure: [] });
    expect([...sessionStore.getState().broken]).toEqual([['p2', expect.stringContaining('x.csv')]]);
    expect(given.at(-1)?.project.film.pieces.map(({ on }) => on)).toEqual([true, false]);
    expect(documentStore.getState().project?.film.pieces.map(({ on }) => on)).toEqual([true, true]);
    // Who goes to the piece is told why it cannot be shown.
    setSession({ pieceId: 'p2' });
    await studio.film.idle();
    expect(sessionStore.getState()).toMatchObject({ status: 'failed', failure: [{ code: 'lost-data' }] });
    expect(playheadStore.getState().readout).toBeNull();
    disk.set('a2', bytes(fish));
    await studio.film.idle();
    expect(sessionStore.getState()).toMatchObject({ status: 'ready', broken: new Map() });
    expect(given.at(-1)?.project.film.pieces.map(({ on }) => on)).toEqual([true, true]);
  });

  it('fails where no other piece is left to be shown', async () => {
    disk.clear();
    await open(two());
    expect(sessionStore.getState()).toMatchObject({ status: 'failed', failure: [{ code: 'lost-data' }] });
    expect([...sessionStore.getState().broken.keys()]).toEqual(['piece-1', 'p2']);
  });
});

describe('what follows from an edit', () => {
  it('is part of it: the first group is taken, and one undo takes both back', async () => {
    const { studio } = await open(raceProject());
    edit((draft) => {
      for (const chart of draft.charts) chart.fields.group = 'Coast';
    });
    await studio.film.idle();
    const chart = () => currentChart(documentStore.getState().project as Project);
    expect(chart().group).toBe('North');
    expect(sessionStore.getState().cube?.categories).toEqual(['A']);
    undo();
    await studio.film.idle();
    expect(chart()).toMatchObject({ group: '', fields: { group: '' } });
  });

  it('is a guess where no column was chosen', async () => {
    const { studio } = await open(raceProject({ fields: fieldsOf({ shape: 'long' }) }));
    await studio.film.idle();
    expect(currentChart(documentStore.getState().project as Project).fields).toMatchObject({ period: 'Year' });
    expect(sessionStore.getState().status).toBe('ready');
  });

  it('is a failure with words where the columns make no values, and the way back', async () => {
    const { studio } = await open(raceProject());
    edit((draft) => {
      for (const chart of draft.charts) chart.fields.value = 'Gone';
    });
    await studio.film.idle();
    expect(sessionStore.getState().status).toBe('failed');
    expect(sessionStore.getState().failure[0]?.message).toContain('Gone');
    undo();
    await studio.film.idle();
    expect(sessionStore.getState().status).toBe('ready');
  });
});

describe('a table on its way in', () => {
  it('is refused with its reason, and what was there stays', async () => {
    const { studio } = await open(raceProject());
    await expect(studio.importFile(bytes(''), { fileName: 'empty.csv' })).rejects.toThrow();
    const { status, reading, failure } = sessionStore.getState();
    expect([status, reading, failure.length]).toEqual(['ready', null, 1]);
    expect(documentStore.getState().past).toEqual([]);
  });

  it('is taken though the work that was opened just before has its own table read meanwhile', async () => {
    const { studio } = await open(raceProject());
    const { open: read, keep, prepare } = TableDesk.prototype;
    const [isRead, areKept] = [signal(), signal()];
    const own = ['t1', 't2'];
    // It is read before the others are let go of, and becomes a chart after that.
    vi.spyOn(TableDesk.prototype, 'open').mockImplementation(async function (this: TableDesk, ...given) {
      const outcome = await read.apply(this, given);
      if (!own.includes(given[0])) isRead.resolve();
      return outcome;
    });
    vi.spyOn(TableDesk.prototype, 'keep').mockImplementation(async function (this: TableDesk, ids) {
      await isRead.promise;
      await keep.call(this, ids);
      areKept.resolve();
    });
    vi.spyOn(TableDesk.prototype, 'prepare').mockImplementation(async function (this: TableDesk, ...given) {
      if (!own.includes(given[0].tableId)) await areKept.promise;
      return prepare.apply(this, given);
    });
    documentStore.setState({ project: { ...two(), id: 'other work' } });
    await studio.importFile(bytes('Month,Kind,Tons\n2001-01,X,5\n2001-02,X,6\n'), { fileName: 'late.csv' });
    await studio.film.idle();
    expect(sessionStore.getState().cube?.categories).toEqual(['X']);
    expect(documentStore.getState().project?.name).toBe('Late');
  });

  it('adds to the table, and says on a refresh what changed', async () => {
    const { studio } = await open(raceProject());
    await studio.addFile(bytes('Year,Name,Value,Coast\n2003,A,9,North\n'), { fileName: 'more.csv' });
    expect(sessionStore.getState().cube?.periods).toHaveLength(3);
    await studio.refresh(bytes(boats.replace('2002,B,4', '2002,B,40')), 'boats.csv');
    expect(sessionStore.getState().refreshed?.fileName).toBe('boats.csv');
    await studio.readAs({ delimiter: ';' });
    expect(sessionStore.getState().refreshed).toBeNull();
  });

  it('becomes a fresh project, suited to its values, when there is none', async () => {
    documentStore.setState({ project: null, past: [], future: [], gesture: null });
    const { studio } = makeStudio();
    stop = studio.start();
    studio.film.stageIsReady();
    await studio.importFile(bytes(fish), { fileName: 'fish_of_old.csv' });
    await studio.film.idle();
    const { project } = documentStore.getState();
    expect(project).toMatchObject({
      name: 'Fish of old',
      charts: [{ own: { places: 2 }, text: { title: 'Fish of old' } }],
    });
    expect(sessionStore.getState().status).toBe('ready');
  });
});
