import { beforeEach, describe, expect, it } from 'vitest';
import { FakeBrowser } from '../testing/fake-browser';
import type { KeptWork } from './kept-work';
import { dropVersion, keepVersion, keepVersionIfDue, superfluous, versionsOf } from './versions';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const NOON = Date.UTC(2026, 2, 10, 12);
let disk = new FakeBrowser().tab().disk;
beforeEach(() => {
  disk = new FakeBrowser().tab().disk;
});

const work = (seq: number, id = 'p1'): KeptWork => ({
  id,
  epoch: 1,
  seq,
  changedMs: 0,
  project: { id, seq },
  back: [],
  ahead: [],
  step: 'dress',
  timeSec: 0,
});
const seqs = async (id = 'p1') => (await versionsOf(disk, id)).map(({ seq }) => seq);

describe('versions of work', () => {
  it('are kept by themselves every ten minutes while something changes', async () => {
    await keepVersionIfDue(disk, work(1), NOON);
    await keepVersionIfDue(disk, work(2), NOON + 5 * MINUTE);
    await keepVersionIfDue(disk, work(3), NOON + 11 * MINUTE);
    await keepVersionIfDue(disk, work(3), NOON + 60 * MINUTE);
    expect(await seqs()).toEqual([3, 1]);
  });

  it('go on when the clock has gone back', async () => {
    await keepVersionIfDue(disk, work(1), NOON);
    await keepVersionIfDue(disk, work(2), NOON - 24 * HOUR);
    expect((await seqs()).sort()).toEqual([1, 2]);
  });

  it('have names, and are dropped one by one', async () => {
    await keepVersion(disk, work(1), NOON, 'First cut');
    await keepVersion(disk, work(2), NOON, 'In the same millisecond');
    const [newest, first] = await versionsOf(disk, 'p1');
    expect([newest?.name, first?.name]).toEqual(['In the same millisecond', 'First cut']);
    if (newest) await dropVersion(disk, newest);
    expect((await versionsOf(disk, 'p1')).map(({ name }) => name)).toEqual(['First cut']);
  });

  it('are those of this work alone, whatever others are called', async () => {
    await keepVersion(disk, work(1, 'p1'), NOON, '');
    await keepVersion(disk, work(2, 'p1 2'), NOON, '');
    await keepVersion(disk, work(3, 'p'), NOON, '');
    expect(await seqs('p1')).toEqual([1]);
  });

  it('are thinned: all of the last day, one of each day before, and all with a name', () => {
    const at = (hoursAgo: number, name = '') => ({
      id: 'p1',
      atMs: NOON - hoursAgo * HOUR,
      name,
      seq: 1,
      project: null,
    });
    const versions = [at(1), at(2), at(20), at(50), at(52), at(53, 'Mine'), at(80), at(81)];
    expect(superfluous(versions, NOON).map(({ atMs }) => (NOON - atMs) / HOUR)).toEqual([52, 81]);
  });

  it('are at most sixty without a name', () => {
    const versions = Array.from({ length: 90 }, (_, i) => ({
      id: 'p',
      atMs: NOON - i * 24 * HOUR,
      name: '',
      seq: i,
      project: null,
    }));
    expect(superfluous(versions, NOON)).toHaveLength(30);
  });
});
