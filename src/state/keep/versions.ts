import type { Disk } from './disk';
import type { KeptWork } from './kept-work';

/** A state of a piece of work with its date. */
export interface Version {
  /** Id of the project. */
  readonly id: string;
  /** Milliseconds since 1970. */
  readonly atMs: number;
  /** What the person calls it; `''` for one that was kept by itself. */
  readonly name: string;
  /** The number of the last change that it holds. */
  readonly seq: number;
  readonly project: unknown;
}

const MINUTE_MS = 60_000;
const DAY_MS = 86_400_000;
/** While a person works, a state is kept this often. */
const EVERY_MS = 10 * MINUTE_MS;
/** Versions of one piece of work that keep themselves, at the most. */
const MAX_KEPT = 60;

const keyOf = (id: string, atMs: number) => `${id} ${atMs}`;

async function keysOf(disk: Disk, id: string): Promise<string[]> {
  return (await disk.versions.keys()).filter(
    (key) => key.startsWith(`${id} `) && /^\d+$/.test(key.slice(id.length + 1)),
  );
}

/** The versions of a piece of work, the newest first. */
export async function versionsOf(disk: Disk, id: string): Promise<Version[]> {
  const found = await Promise.all((await keysOf(disk, id)).map((key) => disk.versions.getItem<Version>(key)));
  return found.filter((version) => version !== null).sort((a, b) => b.atMs - a.atMs);
}

/** Keeps the work as it is now as a version. @param name What the person calls it. */
export async function keepVersion(disk: Disk, work: KeptWork, nowMs: number, name: string): Promise<void> {
  const { id, seq, project } = work;
  let atMs = nowMs;
  const taken = new Set(await keysOf(disk, id));
  while (taken.has(keyOf(id, atMs))) atMs++;
  await disk.versions.setItem(keyOf(id, atMs), { id, atMs, name, seq, project } satisfies Version);
}

/**
 * Keeps the work as a version by itself where the last one is some minutes old and something has changed since, and thins what
 * is old: of days before yesterday the last of each day stays. What the person has named stays.
 */
export async function keepVersionIfDue(disk: Disk, work: KeptWork, nowMs: number): Promise<void> {
  const versions = await versionsOf(disk, work.id);
  const [last] = versions;
  // After a clock went back the last one lies in the future.
  if (last && (last.seq === work.seq || Math.abs(nowMs - last.atMs) < EVERY_MS)) return;
  await keepVersion(disk, work, nowMs, '');
  for (const { id, atMs } of superfluous(versions, nowMs)) await disk.versions.removeItem(keyOf(id, atMs));
}

/** The versions, newest first, that need not be kept any more. */
export function superfluous(versions: readonly Version[], nowMs: number): Version[] {
  const days = new Set<number>();
  let kept = 0;
  return versions.filter(({ atMs, name }) => {
    if (name !== '') return false;
    const day = Math.floor(atMs / DAY_MS);
    const goes = (nowMs - atMs > DAY_MS && days.has(day)) || kept >= MAX_KEPT;
    days.add(day);
    if (!goes) kept++;
    return goes;
  });
}

export async function dropVersion(disk: Disk, { id, atMs }: Pick<Version, 'id' | 'atMs'>): Promise<void> {
  await disk.versions.removeItem(keyOf(id, atMs));
}
