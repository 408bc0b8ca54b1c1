'use client';

import {
  Captions,
  ChevronFirst,
  ChevronLast,
  Pause,
  Play,
  Repeat,
  StepBack,
  StepForward,
  Volume2,
  VolumeX,
  X,
} from 'lucide-react';
import { setSession } from '@/state/session';
import { goToControl } from '../go-to';
import { captionHere } from '../pace/caption-here';
import { IconButton } from '../parts/button';
import { cx } from '../parts/class-names';
import { useServices } from '../services';
import { usePlayhead, useProject, useSession } from '../use-state';
import { AddPiece } from './add-piece';
import { clockWords } from './time-words';

const speeds = [0.25, 0.5, 1, 2, 4];

/** Play, steps, loop and speed, and where the playhead stands. */
export function Transport() {
  const { studio } = useServices();
  const playing = useSession((state) => state.playing);
  const overview = useSession((state) => state.overview);
  const several = useProject((project) => project.film.pieces.length > 1, true);
  const span = useSession((state) => state.span);
  const disabled = !overview;
  return (
    <div className="flex h-9 items-center gap-0.5 px-2">
      <IconButton label="Last period" disabled={disabled} onClick={() => void studio.playback.stepPeriods(-1)}>
        <ChevronFirst className="size-4" aria-hidden />
      </IconButton>
      <IconButton label="One frame back" disabled={disabled} onClick={() => void studio.playback.stepFrames(-1)}>
        <StepBack className="size-4" aria-hidden />
      </IconButton>
      <IconButton
        label={playing ? 'Pause' : 'Play'}
        disabled={disabled}
        className="bg-ink text-paper hover:bg-accent!"
        onClick={() => void studio.playback.toggle()}
      >
        {playing ? <Pause className="size-4" aria-hidden /> : <Play className="size-4" aria-hidden />}
      </IconButton>
      <IconButton label="One frame on" disabled={disabled} onClick={() => void studio.playback.stepFrames(1)}>
        <StepForward className="size-4" aria-hidden />
      </IconButton>
      <IconButton label="Next period" disabled={disabled} onClick={() => void studio.playback.stepPeriods(1)}>
        <ChevronLast className="size-4" aria-hidden />
      </IconButton>
      <TimeWords />
      <span className="grow" />
      {!several && !span && <AddPiece />}
      <SpanTools />
      <MuteButton />
      <LoopAndSpeed />
    </div>
  );
}

/** What can be done with the beats that are selected on the strip. */
function SpanTools() {
  const { studio } = useServices();
  const span = useSession((state) => state.span);
  if (!span) return null;
  return (
    <>
      <button
        type="button"
        className="mr-1 flex h-7 shrink-0 items-center gap-1 rounded-md border border-line bg-card px-2 text-[12px] whitespace-nowrap hover:border-ink"
        onClick={() => {
          captionHere('A caption');
          goToControl('caption-text');
        }}
      >
        <Captions className="size-3.5" aria-hidden /> Caption here
      </button>
      <button
        type="button"
        className="mr-2 flex h-7 shrink-0 items-center gap-1 rounded-md border border-spruce px-2 text-[12px] whitespace-nowrap"
        onClick={() => {
          setSession({ span: null });
          void studio.playback.replay();
        }}
      >
        Loop {clockWords(span[0])} to {clockWords(span[1])}{' '}
        <X className="size-3.5" aria-label="Stop looping this span" />
      </button>
    </>
  );
}

/** Sounds while playing: on or off. Nothing while the film has none. */
function MuteButton() {
  const { studio } = useServices();
  const muted = useSession((state) => state.muted);
  const sounds = useProject((project) => project.film.sounds.length > 0, false);
  const notes = useSession((state) => (state.overview?.notes.length ?? 0) > 0);
  const slowed = useSession((state) => state.speed !== 1);
  if (!sounds && !notes) return null;
  const Icon = muted || slowed ? VolumeX : Volume2;
  return (
    <button
      type="button"
      aria-pressed={!muted}
      title={slowed ? 'Sounds are heard at speed 1 only' : 'Sounds while playing; they are exported all the same'}
      className={cx(
        'flex h-7 shrink-0 items-center gap-1 rounded-md px-2 text-[12px] whitespace-nowrap hover:bg-line/60',
        muted ? 'text-quiet' : 'font-semibold text-spruce',
      )}
      onClick={() => {
        setSession({ muted: !muted });
        void studio.playback.replay();
      }}
    >
      <Icon className="size-3.5" aria-hidden /> Sound {muted ? 'off' : 'on'}
    </button>
  );
}

function LoopAndSpeed() {
  const { studio } = useServices();
  const speed = useSession((state) => state.speed);
  const looping = useSession((state) => state.looping);
  return (
    <>
      <button
        type="button"
        aria-pressed={looping}
        title="Play over and over"
        className={cx(
          'flex h-7 shrink-0 items-center gap-1 rounded-md px-2 text-[12px] whitespace-nowrap hover:bg-line/60',
          looping ? 'font-semibold text-spruce' : 'text-quiet',
        )}
        onClick={() => {
          setSession({ looping: !looping });
          void studio.playback.replay();
        }}
      >
        <Repeat className="size-3.5" aria-hidden /> Loop {looping ? 'on' : 'off'}
      </button>
      <label className="flex h-7 shrink-0 items-center gap-1 rounded-md px-2 text-[12px] text-quiet">
        Speed
        <select
          value={speed}
          className="rounded bg-card px-1 py-0.5 font-mono text-ink"
          onChange={(event) => {
            setSession({ speed: Number(event.target.value) });
            void studio.playback.replay();
          }}
        >
          {speeds.map((value) => (
            <option key={value} value={value}>
              {value}×
            </option>
          ))}
        </select>
      </label>
    </>
  );
}

function TimeWords() {
  const frame = usePlayhead((readout) => readout?.frame ?? null);
  const overview = useSession((state) => state.overview);
  if (frame === null || !overview) return null;
  return (
    <p className="ml-3 flex min-w-0 items-baseline gap-3 overflow-hidden font-mono text-[12px] whitespace-nowrap">
      <strong className="text-[13px]">{clockWords(frame / overview.framesPerSec)}</strong>
      <span className="text-quiet">
        of {clockWords(overview.filmSec)} · frame {frame}
      </span>
    </p>
  );
}
