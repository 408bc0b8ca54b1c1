import { keptInThisVisit } from '@/state/keep/assets';
import { freeAssets } from '@/state/keep/assets-in-use';
import { allCards, dropWork, emptyOldBin } from '@/state/keep/cards';
import type { Keeper } from '@/state/keep/keeper';

const TABS = 'plucky-tempo: tabs';

/**
 * Takes away what nobody needs any more: work that has lain in the bin for long, samples that nobody touched, and bytes that
 * nothing names. Only while no other tab is open; from then on this tab counts as open for others.
 */
export async function freeSpace(keeper: Keeper): Promise<void> {
  const locks = navigator.locks ?? null;
  // Without locks nobody knows what other tabs need.
  if (!locks) return;
  try {
    await locks.request(TABS, { ifAvailable: true }, async (lock) => {
      if (lock) await free(keeper);
    });
  } catch {
    // What could not be taken away now is taken away at the next visit.
  }
  void locks.request(TABS, { mode: 'shared' }, () => new Promise<never>(() => undefined));
}

async function free({ disk, openId }: Keeper): Promise<void> {
  await emptyOldBin(disk, Date.now());
  for (const { id, untouched } of await allCards(disk)) if (untouched && id !== openId) await dropWork(disk, id);
  await freeAssets(disk, keptInThisVisit);
}
