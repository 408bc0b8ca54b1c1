import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Project } from '@/core/project/project';
import { raceProject } from '@/core/testing/projects';
import { Autosave } from './autosave';
import { documentStore, edit } from './document';
import { playheadStore, setReadout } from './playhead';
import { sessionStore, setSession } from './session';
import type { KeptSession } from './shelf';
import { FakeLocks } from './testing/fake-locks';
import { WriteTurn } from './write-turn';

/** What the browser keeps, without a browser. */
const disk = vi.hoisted(() => ({
  current: null as unknown,
  aside: [] as unknown[],
  dropped: [] as string[],
  writes: 0,
  shelved: [] as string[],
  fails: '' as '' | 'read' | 'write' | 'aside' | 'shelf',
  hold: null as Promise<void> | null,
  noted: '',
}));

/** The page's own way of going. */
const page: { leave: () => void } = { leave: () => undefined };

vi.mock('./work-shelf', () => ({
  assetsOnShelf: () =>
    disk.fails === 'shelf' ? Promise.reject(new Error('it is locked')) : Promise.resolve(new Set(disk.shelved)),
}));

vi.mock('./shelf', () => ({
  keepSession: (kept: unknown) => {
    if (disk.fails === 'write') return Promise.reject(new Error('the disk is full'));
    disk.current = structuredClone(kept);
    disk.writes++;
    return disk.hold ?? Promise.resolve();
  },
  loadSession: () =>
    disk.fails === 'read' ? Promise.reject(new Error('it is locked')) : Promise.resolve(structuredClone(disk.current)),
  setSessionAside: (kept: unknown) => {
    if (disk.fails === 'aside') return Promise.reject(new Error('the disk is full'));
    disk.aside.push(kept);
    return Promise.resolve();
  },
  noteUnwritten: (session: unknown) => {
    disk.noted = JSON.stringify(session);
  },
  takeUnwritten: () => {
    const { noted } = disk;
    disk.noted = '';
    return noted === '' ? null : JSON.parse(noted);
  },
  dropAssets: (ids: Iterable<string>) => {
    disk.dropped.push(...ids);
    return Promise.resolve();
  },
}));

const kept = () => disk.current as KeptSession & { project: Project };
const settled = async () => {
  for (let i = 0; i < 20; i++) await Promise.resolve();
};

function project(name: string, assetId = 'a1'): Project {
  const made = raceProject({}, { name });
  return { ...made, tables: made.tables.map((table) => ({ ...table, source: { ...table.source, assetId } })) };
}

const rename = (name: string) =>
  edit((draft) => {
    draft.name = name;
  });

let stops: (() => void)[] = [];

/** A tab that has started on what is kept. */
async function tab(locks = new FakeLocks()) {
  const turn = new WriteTurn(locks, (ours) => void autosave.turned(ours));
  const autosave: Autosave = new Autosave(turn);
  const restored = await autosave.restore();
  stops.push(autosave.start());
  return { autosave, turn, restored, locks };
}

beforeEach(() => {
  Object.assign(disk, {
    current: null,
    aside: [],
    dropped: [],
    shelved: [],
    writes: 0,
    fails: '',
    hold: null,
    noted: '',
  });
  vi.stubGlobal('addEventListener', (type: string, listener: () => void) => {
    if (type === 'pagehide') page.leave = listener;
  });
  vi.stubGlobal('removeEventListener', () => undefined);
  documentStore.setState({ project: null, past: [], future: [], gesture: null });
  setSession({ saving: 'saved', unkept: false, step: 'dress', playing: false });
  setReadout(null);
});
afterEach(() => {
  for (const stop of stops) stop();
  stops = [];
  vi.unstubAllGlobals();
});

describe('keeping the work', () => {
  it('writes an edit in the very task that makes it', async () => {
    await tab();
    documentStore.setState({ project: project('First') });
    rename('Second');
    expect(kept().project.name).toBe('Second');
    await settled();
    expect(sessionStore.getState().saving).toBe('saved');
  });

  it('writes the last of many edits, however slow the disk is', async () => {
    await tab();
    let go: () => void = () => undefined;
    disk.hold = new Promise((resolve) => {
      go = resolve;
    });
    documentStore.setState({ project: project('0') });
    for (let i = 1; i <= 50; i++) rename(String(i));
    expect(disk.writes).toBeLessThan(10);
    expect(sessionStore.getState().saving).toBe('saving');
    go();
    await settled();
    expect(kept().project.name).toBe('50');
    expect(sessionStore.getState().saving).toBe('saved');
  });

  it('says when the browser could not keep it', async () => {
    await tab();
    disk.fails = 'write';
    documentStore.setState({ project: project('Lost') });
    await settled();
    expect(sessionStore.getState().saving).toEqual({ failed: expect.stringContaining('the disk is full') });
  });
});

