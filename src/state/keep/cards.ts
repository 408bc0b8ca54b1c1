import type { Disk } from './disk';
import type { WorkCard } from './kept-work';
import { allIds, dropAll, readWork } from './records';

/** Days that removed work can be brought back. */
export const BIN_DAYS = 30;
const DAY_MS = 86_400_000;

/** Keeps what the shelf tells of a piece of work. */
export async function writeCard(disk: Disk, card: WorkCard): Promise<void> {
  await disk.cards.setItem(card.id, card);
}

export async function readCard(disk: Disk, id: string): Promise<WorkCard | null> {
  return disk.cards.getItem<WorkCard>(id);
}

/** What is told of a document, which may be one that this version cannot read. */
export function cardOf(id: string, project: unknown, changedMs: number): WorkCard {
  const { name, tables } = (project ?? {}) as { readonly name?: unknown; readonly tables?: unknown };
  const table: unknown = Array.isArray(tables) ? tables[0]?.name : undefined;
  return {
    id,
    name: typeof name === 'string' ? name : '',
    tableName: typeof table === 'string' ? table : '',
    changedMs,
    removedMs: null,
    picture: '',
    untouched: false,
  };
}

/** What the shelf tells of all work, in the bin too, changed last first. Work without a card is given one. */
export async function allCards(disk: Disk): Promise<WorkCard[]> {
  const found = await Promise.all((await allIds(disk)).map((id) => cardFor(disk, id)));
  return found.filter((card) => card !== null).sort((a, b) => b.changedMs - a.changedMs);
}

async function cardFor(disk: Disk, id: string): Promise<WorkCard | null> {
  const card = await readCard(disk, id);
  if (card) return card;
  const work = await readWork(disk, id);
  if (!work) return null;
  const made = cardOf(id, work.project, work.changedMs);
  await writeCard(disk, made).catch(() => undefined);
  return made;
}

/** Changes what the shelf tells of a piece of work. */
export async function changeCard(disk: Disk, id: string, change: Partial<WorkCard>): Promise<void> {
  const card = await cardFor(disk, id);
  if (card) await writeCard(disk, { ...card, ...change });
}

/** Drops a piece of work for good: with its versions, and with nothing that other work may need. */
export async function dropWork(disk: Disk, id: string): Promise<void> {
  await dropAll(disk, id);
  const versions = (await disk.versions.keys()).filter((key) => key.replace(/ \d+$/, '') === id);
  await Promise.all([...versions.map((key) => disk.versions.removeItem(key)), disk.cards.removeItem(id)]);
}

/** Drops what has lain in the bin for longer than it is kept. A clock that goes back drops nothing. */
export async function emptyOldBin(disk: Disk, nowMs: number): Promise<void> {
  for (const { id, removedMs } of await allCards(disk))
    if (removedMs !== null && nowMs - removedMs > BIN_DAYS * DAY_MS) await dropWork(disk, id);
}
