'use client';

import { Button } from './parts/button';
import { useServices } from './services';
import { useSession } from './use-state';

/** Says that another tab has this work open, and asks before anything is written over. */
export function TabNotice() {
  const elsewhere = useSession((state) => state.saving === 'elsewhere');
  const unkept = useSession((state) => state.unkept);
  const { workHere } = useServices();
  if (!elsewhere) return null;
  return (
    <section
      aria-label="This work is open in two tabs"
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1.5 border-b border-ink bg-mustard/25 px-4 py-2 text-[13px]"
    >
      <p role="alert">
        {unkept
          ? 'Another tab has this work open and keeps it. What you changed here is not kept yet.'
          : 'Another tab has this work open and keeps it. What you change here is not kept.'}
      </p>
      <div className="flex gap-2">
        {unkept ? (
          <>
            <Button onClick={() => void workHere('mine')}>Keep what is here instead</Button>
            <Button onClick={() => void workHere('kept')}>Drop it, take the other tab’s</Button>
          </>
        ) : (
          <Button onClick={() => void workHere('kept')}>Work here instead</Button>
        )}
      </div>
    </section>
  );
}
