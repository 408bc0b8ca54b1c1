'use client';

import { Pause, Play, RotateCcw, SkipForward, X } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { CuePiece } from '@/core/film/cue-plan';
import { Narrator } from '@/state/narrator';
import { setSession } from '@/state/session';
import { clockWords } from '../beats/time-words';
import { Button } from '../parts/button';
import { useServices, type VoiceMicrophone } from '../services';
import { useProject, useSession } from '../use-state';
import { useFrames, useSpeakKeys } from './speak-hooks';
import { SpeakMeter } from './speak-meter';
import { type SpeakChoice, SpeakPreparing } from './speak-preparing';

const COUNTDOWN = 3;

/** Speaks along the film: a strip above the beats, while it is open. @param secondMs How long a second of the countdown takes. */
export function SpeakAlong({ secondMs = 1000 }: { readonly secondMs?: number }) {
  const open = useSession((state) => state.speaking);
  const workId = useProject(({ id }) => id, '');
  // Cues are those of one work: with another one open it begins anew.
  return open ? <SpeakPanel key={workId} secondMs={secondMs} /> : null;
}

function SpeakPanel({ secondMs }: { readonly secondMs: number }) {
  const [choice, setChoice] = useState<SpeakChoice>({ microphone: '', whole: false });
  const [plan, setPlan] = useState<readonly CuePiece[] | null>(null);
  const [microphone, setMicrophone] = useState<VoiceMicrophone | null>(null);
  // A microphone is open only as long as somebody speaks into it.
  useEffect(() => () => microphone?.close(), [microphone]);
  const close = () => setSession({ speaking: false });
  const again = () => {
    setMicrophone(null);
    setPlan(null);
  };
  return (
    <section
      aria-label="Speak along"
      className="flex shrink-0 items-center gap-3 border-t border-ink bg-card px-4 py-2.5 text-[13px]"
    >
      {plan ? (
        <Speaking plan={plan} microphone={microphone} secondMs={secondMs} onDone={close} onAgain={again} />
      ) : (
        <SpeakPreparing
          choice={choice}
          onChoice={setChoice}
          onReady={(cues, opened) => {
            setMicrophone(opened);
            setPlan(cues);
          }}
        />
      )}
      <Button look="quiet" aria-label="Close Speak along" onClick={close}>
        <X className="size-4" aria-hidden />
      </Button>
    </section>
  );
}

interface SpeakingProps {
  readonly plan: readonly CuePiece[];
  readonly microphone: VoiceMicrophone | null;
  readonly secondMs: number;
  readonly onDone: () => void;
  readonly onAgain: () => void;
}

