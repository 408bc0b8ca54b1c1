'use client';

import { useEffect, useRef } from 'react';
import { playheadStore } from '@/state/playhead';
import { pieceSecOf } from '../piece-time';
import { clockWords } from './time-words';

/** Seconds at which the film stands. */
export const playheadSec = () => playheadStore.getState().readout?.timeSec ?? 0;

/** Moves by itself, without React, since it moves with every frame. */
export function PlayheadLine({ fromSec, lengthSec }: { readonly fromSec: number; readonly lengthSec: number }) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const place = () => {
      const element = line.current;
      if (!element) return;
      const timeSec = pieceSecOf({ fromSec, lengthSec }, playheadSec());
      element.style.left = `${Math.min(100, (timeSec / lengthSec) * 100)}%`;
      element.parentElement?.setAttribute('aria-valuenow', timeSec.toFixed(3));
      element.parentElement?.setAttribute('aria-valuetext', clockWords(timeSec));
    };
    place();
    return playheadStore.subscribe(place);
  }, [fromSec, lengthSec]);
  return (
    <div ref={line} className="pointer-events-none absolute top-0 bottom-0 -ml-px w-0.5 bg-ink">
      <div className="absolute -top-0.5 -left-[5px] size-3 rotate-45 rounded-[2px] bg-ink" />
    </div>
  );
}
