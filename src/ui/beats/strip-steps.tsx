'use client';

import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { endGesture } from '@/state/document';
import { nudgeStep, setStep } from '@/state/edit-play';
import { useServices } from '../services';
import { clockWords } from './time-words';

/** Seconds that a press of an arrow key moves a step; ten times as many with Shift. */
const KEY_SEC = 0.1;
/** A press that moves less than this goes to the step instead. */
const CLICK_PX = 3;
/** A flag with less of the strip to itself than this has no room for a name. */
const NAMED = 0.035;

/** Flags at which the groups of an opening begin: dragged along the strip, or moved with the arrow keys. */
export function StripSteps({ overview }: { readonly overview: FilmOverview }) {
  const { steps, lengthSec } = overview;
  return steps.map((step) => {
    const next = steps.reduce(
      (nearest, { atSec }) => (atSec > step.atSec ? Math.min(nearest, atSec) : nearest),
      lengthSec,
    );
    return <StepFlag key={step.key} step={step} overview={overview} share={(next - step.atSec) / lengthSec} />;
  });
}

interface FlagProps {
  readonly step: FilmOverview['steps'][number];
  readonly overview: FilmOverview;
  /** The part of the strip until the next one. */
  readonly share: number;
}

function StepFlag({ step, overview, share }: FlagProps) {
  const { studio } = useServices();
  const drag = useRef<{ readonly x: number; readonly atSec: number; readonly pxPerSec: number; moved: boolean } | null>(
    null,
  );
  const { key, name, atSec, takesSec } = step;
  const visit = (sec: number) => void studio.playback.visit(sec);

  const onPointerDown = (event: PointerEvent<HTMLButtonElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const strip = event.currentTarget.parentElement as HTMLElement;
    const pxPerSec = strip.getBoundingClientRect().width / overview.lengthSec;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, atSec, pxPerSec, moved: false };
  };
  const onPointerMove = (event: PointerEvent<HTMLButtonElement>) => {
    const running = drag.current;
    if (!running) return;
    event.stopPropagation();
    const byPx = event.clientX - running.x;
    if (!running.moved && Math.abs(byPx) < CLICK_PX) return;
    running.moved = true;
    setStep(key, running.atSec + byPx / Math.max(1e-6, running.pxPerSec), takesSec, `step-${key}`);
  };
  const onPointerUp = (event: PointerEvent) => {
    const ended = drag.current;
    if (!ended) return;
    event.stopPropagation();
    drag.current = null;
    endGesture();
    if (!ended.moved) visit(atSec + takesSec / 2);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const direction = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (direction === 0) return;
    // The arrows of the app move the playhead.
    event.preventDefault();
    event.stopPropagation();
    nudgeStep(step, direction * KEY_SEC * (event.shiftKey ? 10 : 1), `step-key-${key}`);
  };
  const said = `${name} comes at ${clockWords(atSec)}`;
  return (
    <button
      type="button"
      aria-label={said}
      title={`${said}. Drag to change.`}
      className="group absolute top-4 bottom-[18px] flex min-w-2 max-w-28 cursor-ew-resize items-start border-l-2 border-spruce text-left outline-none"
      style={{ left: `${(atSec / overview.lengthSec) * 100}%`, width: `${share * 100}%` }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={onPointerUp}
      onKeyDown={onKeyDown}
    >
      <span className="truncate rounded-r-[3px] bg-spruce px-1 text-[10px] leading-[14px] text-card group-focus-visible:outline-2 group-focus-visible:outline-ink">
        {share > NAMED ? name : '\u00a0'}
      </span>
    </button>
  );
}
