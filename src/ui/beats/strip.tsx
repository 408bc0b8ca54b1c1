'use client';

import { type KeyboardEvent, useMemo, useRef } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { PointerTip } from '../parts/pointer-tip';
import { pieceSecOf } from '../piece-time';
import { useServices } from '../services';
import { useDocument, usePlayhead, useSession } from '../use-state';
import { PlayheadLine, playheadSec } from './playhead-line';
import { StripMarks } from './strip-marks';
import { StripSteps } from './strip-steps';
import { clockWords } from './time-words';
import { useStripDrag } from './use-strip-drag';
import { useStripDrawing } from './use-strip-drawing';
import { wholeFilm } from './whole-film';

/** The strip of beats: scrub on the map, drag on the ruler for a loop, drag a lower edge to slow down or hurry. */
export function Strip() {
  const overview = useSession((state) => state.overview);
  const whole = useSession((state) => state.wholeFilm && (state.overview?.blocks.length ?? 0) > 1);
  // The names of pieces are in the document; one piece alone does not ask for it.
  const project = useDocument((state) => (whole ? state.project : null));
  const shown = useMemo(() => (overview && project ? wholeFilm(overview, project) : overview), [overview, project]);
  return shown ? <FilmStrip overview={shown} /> : <div className="h-full" />;
}

function FilmStrip({ overview }: { readonly overview: FilmOverview }) {
  const { studio } = useServices();
  const box = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const span = useSession((state) => state.span);
  const { handlers, cursor, tipX } = useStripDrag(box, overview);
  useStripDrawing(box, canvas, overview);
  const onKeyDown = (event: KeyboardEvent) => {
    // Arrows, Home and End are the app's own shortcuts; the slider only has to stop the page from scrolling.
    if (event.key.startsWith('Page')) {
      event.preventDefault();
      void studio.playback.stepPeriods(event.key === 'PageDown' ? 1 : -1);
    }
  };
  const { fromSec, lengthSec } = overview;
  const percent = (sec: number) => `${(sec / lengthSec) * 100}%`;
  // A span that reaches beyond the piece is cut off here.
  const [spanFrom, spanTo] = span ? span.map((sec) => pieceSecOf(overview, sec)) : [];
  const pieceSec = pieceSecOf(overview, playheadSec());
  return (
    <div className="relative h-full touch-none select-none" {...handlers}>
      <div
        ref={box}
        role="slider"
        tabIndex={0}
        aria-label="Playhead"
        aria-valuemin={0}
        aria-valuemax={lengthSec}
        aria-valuenow={pieceSec}
        aria-valuetext={clockWords(pieceSec)}
        className="relative h-full"
        style={{ cursor }}
        onKeyDown={onKeyDown}
      >
        <canvas ref={canvas} className="absolute inset-0 size-full" aria-hidden />
        {spanFrom !== undefined && spanTo !== undefined && spanTo > spanFrom && (
          <div
            className="pointer-events-none absolute top-0 bottom-0 border-x-2 border-spruce bg-spruce/15"
            style={{ left: percent(spanFrom), width: percent(spanTo - spanFrom) }}
          />
        )}
        <LineTip x={tipX} />
        <PlayheadLine fromSec={fromSec} lengthSec={lengthSec} />
      </div>
      <StripMarks overview={overview} />
      <StripSteps overview={overview} />
    </div>
  );
}

/** Whose line is under the pointer, and its value at the playhead. */
function LineTip({ x }: { readonly x: number | null }) {
  const hovered = useSession((state) => state.hovered);
  const name = useSession((state) => state.overview?.lines.find(({ category }) => category === hovered)?.name);
  const value = usePlayhead((readout) => readout?.rows.find(({ category }) => category === hovered)?.valueText);
  if (x === null || name === undefined) return null;
  return (
    <PointerTip x={x} y={0} side="top">
      {name} {value && <span className="font-mono">{value}</span>}
    </PointerTip>
  );
}
