import type { ExportJob } from '@/state/session';

const NOTE = 'plucky-tempo-exports';

type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** Notes what is still to be made, so that a page that is loaded again can say what became of it. @param store What outlives a reload. */
export function noteUnfinished(store: Store, exports: readonly ExportJob[]): void {
  const left = exports.filter(({ phase }) => phase === 'waiting' || phase === 'running' || phase === 'cut-off');
  try {
    if (left.length === 0) store.removeItem(NOTE);
    else store.setItem(NOTE, JSON.stringify(left));
  } catch {
    // Without room for the note the exports are only not listed after a reload.
    store.removeItem(NOTE);
  }
}

/** The jobs that the page before had not ended. */
export function cutOff(store: Store): ExportJob[] {
  try {
    const left: unknown = JSON.parse(store.getItem(NOTE) ?? '[]');
    return Array.isArray(left)
      ? (left as ExportJob[]).map((job) => ({
          ...job,
          phase: 'cut-off',
          file: null,
          url: '',
          bytes: 0,
          done: 0,
          count: 0,
        }))
      : [];
  } catch {
    return [];
  }
}
