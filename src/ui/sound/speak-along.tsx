'use client';

import { Mic, Pause, Play, RotateCcw, SkipForward, X } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { CuePiece } from '@/core/film/cue-plan';
import { Narrator } from '@/state/narrator';
import { setSession } from '@/state/session';
import { clockWords } from '../beats/time-words';
import { Button } from '../parts/button';
import { SelectBox } from '../parts/select-field';
import { useServices, type VoiceMicrophone } from '../services';
import { useProject, useSession } from '../use-state';
import { SpeakMeter } from './speak-meter';

/** Nobody is recorded: only the times are kept. */
const NO_VOICE = 'none';
const COUNTDOWN = 3;

/** What is spoken along, and with which voice. */
interface SpeakChoice {
  readonly microphone: string;
  readonly whole: boolean;
}

/** Speaks along the film: a strip above the beats, while it is open. @param secondMs How long a second of the countdown takes. */
export function SpeakAlong({ secondMs = 1000 }: { readonly secondMs?: number }) {
  const open = useSession((state) => state.speaking);
  return open ? <SpeakPanel secondMs={secondMs} /> : null;
}

function SpeakPanel({ secondMs }: { readonly secondMs: number }) {
  const [choice, setChoice] = useState<SpeakChoice>({ microphone: '', whole: false });
  const [plan, setPlan] = useState<readonly CuePiece[] | null>(null);
  const [microphone, setMicrophone] = useState<VoiceMicrophone | null>(null);
  const close = useCallback(() => {
    microphone?.close();
    setSession({ speaking: false });
  }, [microphone]);
  const again = () => {
    microphone?.close();
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
        <Preparing
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

interface PreparingProps {
  readonly choice: SpeakChoice;
  readonly onChoice: (choice: SpeakChoice) => void;
  readonly onReady: (plan: readonly CuePiece[], microphone: VoiceMicrophone | null) => void;
}

/** Which microphone, and how much of the film. The browser is asked for the microphone at the press of Begin, not before. */
function Preparing({ choice, onChoice, onReady }: PreparingProps) {
  const { speak, studio } = useServices();
  const several = useProject((project) => project.film.pieces.filter(({ on }) => on).length > 1, false);
  const pieceId = useSession((state) => state.overview?.pieceId ?? null);
  const [list, setList] = useState<readonly { readonly id: string; readonly label: string }[]>([]);
  const [trouble, setTrouble] = useState('');
  const [opening, setOpening] = useState(false);
  useEffect(() => {
    let gone = false;
    void speak.microphones().then((found) => {
      if (!gone) setList(found);
    });
    return () => {
      gone = true;
    };
  }, [speak]);
  const chosen = choice.microphone || list[0]?.id || NO_VOICE;
  const begin = async () => {
    setOpening(true);
    setTrouble('');
    try {
      await studio.playback.pause();
      const cues = await speak.plan(choice.whole ? null : pieceId);
      const opened = chosen === NO_VOICE ? null : await speak.open(chosen);
      if (cues.length === 0) throw new Error('There is no film to speak along yet.');
      onReady(cues, opened);
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : String(error));
      // Names of devices are told once one of them was allowed.
      setList(await speak.microphones());
    } finally {
      setOpening(false);
    }
  };
  return (
    <div className="flex min-w-0 flex-1 flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-3">
        <span className="w-64">
          <SelectBox
            label="Voice from"
            value={chosen}
            choices={[
              ...list.map(({ id, label }) => ({ value: id, label })),
              { value: NO_VOICE, label: 'Without a voice: times only' },
            ]}
            onChange={(microphone) => onChoice({ ...choice, microphone })}
          />
        </span>
        {several && (
          <span className="w-44">
            <SelectBox
              label="How much"
              value={choice.whole ? 'film' : 'piece'}
              choices={[
                { value: 'piece', label: 'This piece' },
                { value: 'film', label: 'The whole film' },
              ]}
              onChange={(value) => onChoice({ ...choice, whole: value === 'film' })}
            />
          </span>
        )}
        <Button look="loud" disabled={opening} onClick={() => void begin()}>
          <Mic className="size-4" aria-hidden /> Begin
        </Button>
      </div>
      <p role={trouble ? 'alert' : undefined} className={trouble ? 'text-accent-text' : 'text-[12px] text-quiet'}>
        {trouble ||
          'The film waits at each step or period. Space or a press starts the next one; hold Shift to let it run. What you say, and when, is kept.'}
      </p>
    </div>
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

/** Calls at every picture of the screen. */
function useFrames(act: () => void): void {
  const latest = useRef(act);
  latest.current = act;
  useEffect(() => {
    let frame = requestAnimationFrame(function again() {
      latest.current();
      frame = requestAnimationFrame(again);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
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

/** Space starts what is next, Shift lets the film run while it is held; whoever is on a button presses that. */
function useSpeakKeys({
  onPress,
  onRun,
}: {
  readonly onPress: () => void;
  readonly onRun: (running: boolean) => void;
}): void {
  const latest = useRef({ onPress, onRun });
  latest.current = { onPress, onRun };
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.target instanceof Element && event.target.closest('input, textarea, select, [role="listbox"]')) return;
      if (event.key === 'Shift' && !event.repeat) latest.current.onRun(true);
      if (event.key !== ' ' || event.repeat) return;
      event.preventDefault();
      event.stopPropagation();
      latest.current.onPress();
    };
    const onKeyUp = (event: KeyboardEvent) => {
      if (event.key === 'Shift') latest.current.onRun(false);
      // A button would be pressed when the key comes up.
      if (event.key === ' ') event.preventDefault();
    };
    window.addEventListener('keydown', onKeyDown, true);
    window.addEventListener('keyup', onKeyUp, true);
    return () => {
      window.removeEventListener('keydown', onKeyDown, true);
      window.removeEventListener('keyup', onKeyUp, true);
    };
  }, []);
}
