import type { Disk } from './disk';
import type { ChangeRecord, KeptWork } from './kept-work';
import { dropNote, notedChanges, notedIds } from './notes';
import { type UnfoldedWork, unfold } from './unfold';

const workKey = (id: string, epoch: number) => `${id} ${epoch}`;
const changeKey = (id: string, epoch: number, seq: number) => `${id} ${epoch} ${seq}`;
const NUMBERS = { works: /^(\d+)$/, changes: /^(\d+) (\d+)$/ } as const;

/** What is kept of one piece of work under numbers: the keys of it with the numbers in them. */
async function keysOf(disk: Disk, store: keyof typeof NUMBERS, id: string) {
  return (await disk[store].keys()).flatMap((key) => {
    const numbers = key.startsWith(`${id} `) ? NUMBERS[store].exec(key.slice(id.length + 1)) : null;
    return numbers ? [{ key, epoch: Number(numbers[1]), seq: Number(numbers[2] ?? 0) }] : [];
  });
}

/** Keeps a piece of work whole. Throws what the browser throws when its disk is full. */
export async function writeWhole(disk: Disk, work: KeptWork): Promise<void> {
  await disk.works.setItem(workKey(work.id, work.epoch), work);
}

/** Keeps one change. */
export async function writeChange(disk: Disk, id: string, record: ChangeRecord): Promise<void> {
  await disk.changes.setItem(changeKey(id, record.epoch, record.seq), record);
}

/** Drops what a whole that has been written makes superfluous: older wholes, and the changes that it holds. */
export async function dropHeld(disk: Disk, { id, epoch, seq }: Pick<KeptWork, 'id' | 'epoch' | 'seq'>): Promise<void> {
  const works = (await keysOf(disk, 'works', id)).filter((each) => each.epoch < epoch);
  const changes = (await keysOf(disk, 'changes', id)).filter((each) => each.epoch < epoch || each.seq <= seq);
  await Promise.all([
    ...works.map(({ key }) => disk.works.removeItem(key)),
    ...changes.map(({ key }) => disk.changes.removeItem(key)),
  ]);
}

/** Drops a piece of work with all its changes, for good. */
export async function dropAll(disk: Disk, id: string): Promise<void> {
  dropNote(disk.notes, id);
  await Promise.all([
    ...(await keysOf(disk, 'works', id)).map(({ key }) => disk.works.removeItem(key)),
    ...(await keysOf(disk, 'changes', id)).map(({ key }) => disk.changes.removeItem(key)),
  ]);
}

/** The work that is kept whole with the highest epoch, as it is; null where there is none of this id. */
export async function newestWhole(disk: Disk, id: string): Promise<KeptWork | null> {
  const [newest] = (await keysOf(disk, 'works', id)).sort((a, b) => b.epoch - a.epoch);
  return newest ? disk.works.getItem<KeptWork>(newest.key) : null;
}

/**
 * A piece of work where its last change left it, with the changes that a page could only note before it went.
 * Throws what the browser throws when it cannot read.
 */
export async function readWork(disk: Disk, id: string): Promise<UnfoldedWork | null> {
  const whole = (await newestWhole(disk, id)) ?? nothingYet(id);
  const changes = await Promise.all(
    (await keysOf(disk, 'changes', id)).map(({ key }) => disk.changes.getItem<ChangeRecord>(key)),
  );
  const work = unfold(whole, [...changes.filter((each) => each !== null), ...notedChanges(disk.notes, id)]);
  return work.seq === 0 ? null : work;
}

/** Work of which only the first change was kept before the page went: that change brings it whole. */
const nothingYet = (id: string): KeptWork => ({
  id,
  epoch: 0,
  seq: 0,
  changedMs: 0,
  project: null,
  back: [],
  ahead: [],
  step: 'dress',
  timeSec: 0,
});

/** The ids of all work that is kept. */
export async function allIds(disk: Disk): Promise<string[]> {
  const [works, changes] = await Promise.all([disk.works.keys(), disk.changes.keys()]);
  const found = [
    ...works.map((key) => key.replace(/ \d+$/, '')),
    ...changes.map((key) => key.replace(/ \d+ \d+$/, '')),
    ...notedIds(disk.notes),
  ];
  return [...new Set(found)];
}
