'use client';

import { useEffect, useState } from 'react';
import { Button } from '../parts/button';
import { useServices } from '../services';
import { useSession } from '../use-state';

const SHOW_AFTER_MS = 400;

/** Progress, time left and cancel while a file is read; short readings show nothing. */
export function ReadingNotice() {
  const { cancelReading } = useServices();
  const reading = useSession((state) => state.reading);
  const [nowMs, setNowMs] = useState(0);
  useEffect(() => {
    if (!reading) return;
    const timer = setInterval(() => setNowMs(Date.now()), 200);
    return () => clearInterval(timer);
  }, [reading]);
  if (!reading || nowMs - reading.startedMs < SHOW_AFTER_MS) return null;
  const { share, startedMs, fileName } = reading;
  const leftSec = share > 0.03 ? ((nowMs - startedMs) / 1000) * (1 / share - 1) : null;
  return (
    <div
      role="status"
      className="absolute top-4 left-1/2 z-40 flex w-96 -translate-x-1/2 flex-col gap-2 rounded-md border border-ink bg-card p-3 text-[13px] shadow-lg"
    >
      <span className="truncate">
        Reading <strong>{fileName}</strong>
      </span>
      <progress className="h-2 w-full accent-accent" max={1} value={share} aria-label="Share that is read" />
      <span className="flex items-center justify-between text-quiet">
        {leftSec === null ? 'Just started' : `About ${Math.max(1, Math.ceil(leftSec))} s left`}
        <Button onClick={cancelReading}>Cancel</Button>
      </span>
    </div>
  );
}
