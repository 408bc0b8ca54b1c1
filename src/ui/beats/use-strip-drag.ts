import { type PointerEvent, type RefObject, useRef, useState } from 'react';
import type { FilmOverview } from '@/core/film/overview';
import { weightArriving } from '@/core/pace/beat-spans';
import { currentChart } from '@/state/current';
import { documentStore, endGesture } from '@/state/document';
import { beatWeight, setBeatWeight } from '@/state/edit-chart';
import { sessionStore, setSession } from '@/state/session';
import { useServices } from '../services';
import { lineAt, zones } from './draw-strip';

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

/**
 * What the pointer does on the strip: scrub on the map, select along the ruler, drag a lower edge to slow down or hurry.
 *
 * @param box The strip's box, whose width is the film's length.
 */
export function useStripDrag(box: RefObject<HTMLDivElement | null>, overview: FilmOverview) {
  const { studio } = useServices();
  const drag = useRef<Drag | null>(null);
  const [cursor, setCursor] = useState('pointer');
  const [tipX, setTipX] = useState<number | null>(null);

  const place = (event: PointerEvent) => {
    const rect = (box.current as HTMLDivElement).getBoundingClientRect();
    const x = Math.min(rect.width, Math.max(0, event.clientX - rect.left));
    return {
      x,
      y: event.clientY - rect.top,
      widthPx: rect.width,
      heightPx: rect.height,
      timeSec: overview.fromSec + (x / rect.width) * overview.lengthSec,
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
  const hover = (event: PointerEvent) => {
    const { x, y, widthPx, heightPx } = place(event);
    setCursor(edgeAt(event) >= 0 ? 'col-resize' : y < zones.rulerPx ? 'text' : 'pointer');
    const hovered = lineAt(overview, { x, y, widthPx, heightPx });
    setTipX(hovered === null ? null : x);
    if (sessionStore.getState().hovered !== hovered) setSession({ hovered });
  };
  const onPointerMove = (event: PointerEvent<HTMLDivElement>) => {
    const { x, widthPx, timeSec } = place(event);
    const running = drag.current;
    if (!running) return hover(event);
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
  const onPointerLeave = () => {
    setTipX(null);
    if (!drag.current) setSession({ hovered: null });
  };
  const handlers = { onPointerDown, onPointerMove, onPointerUp, onPointerCancel: onPointerUp, onPointerLeave };
  return { handlers, cursor, tipX };
}

/** The beat whose end lies under `x`; -1 where none does, or where beats are too narrow to be told apart. */
function nearestEdge(overview: FilmOverview, x: number, widthPx: number): number {
  // The beats of a whole film are its pieces, whose lengths are set elsewhere.
  if (overview.periodKeys.length === 0) return -1;
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

/** Sets the weight that puts the beat's end under the pointer, read on the scale of the film as it was. */
function dragEdge({ beat, gesture, start, weight }: Extract<Drag, { kind: 'edge' }>, share: number): void {
  const { project } = documentStore.getState();
  if (!project) return;
  const { pace } = currentChart(project);
  const { spanStartSec, periodKeys, lengthSec } = start;
  const keepsRun = pace.length.by === 'whole';
  const wish = { spanStartSec, restShare: pace.restShare, first: beat, last: beat, weight, keepsRun };
  setBeatWeight(periodKeys[beat] ?? '', weightArriving(wish, share * lengthSec), gesture);
}
