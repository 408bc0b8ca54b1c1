import { freshId } from '../fresh-id';
import { cardOf, changeCard, dropWork, readCard, writeCard } from './cards';
import { differenceOf } from './difference';
import type { Disk } from './disk';
import type { TabWays } from './hold';
import { workLock } from './hold';
import type { KeptWork } from './kept-work';
import { dropHeld, readWork, writeWhole } from './records';
import type { UnfoldedWork } from './unfold';

/** Work that another tab has open, and that nobody else may change. */
export class OpenElsewhere extends Error {
  constructor() {
    super('It is open in another tab. Change it there, or close that tab');
    this.name = 'OpenElsewhere';
  }
}

/** Does something with work that no tab has open. Throws `OpenElsewhere` where one has. */
export async function alone(locks: TabWays['locks'], id: string, action: () => Promise<void>): Promise<void> {
  if (!locks) return action();
  let free = true;
  await locks.request(workLock(id), { ifAvailable: true }, async (lock) => {
    free = lock !== null;
    if (lock) await action();
  });
  if (!free) throw new OpenElsewhere();
}

/** Work with its history as it is kept whole, under the next epoch. */
export function folded({ past, future, ...work }: UnfoldedWork): KeptWork {
  const steps = (states: readonly unknown[]) =>
    states.map((state, i) => differenceOf(i === 0 ? work.project : states[i - 1], state));
  return { ...work, epoch: work.epoch + 1, back: steps([...past].reverse()), ahead: steps(future) };
}

/** Gives work on the shelf another name, in its document too. */
export function renameWork(disk: Disk, locks: TabWays['locks'], id: string, name: string): Promise<void> {
  return alone(locks, id, async () => {
    const work = await readWork(disk, id);
    if (!work) return;
    const kept = folded({ ...work, project: withName(work.project, name) });
    await writeWhole(disk, kept);
    await changeCard(disk, id, { name });
    await dropHeld(disk, kept);
  });
}

/** Puts a copy of work beside it, with its history; returns the copy's id, or null where there is nothing to copy. */
export async function copyWork(disk: Disk, id: string, nowMs: number): Promise<string | null> {
  const work = await readWork(disk, id);
  if (!work) return null;
  const copyId = freshId();
  const { name = '' } = (work.project ?? {}) as { readonly name?: string };
  const own = (state: unknown) => withPart(state, { id: copyId });
  const project = withName(own(work.project), `${name}, copy`);
  const [past, future] = [work.past.map(own), work.future.map(own)];
  await writeWhole(disk, folded({ ...work, id: copyId, changedMs: nowMs, project, past, future }));
  const card = await readCard(disk, id);
  await writeCard(disk, { ...cardOf(copyId, project, nowMs), picture: card?.picture ?? '' });
  return copyId;
}

/** Puts work into the bin. @param nowMs Milliseconds since 1970. */
export function binWork(disk: Disk, locks: TabWays['locks'], id: string, nowMs: number): Promise<void> {
  return alone(locks, id, () => changeCard(disk, id, { removedMs: nowMs }));
}

/** Drops work for good, with its versions. */
export function dropShelved(disk: Disk, locks: TabWays['locks'], id: string): Promise<void> {
  return alone(locks, id, () => dropWork(disk, id));
}

const withName = (project: unknown, name: string) => withPart(project, { name });

function withPart(project: unknown, part: object): unknown {
  return typeof project === 'object' && project !== null ? { ...project, ...part } : project;
}