/** Counts down, then follows the person: presses, pauses, and from a cue once more. */
function Speaking({ plan, microphone, secondMs, onDone, onAgain }: SpeakingProps) {
  const { speak, studio } = useServices();
  const [narrator] = useState(() => new Narrator(plan));
  const [count, setCount] = useState(COUNTDOWN);
  const [, draw] = useState(0);
  const [lost, setLost] = useState(false);
  const refresh = () => draw((times) => times + 1);
  useCountdown({ count, setCount, secondMs }, () => {
    narrator.goOn(performance.now());
    refresh();
  });
  useEffect(() => microphone?.onLost(() => setLost(true)), [microphone]);
  useFilm(narrator, (sec) => void studio.playback.show(sec), refresh);
  const press = () => {
    if (count > 0 || !narrator.running) return;
    microphone?.say();
    narrator.press(performance.now());
    refresh();
  };
  const pause = () => {
    if (count > 0) return;
    if (narrator.running) narrator.hold(performance.now());
    else setCount(COUNTDOWN);
    refresh();
  };
  useSpeakKeys({
    onPress: press,
    onRun: (running) => {
      narrator.run(performance.now(), running);
      refresh();
    },
  });
  const back = () => {
    narrator.back(performance.now());
    setCount(COUNTDOWN);
    refresh();
  };
  const keep = async () => {
    const { pieces, stretches } = narrator.taken(performance.now());
    const voice = microphone ? microphone.heard(stretches) : null;
    try {
      await speak.keep(pieces, voice);
      onDone();
    } catch (error) {
      toast.error('The voice could not be kept.', {
        description: error instanceof Error ? error.message : String(error),
      });
    }
  };
  const { given, all } = narrator.progress;
  return (
    <>
      <p aria-live="assertive" className="w-40 shrink-0 font-display text-[22px] font-bold">
        {count > 0 ? (
          count
        ) : narrator.ended ? (
          'All said'
        ) : narrator.running ? (
          <RunningTime narrator={narrator} />
        ) : (
          'Held'
        )}
      </p>
      <div className="min-w-0 flex-1">
        <p className="truncate">
          {nextWords(narrator)}{' '}
          <span className="text-quiet">
            ({given} of {all})
          </span>
        </p>
        <SpeakMeter microphone={microphone} />
        {lost && (
          <p role="alert" className="text-accent-text">
            The microphone went away. What it heard until then is kept; the times go on.
          </p>
        )}
      </div>
      {!narrator.ended && (
        <>
          <Button look="loud" disabled={count > 0 || !narrator.running} onClick={press}>
            <SkipForward className="size-4" aria-hidden /> Next
          </Button>
          <Button disabled={count > 0} onClick={pause}>
            {narrator.running ? <Pause className="size-4" aria-hidden /> : <Play className="size-4" aria-hidden />}
            {narrator.running ? 'Hold' : 'Go on'}
          </Button>
        </>
      )}
      <Button disabled={given === 0 || count > 0} onClick={back}>
        <RotateCcw className="size-4" aria-hidden /> Last one again
      </Button>
      <Button onClick={onAgain}>From the start</Button>
      <Button look={narrator.ended ? 'loud' : 'plain'} disabled={given === 0} onClick={() => void keep()}>
        Keep it
      </Button>
    </>
  );
}

function nextWords(narrator: Narrator): string {
  const { next } = narrator;
  if (narrator.ended) return 'Keep it, or speak once more.';
  if (next.kind === 'cue') return `Next: ${next.cue.name || 'the next step'}`;
  return next.kind === 'piece' ? 'Next: the following piece' : 'Next: the end';
}

/** Seconds that have been spoken; moves by itself. */
function RunningTime({ narrator }: { readonly narrator: Narrator }) {
  const text = useRef<HTMLSpanElement>(null);
  useFrames(() => {
    if (text.current) text.current.textContent = clockWords(narrator.secAt(performance.now()));
  });
  return <span ref={text} className="font-mono text-[18px]" />;
}

/** Has the stage show what the narrator has come to. */
function useFilm(narrator: Narrator, show: (filmSec: number) => void, onEnd: () => void): void {
  const shown = useRef(Number.NaN);
  const told = useRef('');
  useFrames(() => {
    const sec = narrator.filmSecAt(performance.now());
    if (sec !== shown.current) {
      shown.current = sec;
      show(sec);
    }
    // Cues that the film has come to by itself, and its end, change what is said to be next.
    const { given } = narrator.progress;
    const state = `${given} ${narrator.ended}`;
    if (state !== told.current) {
      told.current = state;
      onEnd();
    }
  });
}

interface Countdown {
  readonly count: number;
  readonly setCount: (count: number) => void;
  readonly secondMs: number;
}

function useCountdown({ count, setCount, secondMs }: Countdown, onGo: () => void): void {
  const go = useRef(onGo);
  go.current = onGo;
  useEffect(() => {
    if (count === 0) return;
    const timer = setTimeout(() => {
      setCount(count - 1);
      if (count === 1) go.current();
    }, secondMs);
    return () => clearTimeout(timer);
  }, [count, setCount, secondMs]);
}
