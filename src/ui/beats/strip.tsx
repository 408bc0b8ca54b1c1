'use client';

import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { paceLimits } from '@/core/pace/pace';
import { currentChart } from '@/state/current';
import { documentStore, endGesture } from '@/state/document';
import { beatWeight, setBeatWeight } from '@/state/edit-chart';
import { playheadStore } from '@/state/playhead';
import { sessionStore, setSession } from '@/state/session';
import { goToControl } from '../go-to';
import { useServices } from '../services';
import { usePlayhead, useSession } from '../use-state';
import { drawStrip, lineAt, type StripInks, zones } from './draw-strip';
import { clockWords } from './time-words';

type Drag =
  | { readonly kind: 'scrub' }
  | { readonly kind: 'span'; readonly fromSec: number }
  /** Pressed on a mark of the ruler: a click goes there, a drag selects. */
  | { readonly kind: 'mark'; readonly fromSec: number; readonly x: number }
  | {
      readonly kind: 'edge';
      readonly beat: number;
      readonly gesture: string;
      readonly start: FilmOverview;
      readonly weight: number;
    };

const EDGE_PX = 5;

/** The strip of beats: scrub on the map, drag on the ruler for a loop, drag a lower edge to slow down or hurry. */
export function Strip() {
  const { studio } = useServices();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const drag = useRef<Drag | null>(null);
  const [cursor, setCursor] = useState('pointer');
  const [tipX, setTipX] = useState<number | null>(null);
  const overview = useSession((state) => state.overview);
  const span = useSession((state) => state.span);
  useDrawing(box, canvas);
  if (!overview) return <div className="h-full" />;

  const place = (event: PointerEvent) => {
    const rect = (box.current as HTMLDivElement).getBoundingClientRect();
    const x = Math.min(rect.width, Math.max(0, event.clientX - rect.left));
    return {
      x,
      y: event.clientY - rect.top,
      widthPx: rect.width,
      heightPx: rect.height,
      timeSec: (x / rect.width) * overview.lengthSec,
    };
  };
  const edgeAt = (event: PointerEvent) => {
    const { x, y, widthPx, heightPx } = place(event);
    return y < heightPx - zones.labelPx ? -1 : nearestEdge(overview, x, widthPx);
  };

  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    if (event.button !== 0) return;
    const { x, y, timeSec } = place(event);
    if ((event.target as Element).closest('button')) {
      drag.current = { kind: 'mark', fromSec: timeSec, x };
      return;
    }
    event.currentTarget.setPointerCapture(event.pointerId);
    const beat = edgeAt(event);
    if (beat >= 0) drag.current = startEdge(overview, beat, event.timeStamp);
    else if (y < zones.rulerPx) drag.current = { kind: 'span', fromSec: timeSec };
    else {
      drag.current = { kind: 'scrub' };
      void studio.playback.seek(timeSec);
    }
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    const { x, y, widthPx, heightPx, timeSec } = place(event);
    const running = drag.current;
    if (!running) {
      setCursor(edgeAt(event) >= 0 ? 'col-resize' : y < zones.rulerPx ? 'text' : 'pointer');
      const hovered = lineAt(overview, x, y, widthPx, heightPx);
      setTipX(hovered === null ? null : x);
      if (sessionStore.getState().hovered !== hovered) setSession({ hovered });
      return;
    }
    if (running.kind === 'mark') {
      if (Math.abs(x - running.x) < EDGE_PX) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { kind: 'span', fromSec: running.fromSec };
      return;
    }
    if (running.kind === 'scrub') void studio.playback.seek(timeSec);
    else if (running.kind === 'edge') dragEdge(running, x / widthPx);
    else {
      const [from, to] = [Math.min(running.fromSec, timeSec), Math.max(running.fromSec, timeSec)];
      if (to - from > 2 / overview.framesPerSec) setSession({ span: [from, to] });
    }
  };
  const onPointerUp = () => {
    const ended = drag.current;
    drag.current = null;
    endGesture();
    if (ended?.kind === 'span') void studio.playback.play();
  };

  const onKeyDown = (event: KeyboardEvent) => {
    // Arrows, Home and End are the app's own shortcuts; the slider only has to stop the page from scrolling.
    if (event.key.startsWith('Page')) {
      event.preventDefault();
      void studio.playback.stepPeriods(event.key === 'PageDown' ? 1 : -1);
    }
  };
  const percent = (timeSec: number) => `${(timeSec / overview.lengthSec) * 100}%`;
  return (
    <div
      className="relative h-full touch-none select-none"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={onPointerUp}
      onPointerLeave={() => {
        setTipX(null);
        if (!drag.current) setSession({ hovered: null });
      }}
    >
      <div
        ref={box}
        role="slider"
        tabIndex={0}
        aria-label="Playhead"
        aria-valuemin={0}
        aria-valuemax={overview.lengthSec}
        aria-valuenow={playheadSec()}
        aria-valuetext={clockWords(playheadSec())}
        className="relative h-full"
        style={{ cursor }}
        onKeyDown={onKeyDown}
      >
        <canvas ref={canvas} className="absolute inset-0 size-full" aria-hidden />
        {span && (
          <div
            className="pointer-events-none absolute top-0 bottom-0 border-x-2 border-spruce bg-spruce/15"
            style={{ left: percent(span[0]), width: percent(span[1] - span[0]) }}
          />
        )}
        <LineTip x={tipX} />
        <Playhead lengthSec={overview.lengthSec} />
      </div>
      {overview.captions.map((caption) => (
        <button
          key={caption.id}
          type="button"
          tabIndex={-1}
          title={caption.text}
          aria-label={`Caption from ${clockWords(caption.fromSec)}: ${caption.text}`}
          className="absolute bottom-[18px] h-3.5 truncate rounded-[3px] border border-spruce bg-card/90 px-1 text-left text-[10px] leading-[12px] text-ink hover:bg-spruce hover:text-card"
          style={{ left: percent(caption.fromSec), width: percent(caption.toSec - caption.fromSec) }}
          onClick={() => {
            setSession({ pickedCaption: caption.id });
            goToControl('caption-text');
            void studio.playback.pause().then(() => studio.playback.seek(caption.fromSec + 0.3));
          }}
        >
          {caption.text}
        </button>
      ))}
      {overview.moments
        .filter(({ kind }) => kind === 'record' || kind === 'climb' || kind === 'fall')
        .map(({ id, kind, timeSec, words }) => (
          <button
            key={id}
            type="button"
            tabIndex={-1}
            title={`${words}, at ${clockWords(timeSec)}`}
            aria-label={`${words}, at ${clockWords(timeSec)}`}
            className="absolute top-0 grid h-4 w-3 -translate-x-1/2 place-items-center font-mono text-[10px] text-spruce"
            style={{ left: percent(timeSec) }}
            onClick={() => void studio.playback.pause().then(() => studio.playback.seek(timeSec))}
          >
            {kind === 'record' ? '◆' : kind === 'climb' ? '▲' : '▼'}
          </button>
        ))}
      {overview.leads.map(({ timeSec, name }) => (
        <button
          key={timeSec}
          type="button"
          tabIndex={-1}
          title={`${name} takes the lead at ${clockWords(timeSec)}`}
          aria-label={`${name} takes the lead at ${clockWords(timeSec)}`}
          className="absolute top-0 h-4 w-3 -translate-x-1/2"
          style={{ left: percent(timeSec) }}
          onClick={() => void studio.playback.pause().then(() => studio.playback.seek(timeSec))}
        />
      ))}
    </div>
  );
}

