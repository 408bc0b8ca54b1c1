'use client';

import { useEffect, useRef } from 'react';
import { dbOf } from '@/core/sound/gain';
import type { VoiceMicrophone } from '../services';

/** Where the bar begins, in dB of full scale. */
const METER_DB = -54;

/** How loud the microphone hears; moves by itself. Says so where nobody is recorded. */
export function SpeakMeter({ microphone }: { readonly microphone: VoiceMicrophone | null }) {
  const bar = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!microphone) return;
    let frame = requestAnimationFrame(function move() {
      const db = dbOf(Math.max(1e-6, microphone.level()));
      if (bar.current) bar.current.style.width = `${Math.max(0, Math.min(100, (1 - db / METER_DB) * 100))}%`;
      frame = requestAnimationFrame(move);
    });
    return () => cancelAnimationFrame(frame);
  }, [microphone]);
  if (!microphone) return <p className="text-[12px] text-quiet">Nobody is recorded: only the times are kept.</p>;
  return (
    <div aria-hidden className="mt-1 h-1.5 overflow-hidden rounded-full bg-line">
      <div ref={bar} className="h-full w-0 bg-accent" />
    </div>
  );
}
