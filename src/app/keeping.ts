import { toast } from 'sonner';
import { browserDisk } from '@/state/keep/disk';
import type { Channel } from '@/state/keep/hold';
import { Keeper } from '@/state/keep/keeper';
import { sessionStore } from '@/state/session';
import { tellUnopened } from './tell-unopened';

/** A name as it fits into a notice. */
const short = (name: string) => name.slice(0, 60) || 'Work without a name';

/** The keeper of this page, tied to the browser's database, locks and channels. */
export function createKeeper(): Keeper {
  let offered: string | number | null = null;
  const keeper: Keeper = new Keeper(browserDisk(), {
    nowMs: () => Date.now(),
    locks: navigator.locks ?? null,
    channel: (name) => (typeof BroadcastChannel === 'undefined' ? null : (new BroadcastChannel(name) as Channel)),
    tab: sessionStorage,
    onShelved(id, name, next) {
      const again = { label: 'Open it again', onClick: () => void keeper.open(id).catch(tellUnopened) };
      const imported = next !== null && sessionStore.getState().imported === next;
      // What the last one offered was meant for the table that was open then.
      if (offered !== null) toast.dismiss(offered);
      offered = toast(`“${short(name)}” is on the shelf`, {
        description: imported
          ? 'The table has other columns, so it is work of its own now.'
          : 'It is kept there as you left it.',
        action: imported
          ? { label: 'Take the table into it instead', onClick: () => void takeInto(keeper, id).catch(tellUnopened) }
          : again,
        ...(imported ? { cancel: again } : {}),
      });
    },
    onCopied: (name) =>
      toast(`Your last edits are in “${short(name)}”`, {
        description: 'Another tab took the work before they were kept. They go on here, as work of their own.',
        duration: Number.POSITIVE_INFINITY,
      }),
  });
  return keeper;
}

/** Takes the table of the open work, which was just made of it, into other work, which looks and moves as before. */
async function takeInto(keeper: Keeper, id: string): Promise<void> {
  const { takeOpenTable } = await import('./take-table');
  await takeOpenTable(keeper, id);
}
