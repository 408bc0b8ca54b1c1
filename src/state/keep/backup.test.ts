import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readShelfFile, writeShelfFile } from '@/export/shelf-file';
import { FakeBrowser } from '../testing/fake-browser';
import { freeAssets } from './assets-in-use';
import { backUp, bringBack } from './backup';
import { allCards, cardOf, changeCard, dropWork, emptyOldBin, writeCard } from './cards';
import type { Disk } from './disk';
import { allIds, readWork, writeWhole } from './records';
import { keepVersion, versionsOf } from './versions';

const DAY = 86_400_000;

/** Keeps some work that names an asset of its own, and one that its version alone names. */
async function keep(disk: Disk, id: string, name: string): Promise<void> {
  const project = { id, name, tables: [{ name: `${name}.csv`, source: { assetId: `bytes ${id}` } }] };
  const work = { id, epoch: 1, seq: 2, changedMs: 7, project, back: [], ahead: [], step: 'pace', timeSec: 1 } as const;
  await writeWhole(disk, work);
  await writeCard(disk, { ...cardOf(id, project, 7), picture: 'data:image/webp;base64,AA' });
  await disk.assets.setItem(`bytes ${id}`, new Uint8Array([1, 2, id.length]).buffer);
  await disk.assets.setItem(`older ${id}`, new Uint8Array([3]).buffer);
  await keepVersion(disk, { ...work, project: { ...project, font: `older ${id}` } }, 1000, 'First');
}

/** Through the bytes of a file, as a person carries it. */
async function through(disk: Disk) {
  const outcome = readShelfFile(writeShelfFile(await backUp(disk)));
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message);
  return outcome.value;
}

describe('a whole shelf in a file', () => {
  it('comes back in an empty browser with all names, bins, versions and bytes', async () => {
    await fc.assert(
      fc.asyncProperty(fc.uniqueArray(fc.string({ minLength: 1, maxLength: 8 }), { maxLength: 5 }), async (names) => {
        const from = new FakeBrowser();
        const disk = from.tab().disk;
        for (const [i, name] of names.entries()) await keep(disk, `p${i}`, name);
        if (names.length > 1) await changeCard(disk, 'p1', { removedMs: 99 });
        const { works, assets } = await through(disk);
        const to = new FakeBrowser();
        const other = to.tab().disk;
        expect(await bringBack(other, works, assets)).toEqual({ added: names.length, same: 0 });
        expect(await allCards(other)).toEqual(await allCards(disk));
        for (const id of await allIds(disk)) {
          expect((await readWork(other, id))?.project).toEqual((await readWork(disk, id))?.project);
          expect(await versionsOf(other, id)).toEqual(await versionsOf(disk, id));
        }
        expect([...to.store('assets')].sort()).toEqual([...from.store('assets')].sort());
        // Twice is as once.
        expect(await bringBack(other, works, assets)).toEqual({ added: 0, same: names.length });
      }),
      { numRuns: 25 },
    );
  });

  it('comes beside work that has gone on since', async () => {
    const disk = new FakeBrowser().tab().disk;
    await keep(disk, 'p1', 'As it was');
    const { works, assets } = await through(disk);
    await keep(disk, 'p1', 'As it is');
    expect(await bringBack(disk, works, assets)).toEqual({ added: 1, same: 0 });
    expect((await allCards(disk)).map(({ name }) => name).sort()).toEqual(['As it is', 'As it was']);
    const ids = await allIds(disk);
    for (const id of ids) expect((await readWork(disk, id))?.project).toMatchObject({ id });
  });

  it.each([
    ['no ZIP', new TextEncoder().encode('nonsense'), 'not-a-shelf'],
    ['a damaged ZIP', new Uint8Array([0x50, 0x4b, 3, 4, 9, 9]), 'damaged-shelf'],
    ['a project', writeShelfFile({ works: 'x' as never, assets: new Map() }), 'damaged-shelf'],
  ])('is refused when it is %s', (_, bytes, code) => {
    const outcome = readShelfFile(bytes);
    expect(outcome).toMatchObject({ ok: false, issues: [{ code }] });
  });

  it('is refused when a part of it is damaged, whatever part', async () => {
    const disk = new FakeBrowser().tab().disk;
    await keep(disk, 'p1', 'Work');
    const { works } = await backUp(disk);
    const [work] = works;
    for (const change of [
      { id: 5 },
      { changedMs: 'x' },
      { removedMs: {} },
      { picture: 'javascript:1' },
      { versions: [{}] },
    ]) {
      const file = writeShelfFile({ works: [{ ...work, ...change } as never], assets: new Map() });
      expect(readShelfFile(file).ok, JSON.stringify(change)).toBe(false);
    }
  });
});

describe('assets that nothing names', () => {
  it('are not those of work that is kept anew, under its next epoch, while they are looked for', async () => {
    const disk = new FakeBrowser().tab().disk;
    await keep(disk, 'p1', 'Ferries');
    const kept = await disk.works.getItem<object>('p1 1');
    let moved = false;
    const works = {
      ...disk.works,
      getItem: async <T>(key: string): Promise<T | null> => {
        if (!moved) {
          moved = true;
          await disk.works.setItem('p1 2', { ...kept, epoch: 2 });
          await disk.works.removeItem('p1 1');
        }
        return disk.works.getItem<T>(key);
      },
    };
    expect(await freeAssets({ ...disk, works }, () => new Set())).toBe(0);
    expect(await disk.assets.getItem('bytes p1')).not.toBeNull();
  });

  it('go, with the ways to their files', async () => {
    const disk = new FakeBrowser().tab().disk;
    await keep(disk, 'p1', 'Ferries');
    for (const id of ['nobody', 'just kept']) await disk.assets.setItem(id, new ArrayBuffer(1));
    await disk.handles.setItem('nobody', {});
    expect(await freeAssets(disk, () => new Set(['just kept']))).toBe(1);
    expect((await disk.assets.keys()).sort()).toEqual(['bytes p1', 'just kept', 'older p1']);
    expect(await disk.handles.keys()).toEqual([]);
  });
});

describe('the bin', () => {
  it('drops what has lain in it for 30 days, with its versions, and nothing when the clock goes back', async () => {
    const browser = new FakeBrowser();
    const disk = browser.tab().disk;
    for (const id of ['old', 'new', 'stays']) await keep(disk, id, id);
    await changeCard(disk, 'old', { removedMs: 5 * DAY });
    await changeCard(disk, 'new', { removedMs: 30 * DAY });
    await emptyOldBin(disk, 4 * DAY);
    expect((await allIds(disk)).sort()).toEqual(['new', 'old', 'stays']);
    await emptyOldBin(disk, 36 * DAY);
    expect((await allIds(disk)).sort()).toEqual(['new', 'stays']);
    expect(await versionsOf(disk, 'old')).toEqual([]);
    await dropWork(disk, 'stays');
    expect(await allIds(disk)).toEqual(['new']);
  });

  it('makes the card of work anew that has lost it', async () => {
    const disk = new FakeBrowser().tab().disk;
    await keep(disk, 'p1', 'Ferries');
    await disk.cards.removeItem('p1');
    expect(await allCards(disk)).toEqual([
      expect.objectContaining({ id: 'p1', name: 'Ferries', tableName: 'Ferries.csv' }),
    ]);
  });
});
