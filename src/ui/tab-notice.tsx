'use client';

import { useState } from 'react';
import { Button } from './parts/button';
import { cx } from './parts/class-names';
import { useServices } from './services';
import { useDocument } from './use-state';
import { whenWords } from './when-words';

/** Says why nothing can be changed: another tab has this work, or an earlier version of it is looked at. */
export function TabNotice() {
  const readOnly = useDocument((state) => state.readOnly);
  const refusals = useDocument((state) => state.refusals);
  const { works, versions } = useServices();
  const [taking, setTaking] = useState(false);
  if (!readOnly) return null;
  const elsewhere = readOnly.kind === 'elsewhere';
  const take = async () => {
    setTaking(true);
    await works.takeOver().finally(() => setTaking(false));
  };
  return (
    <section
      aria-label={elsewhere ? 'This work is open in two tabs' : 'An earlier version'}
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1.5 border-b border-ink bg-mustard/25 px-4 py-2 text-[13px]"
    >
      <p
        role="alert"
        key={refusals}
        className={cx(refusals > 0 && 'motion-safe:animate-pulse [animation-iteration-count:1]')}
      >
        {elsewhere ? holderWords(readOnly) : `This is how the work was on ${whenWords(readOnly.atMs)}.`}
        {refusals > 0 && ' Nothing was changed: it is only shown here.'}
      </p>
      <div className="flex gap-2">
        {elsewhere ? (
          <Button disabled={taking} onClick={() => void take()}>
            {taking ? 'Taking it over' : 'Work here instead'}
          </Button>
        ) : (
          <>
            <Button onClick={versions.bringBack}>Bring this version back</Button>
            <Button onClick={versions.leave}>Back to now</Button>
          </>
        )}
      </div>
    </section>
  );
}

function holderWords({ sinceMs, changedMs }: { sinceMs: number | null; changedMs: number | null }): string {
  const since = sinceMs === null ? '' : ` since ${clock(sinceMs)}`;
  const changed = changedMs === null ? '' : ` and last changed it at ${clock(changedMs)}`;
  return `Another tab of this browser has this work open${since}${changed}. It is shown here as it changes there.`;
}

const clock = (ms: number) => new Date(ms).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
