import { freshId } from '../fresh-id';
import { allCards, cardOf, writeCard } from './cards';
import { differenceOf, isEmpty } from './difference';
import type { Disk } from './disk';
import { readWork, writeWhole } from './records';
import { versionsOf } from './versions';

/** A piece of work in a backup, with its versions. */
export interface WorkInBackup {
  readonly id: string;
  readonly changedMs: number;
  readonly removedMs: number | null;
  readonly picture: string;
  readonly project: unknown;
  readonly versions: readonly {
    readonly atMs: number;
    readonly name: string;
    readonly seq: number;
    readonly project: unknown;
  }[];
}

/** Everything on the shelf and in the bin, and the bytes of what it names. Throws what the browser throws. */
export async function backUp(disk: Disk) {
  const works: WorkInBackup[] = [];
  for (const { id, removedMs, picture, untouched } of await allCards(disk)) {
    const work = untouched ? null : await readWork(disk, id);
    if (!work) continue;
    const versions = (await versionsOf(disk, id)).map(({ atMs, name, seq, project }) => ({ atMs, name, seq, project }));
    works.push({ id, changedMs: work.changedMs, removedMs, picture, project: work.project, versions });
  }
  const assets = new Map<string, Uint8Array>();
  const wanted = JSON.stringify(works);
  for (const id of await disk.assets.keys()) {
    const bytes = wanted.includes(JSON.stringify(id)) ? await disk.assets.getItem<ArrayBuffer>(id) : null;
    if (bytes) assets.set(id, new Uint8Array(bytes));
  }
  return { works, assets };
}

/** What came of bringing a backup back. */
export interface BroughtBack {
  readonly added: number;
  /** Stood on the shelf already, as it is in the backup. */
  readonly same: number;
}

/**
 * Puts the work of a backup on the shelf. What stands there stays: work of the same id that differs comes beside it. The bytes
 * come first, so that work never names what is not there. Throws what the browser throws.
 */
export async function bringBack(
  disk: Disk,
  works: readonly WorkInBackup[],
  assets: ReadonlyMap<string, Uint8Array>,
): Promise<BroughtBack> {
  const there = new Set(await disk.assets.keys());
  for (const [id, bytes] of assets) if (!there.has(id)) await disk.assets.setItem(id, bytes.slice().buffer);
  let same = 0;
  for (const work of works) {
    const standing = await readWork(disk, work.id);
    if (standing && isEmpty(differenceOf(standing.project, work.project))) {
      same++;
      continue;
    }
    await put(disk, standing ? { ...work, id: freshId() } : work);
  }
  return { added: works.length - same, same };
}

async function put(disk: Disk, { id, changedMs, removedMs, picture, versions, ...work }: WorkInBackup): Promise<void> {
  const project = withId(work.project, id);
  const seq = Math.max(1, ...versions.map((version) => version.seq));
  const place = { step: 'dress', timeSec: 0 } as const;
  for (const version of versions)
    await disk.versions.setItem(`${id} ${version.atMs}`, { ...version, id, project: withId(version.project, id) });
  await writeWhole(disk, { id, epoch: 1, seq, changedMs, project, back: [], ahead: [], ...place });
  await writeCard(disk, { ...cardOf(id, project, changedMs), removedMs, picture });
}

const withId = (project: unknown, id: string): unknown =>
  typeof project === 'object' && project !== null ? { ...project, id } : project;