const playheadSec = () => playheadStore.getState().readout?.timeSec ?? 0;

/** Whose line is under the pointer, and its value at the playhead. */
function LineTip({ x }: { readonly x: number | null }) {
  const hovered = useSession((state) => state.hovered);
  const name = useSession((state) => state.overview?.lines.find(({ category }) => category === hovered)?.name);
  const value = usePlayhead((readout) => readout?.rows.find(({ category }) => category === hovered)?.valueText);
  if (x === null || name === undefined) return null;
  return (
    <div
      role="tooltip"
      className="pointer-events-none absolute -top-7 z-30 max-w-60 truncate rounded-md border border-line bg-card px-2 py-0.5 text-[12px] shadow-lg"
      style={{ left: x + 8 }}
    >
      {name} {value && <span className="font-mono">{value}</span>}
    </div>
  );
}

/** Moves by itself, without React, since it moves with every frame. */
function Playhead({ lengthSec }: { readonly lengthSec: number }) {
  const line = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const place = () => {
      const element = line.current;
      if (!element) return;
      const timeSec = playheadSec();
      element.style.left = `${Math.min(100, (timeSec / lengthSec) * 100)}%`;
      element.parentElement?.setAttribute('aria-valuenow', timeSec.toFixed(3));
      element.parentElement?.setAttribute('aria-valuetext', clockWords(timeSec));
    };
    place();
    return playheadStore.subscribe(place);
  }, [lengthSec]);
  return (
    <div ref={line} className="pointer-events-none absolute top-0 bottom-0 -ml-px w-0.5 bg-ink">
      <div className="absolute -top-0.5 -left-[5px] size-3 rotate-45 rounded-[2px] bg-ink" />
    </div>
  );
}

