import type { Keeper } from '@/state/keep/keeper';
import { sessionStore } from '@/state/session';

/** Would something be lost if the page went now: an export under way, or work that is kept nowhere? */
export function losesByLeaving(keeper: Pick<Keeper, 'lostByLeaving'>): boolean {
  const { exports, saving } = sessionStore.getState();
  const exporting = exports.some(({ phase }) => phase === 'waiting' || phase === 'running');
  return exporting || keeper.lostByLeaving || typeof saving === 'object';
}

/** Lets the browser ask before the page is closed or loaded again while something would be lost. */
export function askBeforeLeaving(keeper: Pick<Keeper, 'lostByLeaving'>): void {
  addEventListener('beforeunload', (event) => {
    if (losesByLeaving(keeper)) event.preventDefault();
  });
}
