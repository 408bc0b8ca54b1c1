import { cardOf, readCard, writeCard } from './cards';
import type { Disk } from './disk';
import type { KeptWork } from './kept-work';
import { keepVersionIfDue } from './versions';

/** What is kept beside work that was just kept whole: what the shelf tells of it, and a version from time to time. */
export async function afterWhole(disk: Disk, work: KeptWork, untouched: boolean, nowMs: number): Promise<void> {
  const card = cardOf(work.id, work.project, work.changedMs);
  const before = await readCard(disk, work.id);
  await writeCard(disk, { ...card, picture: before?.picture ?? '', untouched });
  if (!untouched) await keepVersionIfDue(disk, work, nowMs);
}
