import { documentStore, undo } from '@/state/document';
import { sessionStore } from '@/state/session';
import type { Services } from './services';

/** Takes the last step back; at the very start of work, goes back to the work that was open before it. */
export function undoOrGoBack({ works }: Pick<Services, 'works'>): void {
  const { cameFrom } = sessionStore.getState();
  if (documentStore.getState().past.length > 0) undo();
  else if (cameFrom !== null) void works.open(cameFrom);
}
