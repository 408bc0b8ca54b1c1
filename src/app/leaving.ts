import { sessionStore } from '@/state/session';

/** Would something be lost if the page went now: an export under way, or work that is kept nowhere? */
export function losesByLeaving(): boolean {
  const { exports, saving, unkept } = sessionStore.getState();
  const exporting = exports.some(({ phase }) => phase === 'waiting' || phase === 'running');
  return exporting || unkept || typeof saving === 'object';
}

/** Lets the browser ask before the page is closed or loaded again while something would be lost. */
export function askBeforeLeaving(): void {
  addEventListener('beforeunload', (event) => {
    if (losesByLeaving()) event.preventDefault();
  });
}
