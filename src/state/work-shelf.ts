import localforage from 'localforage';
import { freshId } from './fresh-id';
import type { WorkStep } from './session';

/** A piece of work that is not open: its document as plain data, and what is told of it. */
export interface ShelvedWork {
  /** Id of the project. */
  readonly id: string;
  readonly name: string;
  /** What the first table is called. */
  readonly tableName: string;
  /** Milliseconds since 1970 of the last change. */
  readonly changedMs: number;
  /** When it was put into the bin; null while it stands on the shelf. */
  readonly removedMs: number | null;
  /** A small picture as a data address; `''` where none was made. */
  readonly picture: string;
  readonly project: unknown;
  readonly step: WorkStep;
  readonly timeSec: number;
  /** Every asset that the work has ever held. */
  readonly assets: readonly string[];
}

/** What is told of a piece of work, without its document. */
export type WorkSummary = Omit<ShelvedWork, 'project' | 'assets' | 'step' | 'timeSec'>;

const works = localforage.createInstance({ name: 'plucky-tempo', storeName: 'shelf' });

/** Days that removed work can be brought back. */
export const BIN_DAYS = 30;
const DAY_MS = 86_400_000;

/** Keeps a piece of work under its id. Throws what the browser throws when its disk is full. */
export async function shelve(work: ShelvedWork): Promise<void> {
  await works.setItem(work.id, work);
}

/** A piece of work, or null where there is none of this id. */
export async function takeWork(id: string): Promise<ShelvedWork | null> {
  return works.getItem<ShelvedWork>(id);
}

/** All work on the shelf and in the bin, as it is kept. */
export async function allWorks(): Promise<ShelvedWork[]> {
  const found = await Promise.all((await works.keys()).map((id) => works.getItem<ShelvedWork>(id)));
  return found.filter((work) => work !== null);
}

/** What stands on the shelf and lies in the bin, changed last first. */
export async function listWorks(): Promise<WorkSummary[]> {
  return (await allWorks())
    .map(({ id, name, tableName, changedMs, removedMs, picture }) => ({
      id,
      name,
      tableName,
      changedMs,
      removedMs,
      picture,
    }))
    .sort((a, b) => b.changedMs - a.changedMs);
}

async function change(id: string, next: (work: ShelvedWork) => ShelvedWork): Promise<void> {
  const work = await takeWork(id);
  if (work) await works.setItem(id, next(work));
}

/** Puts work into the bin. @param nowMs Milliseconds since 1970. */
export const binWork = (id: string, nowMs: number) => change(id, (work) => ({ ...work, removedMs: nowMs }));
export const unbinWork = (id: string) => change(id, (work) => ({ ...work, removedMs: null }));

/** Gives work another name, in its document too. */
export function renameWork(id: string, name: string): Promise<void> {
  return change(id, (work) => ({ ...work, name, project: renamed(work.project, name, null) }));
}

/** Puts a copy of work beside it; returns the copy's id, or null where there is nothing to copy. */
export async function copyWork(id: string, nowMs: number): Promise<string | null> {
  const work = await takeWork(id);
  if (!work) return null;
  const [copyId, name] = [freshId(), `${work.name}, copy`];
  const project = renamed(work.project, name, copyId);
  await shelve({ ...work, id: copyId, name, project, changedMs: nowMs, removedMs: null });
  return copyId;
}

function renamed(project: unknown, name: string, id: string | null): unknown {
  return typeof project === 'object' && project !== null
    ? { ...project, name, ...(id === null ? {} : { id }) }
    : project;
}

/** Takes work off the shelf for good: it is open now, or its time in the bin is over. */
export async function dropWork(id: string): Promise<void> {
  await works.removeItem(id);
}

/** Drops what has lain in the bin for longer than it is kept. A clock that goes back drops nothing. */
export async function emptyOldBin(nowMs: number): Promise<void> {
  for (const { id, removedMs } of await allWorks())
    if (removedMs !== null && nowMs - removedMs > BIN_DAYS * DAY_MS) await dropWork(id);
}

/** Every asset that work on the shelf, or in the bin, has ever held: none of them may be dropped. */
export async function assetsOnShelf(): Promise<ReadonlySet<string>> {
  return new Set((await allWorks()).flatMap(({ assets }) => assets));
}