describe('bringing the work back', () => {
  it('opens what was kept, with step and playhead', async () => {
    disk.current = { project: project('Kept'), step: 'pace', timeSec: 3 };
    expect((await tab()).restored.kind).toBe('restored');
    expect(documentStore.getState().project?.name).toBe('Kept');
    expect(sessionStore.getState().step).toBe('pace');
    expect(playheadStore.getState().readout?.timeSec).toBe(3);
  });

  it('drops nothing that it does not know', async () => {
    disk.current = { project: project('Kept'), step: 'dress', timeSec: 0 };
    await tab();
    await settled();
    expect(disk.dropped).toEqual([]);
  });

  it('drops what this very work held before and no longer needs', async () => {
    disk.current = { project: project('Kept', 'a2'), step: 'dress', timeSec: 0, assets: ['a1', 'a2'] };
    await tab();
    await settled();
    expect(disk.dropped).toEqual(['a1']);
  });

  it('drops nothing that work on the shelf has ever held, nor anything while the shelf cannot be read', async () => {
    disk.current = { project: project('Kept', 'a2'), step: 'dress', timeSec: 0, assets: ['a1', 'a2', 'a3'] };
    disk.shelved = ['a1'];
    await tab();
    await settled();
    expect(disk.dropped).toEqual(['a3']);
    Object.assign(disk, { dropped: [], fails: 'shelf' });
    await tab();
    await settled();
    expect(disk.dropped).toEqual([]);
  });

  it('drops nothing while another tab is open', async () => {
    disk.current = { project: project('Kept', 'a2'), step: 'dress', timeSec: 0, assets: ['a1', 'a2'] };
    const locks = new FakeLocks();
    await new WriteTurn(locks, () => undefined).ask();
    await tab(locks);
    await settled();
    expect(disk.dropped).toEqual([]);
  });

  it.each([
    ['damaged', { format: 'plucky-tempo-project', version: 3, name: 'Broken' }],
    ['from a newer version', { ...project('Newer'), version: 999 }],
    ['no project at all', 'nonsense'],
  ])('puts work aside that is %s, and never writes over it', async (_, data) => {
    disk.current = { project: data, step: 'dress', timeSec: 0, assets: ['a9'] };
    const { restored } = await tab();
    expect(restored.kind).toBe('unreadable');
    documentStore.setState({ project: project('New work') });
    await settled();
    expect(disk.aside).toEqual([expect.objectContaining({ project: data })]);
    expect(kept().project.name).toBe('New work');
    expect(disk.dropped).toEqual([]);
  });

  it.each(['read', 'aside'] as const)('writes nothing at all when the browser fails to %s', async (fails) => {
    disk.current = { project: 'nonsense', step: 'dress', timeSec: 0 };
    disk.fails = fails;
    const { restored } = await tab();
    expect(restored.kind).toBe('locked');
    documentStore.setState({ project: project('New work') });
    await settled();
    expect(kept().project).toBe('nonsense');
    expect(sessionStore.getState().saving).toEqual({ failed: expect.any(String) });
  });
});

describe('two tabs', () => {
  /** Another tab, which has the turn and has kept some work. */
  async function withOther() {
    disk.current = { project: project('Other'), step: 'dress', timeSec: 0, stamp: 's1' };
    const locks = new FakeLocks();
    const other = new WriteTurn(locks, () => undefined);
    await other.ask();
    return { other, ...(await tab(locks)) };
  }

  it('the second says so, and writes nothing until it is asked', async () => {
    await withOther();
    expect(sessionStore.getState().saving).toBe('elsewhere');
    rename('Mine');
    await settled();
    expect(kept().project.name).toBe('Other');
    expect(sessionStore.getState().unkept).toBe(true);
  });

  it('keeps what is here when the person says so, and the other tab stops writing', async () => {
    const { autosave, other } = await withOther();
    rename('Mine');
    await autosave.workHere('mine');
    await settled();
    expect(kept().project.name).toBe('Mine');
    expect(other.ours).toBe(false);
    expect(sessionStore.getState()).toMatchObject({ saving: 'saved', unkept: false });
  });

  it('takes what the other tab has kept when the person says so', async () => {
    const { autosave } = await withOther();
    rename('Mine');
    disk.current = { ...kept(), project: project('Other, later'), stamp: 's2' };
    await autosave.workHere('kept');
    expect(documentStore.getState().project?.name).toBe('Other, later');
  });

  it('takes over what the closed tab has kept where nothing was changed here', async () => {
    const { other } = await withOther();
    disk.current = { ...kept(), project: project('Other, later'), stamp: 's2' };
    other.end();
    await settled();
    expect(documentStore.getState().project?.name).toBe('Other, later');
    expect(sessionStore.getState().saving).toBe('saved');
  });

  it('asks what stays where something was changed here, even when the other tab is closed', async () => {
    const { autosave, turn, other } = await withOther();
    rename('Mine');
    other.end();
    await settled();
    rename('Mine, later');
    await settled();
    expect(kept().project.name).toBe('Other');
    expect(turn.ours).toBe(false);
    expect(sessionStore.getState()).toMatchObject({ saving: 'elsewhere', unkept: true });
    await autosave.workHere('mine');
    await settled();
    expect(kept().project.name).toBe('Mine, later');
  });
});

describe('a page that goes before a write has ended', () => {
  /** Edits while the disk hangs, and goes. */
  async function leaveDuring(edits: readonly string[]) {
    const { turn } = await tab();
    documentStore.setState({ project: project('Kept') });
    await settled();
    const before = structuredClone(disk.current);
    disk.hold = new Promise(() => undefined);
    for (const name of edits) rename(name);
    page.leave();
    turn.end();
    // The browser takes the writes back that had not ended.
    disk.current = before;
    disk.hold = null;
    for (const stop of stops) stop();
    stops = [];
    documentStore.setState({ project: null, past: [], future: [], gesture: null });
  }

  it('loses nothing: the next visit has the last edit', async () => {
    await leaveDuring(['One', 'Two', 'Three', 'Four', 'Five', 'Six']);
    await tab();
    expect(documentStore.getState().project?.name).toBe('Six');
    expect(kept().project.name).toBe('Six');
  });

  it('gives way to what another tab has kept since, and is put aside', async () => {
    await leaveDuring(['Mine']);
    disk.current = { ...kept(), project: project('Other'), stamp: 'other' };
    await tab();
    expect(documentStore.getState().project?.name).toBe('Other');
    expect(disk.aside).toEqual([expect.objectContaining({ project: expect.objectContaining({ name: 'Mine' }) })]);
  });

  it('notes nothing when all is written', async () => {
    await leaveDuring([]);
    expect(disk.noted).toBe('');
  });
});
