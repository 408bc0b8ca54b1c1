'use client';

import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { soundLimits, usualMix } from '@/core/project/sound';
import { dbOf } from '@/core/sound/gain';
import { changeMix } from '@/state/edit-sounds';
import type { MixMeasure } from '@/workers/sound-protocol';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';
import { dbWords, lufsWords } from './sound-words';

/** How loud films are to be: what sites on the web turn films to, and what broadcast asks for (EBU R 128). */
const aims = [
  { lufs: -14, label: '−14 for the web' },
  { lufs: -23, label: '−23 for broadcast' },
] as const;

/** How all sounds come together: stepping back, loudness of the whole, and how loud that comes out. */
export function MixControls() {
  const mix = useProject((project) => project.film.mix, usualMix);
  return (
    <>
      <NumberField
        control="step-back"
        value={mix.stepBackDb}
        range={soundLimits.stepBackDb}
        step={1}
        decimals={1}
        unit="dB"
        onChange={(stepBackDb, gesture) => changeMix({ stepBackDb }, gesture)}
      />
      <NumberField
        control="mix-gain"
        value={mix.gainDb}
        range={soundLimits.gainDb}
        step={1}
        decimals={1}
        unit="dB"
        onChange={(gainDb, gesture) => changeMix({ gainDb }, gesture)}
      />
      <LoudnessField />
      <Meter />
    </>
  );
}

/** The loudness of the whole film, measured whenever it has changed and rested. */
function LoudnessField() {
  const { sounds: services } = useServices();
  const sounds = useProject((project) => project.film.sounds, null);
  const mix = useProject((project) => project.film.mix, usualMix);
  const filmSec = useSession((state) => state.overview?.filmSec ?? 0);
  const notes = useSession((state) => state.overview?.notes);
  const [measured, setMeasured] = useState<MixMeasure | null | 'working'>('working');
  const [share, setShare] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is measured depends on all that is heard
  useEffect(() => {
    let gone = false;
    setMeasured('working');
    setShare(0);
    const timer = setTimeout(() => {
      void services
        .measure((done) => {
          if (!gone) setShare(done);
        })
        .then((found) => {
          if (!gone) setMeasured(found);
        });
    }, RESTED_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [services, sounds, mix, filmSec, notes]);
  const lufs = measured !== 'working' ? (measured?.lufs ?? null) : null;
  const [least, most] = soundLimits.gainDb;
  const bringTo = (aim: number) => {
    if (lufs === null) return;
    const wanted = mix.gainDb + aim - lufs;
    const gainDb = Math.round(Math.min(most, Math.max(least, wanted)) * 10) / 10;
    changeMix({ gainDb });
    if (Math.abs(gainDb - wanted) > 0.1)
      toast.warning(`The mix cannot be brought to ${lufsWords(aim)}.`, {
        description: `Its loudness goes from ${least} to ${most} dB. Make the sounds themselves louder or softer.`,
      });
  };
  return (
    <Field control="loudness" hint={measured !== 'working' && measured ? limitedWords(measured) : undefined}>
      <p aria-live="polite" className="font-mono text-[13px]">
        {measured === 'working'
          ? `Listening …${share > 0.05 ? ` ${Math.round(share * 100)} %` : ''}`
          : lufs === null
            ? 'Nothing is heard'
            : lufsWords(lufs)}
        {measured !== 'working' && measured && lufs !== null && (
          <span className="text-quiet"> · peak {dbWords(dbOf(measured.peak))}</span>
        )}
      </p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {aims.map(({ lufs: aim, label }) => (
          <Button key={aim} disabled={lufs === null} onClick={() => bringTo(aim)}>
            {label}
          </Button>
        ))}
      </div>
    </Field>
  );
}

/** Loudness is measured once nothing has changed for so long. */
const RESTED_MS = 400;

function limitedWords({ limited }: MixMeasure): string | undefined {
  if (limited >= 1) return undefined;
  return `The mix would clip, so its loudest places are turned down by up to ${dbWords(-dbOf(limited))}. Turn the whole down to avoid it.`;
}

/** Where the bar of the meter begins, in dB of full scale. */
const METER_DB = -48;

/** How loud it is right now, while the film plays; moves by itself, without React. */
function Meter() {
  const { sounds: services } = useServices();
  const playing = useSession((state) => state.playing);
  const bar = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const element = bar.current;
    if (!element) return;
    if (!playing) {
      element.style.width = '0%';
      return;
    }
    let frame = 0;
    const move = () => {
      const db = dbOf(Math.max(1e-6, services.level()));
      element.style.width = `${Math.max(0, Math.min(100, (1 - db / METER_DB) * 100))}%`;
      frame = requestAnimationFrame(move);
    };
    move();
    return () => cancelAnimationFrame(frame);
  }, [playing, services]);
  return (
    <div aria-hidden className="h-1.5 overflow-hidden rounded-full bg-line">
      <div ref={bar} className="h-full w-0 bg-spruce" />
    </div>
  );
}
