import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Project } from '@/core/project/project';
import { raceProject } from '@/core/testing/projects';
import { documentStore, edit, redo, replaceProject, undo } from './document';
import { Shelving } from './shelving';
import {
  allWorks,
  BIN_DAYS,
  binWork,
  copyWork,
  dropWork,
  emptyOldBin,
  listWorks,
  renameWork,
  shelve,
  takeWork,
  unbinWork,
} from './work-shelf';

const disk = vi.hoisted(() => ({ kept: new Map<string, unknown>(), full: false }));
vi.mock('localforage', () => ({
  default: {
    createInstance: () => ({
      getItem: async (key: string) => structuredClone(disk.kept.get(key) ?? null),
      setItem: async (key: string, value: unknown) => {
        if (disk.full) throw new Error('the disk is full');
        disk.kept.set(key, structuredClone(value));
      },
      removeItem: async (key: string) => void disk.kept.delete(key),
      keys: async () => [...disk.kept.keys()],
    }),
  },
}));

let nowMs = 1000;
let stop: () => void = () => undefined;
const shelved: string[] = [];
const failed: string[] = [];
let shelving: Shelving;

beforeEach(() => {
  disk.kept.clear();
  disk.full = false;
  nowMs = 1000;
  shelved.length = 0;
  failed.length = 0;
  documentStore.setState({ project: null, past: [], future: [], gesture: null });
  shelving = new Shelving({
    nowMs: () => nowMs,
    picture: async () => '',
    onShelved: (name) => shelved.push(name),
    onFailed: (name, why) => failed.push(`${name}: ${why}`),
  });
  stop = shelving.start();
});
afterEach(() => stop());

const work = (id: string): Project => ({ ...raceProject({}, { name: `Work ${id}` }), id });
const ids = async () => (await listWorks()).map(({ id }) => id).sort();

describe('the shelf', () => {
  it('takes the work whose place other work takes, and says so', async () => {
    replaceProject(work('a'));
    edit((draft) => {
      draft.name = 'Mine';
    });
    nowMs = 2000;
    replaceProject(work('b'));
    await shelving.idle();
    expect(shelved).toEqual(['Mine']);
    expect(await takeWork('a')).toMatchObject({
      name: 'Mine',
      changedMs: 1000,
      removedMs: null,
      project: { id: 'a', name: 'Mine' },
    });
    expect(await ids()).toEqual(['a']);
  });

  it('holds nothing that is open, whatever is undone and made again', async () => {
    for (const id of ['a', 'b', 'c']) replaceProject(work(id));
    undo();
    undo();
    await shelving.idle();
    expect(documentStore.getState().project?.id).toBe('a');
    expect(await ids()).toEqual(['b', 'c']);
    redo();
    await shelving.idle();
    expect(await ids()).toEqual(['a', 'c']);
  });

  it('leaves out samples that nobody has touched, and takes them once somebody has', async () => {
    replaceProject(work('demo'));
    shelving.noteUntouched();
    replaceProject(work('b'));
    await shelving.idle();
    expect(await ids()).toEqual([]);
    replaceProject(work('demo2'));
    shelving.noteUntouched();
    edit((draft) => {
      draft.name = 'Touched';
    });
    replaceProject(work('c'));
    await shelving.idle();
    expect(await ids()).toEqual(['b', 'demo2']);
  });

  it('says when there is no room, and goes on', async () => {
    replaceProject(work('a'));
    disk.full = true;
    replaceProject(work('b'));
    await shelving.idle();
    expect(failed).toEqual(['Work a: the disk is full']);
    disk.full = false;
    replaceProject(work('c'));
    await shelving.idle();
    expect(await ids()).toEqual(['b']);
  });

  it('loses no work in any run of opening, editing, undoing and making again', async () => {
    const action = fc.oneof(
      fc.record({ kind: fc.constant('open' as const), id: fc.constantFrom('a', 'b', 'c', 'd') }),
      fc.record({ kind: fc.constantFrom('edit' as const, 'undo' as const, 'redo' as const) }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(action, { maxLength: 14 }), async (actions) => {
        disk.kept.clear();
        documentStore.setState({ project: null, past: [], future: [], gesture: null });
        const seen = new Set<string>();
        let edits = 0;
        for (const each of actions) {
          if (each.kind === 'open') {
            const kept = (await takeWork(each.id))?.project as Project | undefined;
            if (documentStore.getState().project?.id !== each.id) replaceProject(kept ?? work(each.id));
          } else if (each.kind === 'edit')
            edit((draft) => {
              draft.name = `Edit ${++edits}`;
            });
          else if (each.kind === 'undo') undo();
          else redo();
          await shelving.idle();
          const open = documentStore.getState().project;
          if (open) seen.add(open.id);
          expect([...(await ids()), ...(open ? [open.id] : [])].sort()).toEqual([...seen].sort());
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('work on the shelf', () => {
  const put = (id: string, more: object = {}) =>
    shelve({
      id,
      name: id,
      tableName: 't',
      changedMs: 5,
      removedMs: null,
      picture: '',
      project: work(id),
      step: 'pace',
      timeSec: 2,
      assets: ['a1'],
      ...more,
    });

  it('is copied under an id and a name of its own, and renamed in its document too', async () => {
    await put('a');
    const copy = await copyWork('a', 77);
    expect(await takeWork(copy ?? '')).toMatchObject({
      name: 'a, copy',
      changedMs: 77,
      project: { id: copy, name: 'a, copy' },
    });
    await renameWork('a', 'Better');
    expect(await takeWork('a')).toMatchObject({ name: 'Better', project: { id: 'a', name: 'Better' } });
    expect(await copyWork('nothing', 1)).toBeNull();
  });

  it('can be brought back from the bin for so many days, whatever the clock does', async () => {
    await put('a');
    await binWork('a', 1000);
    expect((await listWorks())[0]?.removedMs).toBe(1000);
    await emptyOldBin(1000 + (BIN_DAYS - 1) * 86_400_000);
    await emptyOldBin(-5e12);
    expect(await allWorks()).toHaveLength(1);
    await unbinWork('a');
    expect((await takeWork('a'))?.removedMs).toBeNull();
    await emptyOldBin(1e15);
    expect(await allWorks()).toHaveLength(1);
    await binWork('a', 1000);
    await emptyOldBin(1001 + BIN_DAYS * 86_400_000);
    expect(await allWorks()).toEqual([]);
  });

  it('is taken off for good only where that is said', async () => {
    await put('a');
    await put('b');
    await dropWork('a');
    expect(await ids()).toEqual(['b']);
  });
});
