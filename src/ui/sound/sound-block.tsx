'use client';

import { AudioLines, Mic, Repeat, VolumeX } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from 'react';
import { type Sound, soundSpan } from '@/core/project/sound';
import { endGesture } from '@/state/document';
import { changeSound, removeSound } from '@/state/edit-sounds';
import { setSession } from '@/state/session';
import { clockWords } from '../beats/time-words';
import { goToControl } from '../go-to';
import { cx } from '../parts/class-names';
import { useSession } from '../use-state';
import { dragged, type SoundGrip } from './drag-sound';
import { drawWave } from './draw-wave';
import { usePeaks } from './use-peaks';

interface SoundBlockProps {
  readonly sound: Sound;
  /** Seconds of the film at the edges of the strip. */
  readonly shown: readonly [number, number];
  readonly filmSec: number;
  readonly stops: readonly number[];
}

/** Ends of a block that trim it, in CSS pixels. */
const GRIP_PX = 8;
const CLICK_PX = 3;
/** Seconds that an arrow key moves a sound, with Shift, and with neither. */
const [FAR_SEC, NEAR_SEC] = [1, 0.1];

/** A sound on the strip: drag it to move it, its ends to trim it; a press opens its controls. */
export function SoundBlock({ sound, shown, filmSec, stops }: SoundBlockProps) {
  const drag = useRef<{ x: number; grip: SoundGrip; sound: Sound; pxPerSec: number; moved: boolean } | null>(null);
  const picked = useSession((state) => state.pickedSound === sound.id);
  const peaks = usePeaks(sound);
  const [start, end] = soundSpan(sound, filmSec);
  const secs = shown[1] - shown[0];
  const [left, right] = [Math.max(start, shown[0]), Math.min(end, shown[1])];
  if (right <= left && !(start >= shown[0] && start <= shown[1])) return null;
  const open = () => {
    setSession({ pickedSound: sound.id });
    goToControl('sounds');
  };
  const gripAt = (event: PointerEvent<HTMLElement>): SoundGrip => {
    const box = event.currentTarget.getBoundingClientRect();
    if (event.clientX - box.left < GRIP_PX && start >= shown[0]) return 'start';
    return box.right - event.clientX < GRIP_PX && end <= shown[1] + 1e-6 ? 'end' : 'whole';
  };
  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    if (event.button !== 0) return;
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    const widthPx = event.currentTarget.parentElement?.clientWidth ?? 1;
    drag.current = { x: event.clientX, grip: gripAt(event), sound, pxPerSec: widthPx / secs, moved: false };
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const running = drag.current;
    if (!running) {
      event.currentTarget.style.cursor = gripAt(event) === 'whole' ? 'grab' : 'ew-resize';
      return;
    }
    const px = event.clientX - running.x;
    if (!running.moved && Math.abs(px) < CLICK_PX) return;
    running.moved = true;
    const room = { filmSec, stops, pxPerSec: running.pxPerSec };
    changeSound(sound.id, dragged(running.sound, running.grip, px / running.pxPerSec, room), `sound-${sound.id}`);
  };
  const onPointerUp = () => {
    const running = drag.current;
    drag.current = null;
    if (running?.moved) endGesture();
    else if (running) open();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter') open();
    else if (event.key === 'Delete' || event.key === 'Backspace') removeSound(sound.id);
    else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      const by = (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? FAR_SEC : NEAR_SEC);
      const room = { filmSec, stops: [], pxPerSec: 1 };
      changeSound(sound.id, dragged(sound, 'whole', by, room), `keys-${sound.id}`);
    } else return;
    // Arrows are the playhead's elsewhere.
    event.preventDefault();
    event.stopPropagation();
  };
  const Icon = !sound.on ? VolumeX : sound.kind === 'voice' ? Mic : AudioLines;
  const percent = (sec: number) => `${((sec - shown[0]) / secs) * 100}%`;
  return (
    <button
      type="button"
      aria-label={`${sound.name}, ${sound.kind}, from ${clockWords(start)} to ${clockWords(end)}${sound.on ? '' : ', off'}`}
      aria-pressed={picked}
      title="Drag to move it, its ends to trim it; press for its controls. Arrow keys move it, Delete takes it out."
      className={cx(
        'absolute inset-y-0.5 min-w-1.5 touch-none overflow-hidden rounded-md border text-left',
        sound.kind === 'voice'
          ? 'border-accent/60 bg-accent/10 text-accent'
          : 'border-spruce/60 bg-spruce/10 text-spruce',
        picked && 'outline-2 outline-ink',
        !sound.on && 'opacity-45',
      )}
      style={{ left: percent(left), width: `${((right - left) / secs) * 100}%` }}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={onPointerUp}
      onKeyDown={onKeyDown}
      onClick={(event) => {
        // A press of Enter or Space on the button comes without a pointer.
        if (event.detail === 0) open();
      }}
      onBlur={endGesture}
    >
      {peaks !== null && typeof peaks !== 'string' && (
        <Wave sound={sound} peaks={peaks} span={[start, end]} shown={[left, right]} />
      )}
      <span className="pointer-events-none absolute top-0 left-1 flex max-w-full items-center gap-1 rounded bg-paper/85 px-1 text-[10.5px] leading-[14px] text-ink">
        <Icon className="size-3 shrink-0" aria-hidden />
        {sound.loop && <Repeat className="size-3 shrink-0" aria-hidden />}
        <span className="truncate">{typeof peaks === 'string' ? peaks : sound.name}</span>
      </span>
    </button>
  );
}

type WaveProps = Pick<Parameters<typeof drawWave>[0], 'sound' | 'peaks' | 'span' | 'shown'>;

/** The wave behind the name, drawn again whenever what is heard changes. */
function Wave({ sound, peaks, span, shown }: WaveProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useSession((state) => state.theme);
  const [start, end] = span;
  const [from, to] = shown;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme decides the ink that is read from the page
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const draw = () => {
      const ratio = window.devicePixelRatio || 1;
      const [widthPx, heightPx] = [element.clientWidth, element.clientHeight];
      element.width = Math.round(widthPx * ratio);
      element.height = Math.round(heightPx * ratio);
      const context = element.getContext('2d');
      if (!context) return;
      context.scale(ratio, ratio);
      const ink = getComputedStyle(element).color;
      drawWave({ context, widthPx, heightPx, sound, peaks, span: [start, end], shown: [from, to], ink });
    };
    const observer = new ResizeObserver(draw);
    observer.observe(element);
    return () => observer.disconnect();
  }, [sound, peaks, start, end, from, to, theme]);
  return <canvas ref={canvas} className="pointer-events-none absolute inset-0 size-full opacity-80" aria-hidden />;
}
