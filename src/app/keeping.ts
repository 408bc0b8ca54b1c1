import { toast } from 'sonner';
import { browserDisk } from '@/state/keep/disk';
import type { Channel } from '@/state/keep/hold';
import { Keeper } from '@/state/keep/keeper';

const short = (name: string) => name.slice(0, 60) || 'Work without a name';

/** The keeper of this page, tied to the browser's database, locks and channels. */
export function createKeeper(): Keeper {
  const keeper: Keeper = new Keeper(browserDisk(), {
    nowMs: () => Date.now(),
    locks: navigator.locks ?? null,
    channel: (name) => (typeof BroadcastChannel === 'undefined' ? null : (new BroadcastChannel(name) as Channel)),
    tab: sessionStorage,
    onShelved: (id, name) =>
      toast(`“${short(name)}” is on the shelf`, {
        description: 'It is kept there as you left it.',
        action: { label: 'Open it again', onClick: () => void keeper.open(id).catch(tellUnopened) },
      }),
    onCopied: (name) =>
      toast(`Your last edits are in “${short(name)}”`, {
        description: 'Another tab took the work before they were kept. They go on here, as work of their own.',
        duration: Number.POSITIVE_INFINITY,
      }),
  });
  return keeper;
}

/** Says that the browser does not give work out. */
export function tellUnopened(error: unknown): void {
  toast.error('The browser does not give out this work', {
    description: error instanceof Error ? error.message : String(error),
  });
}