/** Draws the canvas when the film, the theme, the size or the lit line changes. */
function useDrawing(box: React.RefObject<HTMLDivElement | null>, canvas: React.RefObject<HTMLCanvasElement | null>) {
  const overview = useSession((state) => state.overview);
  const hovered = useSession((state) => state.hovered);
  const theme = useSession((state) => state.theme);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the theme decides the inks that are read from the page
  useEffect(() => {
    const element = canvas.current;
    const room = box.current;
    if (!element || !room || !overview) return;
    const draw = () => {
      const ratio = window.devicePixelRatio || 1;
      const [widthPx, heightPx] = [room.clientWidth, room.clientHeight];
      element.width = Math.round(widthPx * ratio);
      element.height = Math.round(heightPx * ratio);
      const context = element.getContext('2d');
      if (!context) return;
      context.scale(ratio, ratio);
      drawStrip(context, widthPx, heightPx, overview, hovered, readInks(room));
    };
    draw();
    const observer = new ResizeObserver(draw);
    observer.observe(room);
    return () => observer.disconnect();
  }, [box, canvas, overview, hovered, theme]);
}

function readInks(element: Element): StripInks {
  const style = getComputedStyle(element);
  const read = (name: string) => style.getPropertyValue(name).trim();
  return {
    ink: read('--ink'),
    quiet: read('--quiet'),
    line: read('--line'),
    band: read('--band'),
    mark: read('--accent'),
  };
}

/** The beat whose end lies under `x`; -1 where none does, or where beats are too narrow to be told apart. */
function nearestEdge(overview: FilmOverview, x: number, widthPx: number): number {
  const toPx = widthPx / overview.lengthSec;
  for (let p = 1; p < overview.periodSec.length; p++) {
    const [from, to] = [(overview.periodSec[p - 1] ?? 0) * toPx, (overview.periodSec[p] ?? 0) * toPx];
    if (Math.abs(to - x) <= EDGE_PX && to - from > 2 * EDGE_PX) return p - 1;
  }
  return -1;
}

function startEdge(overview: FilmOverview, beat: number, stamp: number): Drag {
  const { project } = documentStore.getState();
  const key = overview.periodKeys[beat] ?? '';
  const weight = project ? beatWeight(currentChart(project), key) : 1;
  return { kind: 'edge', beat, gesture: `edge-${beat}-${stamp}`, start: overview, weight };
}

/**
 * Sets the weight that puts the beat's end under the pointer. With a kept whole length the other beats share what is
 * left, so the beat's own start moves too; without, the film grows and the pointer is read on the old scale.
 */
function dragEdge({ beat, gesture, start, weight }: Extract<Drag, { kind: 'edge' }>, share: number): void {
  const { project } = documentStore.getState();
  if (!project) return;
  const sec = (span: number) => start.spanStartSec[span] ?? 0;
  const runFrom = sec(1);
  const runTo = sec(start.spanStartSec.length - 2);
  const beatFrom = sec(2 * beat + 1);
  const beatTo = sec(2 * beat + 3 < start.spanStartSec.length - 1 ? 2 * beat + 3 : 2 * beat + 2);
  const pointerSec = share * start.lengthSec;
  const now = beatTo - beatFrom;
  let factor = (pointerSec - beatFrom) / now;
  if (currentChart(project).pace.length.by === 'whole') {
    // before * k + now * f * k = pointer - runFrom, with k = run / (run - now + now * f)
    const run = runTo - runFrom;
    const target = (pointerSec - runFrom) / run;
    const before = beatFrom - runFrom;
    factor = (target * (run - now) - before) / (now * Math.max(1e-6, 1 - target));
  }
  const [least, most] = paceLimits.weight;
  setBeatWeight(start.periodKeys[beat] ?? '', Math.min(most, Math.max(least, weight * factor)), gesture);
}
