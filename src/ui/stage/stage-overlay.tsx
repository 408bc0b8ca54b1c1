'use client';

import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import type { ContentPart } from '@/core/project/chart';
import type { StageBox } from '@/core/project/film';
import type { Extra } from '@/core/project/film-parts';
import type { StageRect } from '@/core/scene/part-box';
import { currentChart, editChart } from '@/state/current';
import { documentStore, edit, endGesture } from '@/state/document';
import { changeExtra } from '@/state/edit-film';
import { sessionStore, setSession } from '@/state/session';
import { useServices } from '../services';
import { usePiece, usePlayhead, useProject, useSession } from '../use-state';

interface OverlayProps {
  /** CSS pixels per stage pixel. */
  readonly scale: number;
}

/** Lines to place things by; drawn over the picture, never part of it. */
export function Guides() {
  const guides = useSession((state) => state.guides);
  if (guides === 'none') return null;
  const lines = guides === 'thirds' ? [100 / 3, 200 / 3] : [];
  return (
    <div aria-hidden className="pointer-events-none absolute inset-0">
      {lines.map((at) => (
        <div key={at}>
          <div className="absolute inset-y-0 w-px bg-accent/70" style={{ left: `${at}%` }} />
          <div className="absolute inset-x-0 h-px bg-accent/70" style={{ top: `${at}%` }} />
        </div>
      ))}
      {guides === 'safe' && (
        <>
          <div className="absolute inset-[5%] border border-dashed border-accent/80" />
          <div className="absolute inset-[10%] border border-dashed border-accent/50" />
        </>
      )}
    </div>
  );
}

/** Snapped places, as shares of the stage: edges, margins of a twentieth, thirds and the middle. */
const SNAPS = [0, 0.05, 1 / 3, 0.5, 2 / 3, 0.95, 1];
const SNAP_PX = 6;
const LEAST = 0.05;

type Handle = 'move' | 'nw' | 'n' | 'ne' | 'e' | 'se' | 's' | 'sw' | 'w';
const handles: readonly Exclude<Handle, 'move'>[] = ['nw', 'n', 'ne', 'e', 'se', 's', 'sw', 'w'];

interface Snapped {
  readonly box: StageBox;
  readonly guides: { readonly x: number | null; readonly y: number | null };
}

/** Moves one axis of a box by a distance and snaps its ends and middle. */
function along(start: number, size: number, by: number, from: boolean, to: boolean, snapShare: number) {
  let [low, high] = [start + (from ? by : 0), start + size + (to ? by : 0)];
  const moves = from && to;
  let guide: number | null = null;
  const candidates = [...(from ? [low] : []), ...(to ? [high] : []), ...(moves ? [(low + high) / 2] : [])];
  let best = snapShare;
  let shift = 0;
  for (const at of candidates) {
    for (const snap of SNAPS) {
      if (Math.abs(snap - at) < best) [best, shift, guide] = [Math.abs(snap - at), snap - at, snap];
    }
  }
  if (from) low += shift;
  if (to) high += shift;
  if (moves) {
    const inside = Math.max(0, -low) - Math.max(0, high - 1);
    return { start: low + inside, size, guide };
  }
  if (from) low = Math.min(high - LEAST, Math.max(0, low));
  if (to) high = Math.max(low + LEAST, Math.min(1, high));
  return { start: low, size: high - low, guide };
}

function dragged(box: StageBox, handle: Handle, dx: number, dy: number, snapX: number, snapY: number): Snapped {
  const west = handle === 'move' || handle.includes('w');
  const east = handle === 'move' || handle.includes('e');
  const north = handle === 'move' || handle.includes('n');
  const south = handle === 'move' || handle.includes('s');
  // The names of the compass overlap with nothing: 'move' is handled above.
  const x = along(box.x, box.width, dx, west, east, snapX);
  const y = along(box.y, box.height, dy, north, south, snapY);
  return { box: { x: x.start, y: y.start, width: x.size, height: y.size }, guides: { x: x.guide, y: y.guide } };
}

function setBox(box: StageBox, gesture: string | null): void {
  edit((draft) => {
    draft.film.stage.box = box;
  }, gesture);
}

/** The chart's box with handles, while it is moved. */
export function BoxTool({ scale }: OverlayProps) {
  const on = useSession((state) => state.boxTool);
  const box = useProject((project) => project.film.stage.box, null);
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920) * scale;
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080) * scale;
  const drag = useRef<{ handle: Handle; x: number; y: number; box: StageBox; gesture: string } | null>(null);
  const [guides, setGuides] = useState<Snapped['guides']>({ x: null, y: null });
  if (!on || !box) return null;
  const down = (handle: Handle) => (event: PointerEvent<HTMLElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { handle, x: event.clientX, y: event.clientY, box, gesture: `chart-box-${event.timeStamp}` };
  };
  const move = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const [dx, dy] = [(event.clientX - from.x) / widthPx, (event.clientY - from.y) / heightPx];
    const snap = event.altKey ? 0 : SNAP_PX;
    const next = dragged(from.box, from.handle, dx, dy, snap / widthPx, snap / heightPx);
    setGuides(next.guides);
    setBox(next.box, from.gesture);
  };
  const up = () => {
    drag.current = null;
    setGuides({ x: null, y: null });
    endGesture();
  };
  const key = (event: KeyboardEvent) => {
    const step = event.altKey ? 0.002 : 0.01;
    const [dx = 0, dy = 0] = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, -step],
      ArrowDown: [0, step],
    }[event.key] ?? [0, 0];
    if (event.key === 'Escape') setSession({ boxTool: false });
    if (dx === 0 && dy === 0) return;
    event.preventDefault();
    event.stopPropagation();
    setBox(dragged(box, event.shiftKey ? 'se' : 'move', dx, dy, 0, 0).box, 'chart-box-keys');
  };
  const percent = (value: number) => `${value * 100}%`;
  return (
    <div className="absolute inset-0 cursor-default">
      {guides.x !== null && (
        <div aria-hidden className="absolute inset-y-0 w-px bg-accent" style={{ left: percent(guides.x) }} />
      )}
      {guides.y !== null && (
        <div aria-hidden className="absolute inset-x-0 h-px bg-accent" style={{ top: percent(guides.y) }} />
      )}
      {/* biome-ignore lint/a11y/useSemanticElements: a box that is dragged is no native control */}
      <div
        role="group"
        aria-label="Box of the chart: arrow keys move it, with Shift they size it"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: it takes arrow keys
        tabIndex={0}
        ref={(element) => {
          if (element && !element.dataset.seen) {
            element.dataset.seen = 'true';
            element.focus();
          }
        }}
        className="absolute cursor-move touch-none border-2 border-accent bg-accent/5"
        style={{ left: percent(box.x), top: percent(box.y), width: percent(box.width), height: percent(box.height) }}
        onPointerDown={down('move')}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        onKeyDown={key}
        onBlur={() => endGesture()}
      >
        {handles.map((handle) => (
          <span
            key={handle}
            className="absolute size-3 -translate-1/2 touch-none rounded-[2px] border border-accent bg-card"
            style={{
              left: handle.includes('w') ? 0 : handle.includes('e') ? '100%' : '50%',
              top: handle.includes('n') ? 0 : handle.includes('s') ? '100%' : '50%',
              cursor: `${handle}-resize`,
            }}
            onPointerDown={down(handle)}
            onPointerMove={move}
            onPointerUp={up}
          />
        ))}
      </div>
    </div>
  );
}

/** A frame around the picked extra; dragging it moves the extra. */
export function ExtraTool({ scale }: OverlayProps) {
  const id = useSession((state) => state.pickedExtra);
  const extra = usePiece((piece) => piece.extras.find((each) => each.id === id) ?? null, null);
  const step = useSession((state) => state.step);
  // Nothing of it is there while nothing is picked: following every frame costs something.
  return extra && step === 'dress' ? <ExtraFrame scale={scale} extra={extra} /> : null;
}

function ExtraFrame({ scale, extra }: OverlayProps & { readonly extra: Extra }) {
  const services = useServices();
  const { id } = extra;
  const frame = usePlayhead((readout) => readout?.frame);
  const overview = useSession((state) => state.overview);
  const unit = useProject((project) => Math.min(project.film.stage.widthPx, project.film.stage.heightPx) / 100, 10);
  const [rect, setRect] = useState<StageRect | null>(null);
  const drag = useRef<{ x: number; y: number; dx: number; dy: number; gesture: string } | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the frame and the film decide where the extra stands
  useEffect(() => {
    let ended = false;
    void services.boxOf('extra', id).then((found) => !ended && setRect(found));
    return () => {
      ended = true;
    };
  }, [services, id, frame, overview, extra]);
  if (!rect) return null;
  const { anchor } = extra;
  const inwardX = anchor.kind === 'stage' && anchor.corner.endsWith('right') ? -1 : 1;
  const inwardY = anchor.kind === 'stage' && anchor.corner.startsWith('bottom') ? -1 : 1;
  const move = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const by = (px: number) => px / scale / unit;
    const round = (value: number) => Math.round(Math.min(500, Math.max(-500, value)) * 10) / 10;
    const [dx, dy] = [
      round(from.dx + by(event.clientX - from.x) * inwardX),
      round(from.dy + by(event.clientY - from.y) * inwardY),
    ];
    changeExtra(extra.id, { anchor: { ...anchor, dx, dy } }, from.gesture);
  };
  return (
    <div
      className="absolute cursor-move touch-none border-2 border-dashed border-accent"
      style={{
        left: rect.x * scale - 3,
        top: rect.y * scale - 3,
        width: rect.widthPx * scale + 6,
        height: rect.heightPx * scale + 6,
      }}
      onPointerDown={(event) => {
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = {
          x: event.clientX,
          y: event.clientY,
          dx: anchor.dx,
          dy: anchor.dy,
          gesture: `extra-${event.timeStamp}`,
        };
      }}
      onPointerMove={move}
      onPointerUp={() => {
        drag.current = null;
        endGesture();
      }}
    />
  );
}

/** The text that is edited in place, and where. */
export interface TextEdit {
  readonly part: ContentPart;
  readonly rect: StageRect;
}

/** A text of the stage, edited where it stands. Enter keeps it, Escape takes it back. */
export function TextTool({
  scale,
  editing,
  onDone,
}: OverlayProps & { readonly editing: TextEdit | null; readonly onDone: () => void }) {
  const background = useProject((project) => project.film.stage.background.colour, '#FFFCF5');
  if (!editing) return null;
  const { part, rect } = editing;
  const { project } = documentStore.getState();
  if (!project) return null;
  const chart = currentChart(project);
  const style = chart.dress.texts[part];
  const unit = Math.min(project.film.stage.widthPx, project.film.stage.heightPx) / 100;
  const sizePx = Math.max(11, style.size * unit * scale);
  return (
    <textarea
      aria-label={`Edit the ${part} on stage`}
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to write here
      autoFocus
      defaultValue={chart.text[part]}
      maxLength={500}
      className="absolute z-10 resize-none overflow-hidden rounded-[3px] border-2 border-accent p-0.5 leading-tight outline-none"
      style={{
        left: Math.max(0, rect.x * scale - 4),
        top: Math.max(0, rect.y * scale - 4),
        minWidth: Math.max(180, rect.widthPx * scale + 24),
        width: Math.max(180, rect.widthPx * scale + 24),
        height: Math.max(sizePx * 1.5, rect.heightPx * scale + 12),
        background,
        color: style.colour ?? sessionInk(background),
        font: `${style.italic ? 'italic ' : ''}${style.weight} ${sizePx}px '${style.family}', 'Instrument Sans', sans-serif`,
      }}
      onFocus={(event) => event.target.select()}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') onDone();
        if (event.key === 'Enter' && !event.shiftKey) event.currentTarget.blur();
      }}
      onBlur={(event) => {
        const text = event.target.value.replace(/\s*\n\s*/g, ' ').trim();
        editChart((draft) => {
          draft.text[part] = text;
        });
        onDone();
      }}
    />
  );
}

function sessionInk(background: string): string {
  const number = Number.parseInt(background.slice(1), 16);
  const light = ((number >> 16) & 255) * 0.3 + ((number >> 8) & 255) * 0.59 + (number & 255) * 0.11;
  return light > 140 ? '#1C2B33' : '#F7F2E6';
}

/** The value under the pointer, in words. */
export function ValueTip({ at }: { readonly at: { readonly x: number; readonly y: number } | null }) {
  const hovered = useSession((state) => state.hovered);
  const row = usePlayhead((readout) => readout?.rows.find(({ category }) => category === hovered) ?? null);
  const period = usePlayhead((readout) => readout?.periodLabel ?? '');
  if (!at || !row || sessionStore.getState().step === 'gather') return null;
  return (
    <div
      role="tooltip"
      className="pointer-events-none absolute z-20 max-w-60 rounded-md border border-line bg-card px-2 py-1 text-[12px] text-ink shadow-lg"
      style={{ left: at.x + 14, top: at.y + 14 }}
    >
      <span className="block truncate font-semibold">{row.name}</span>
      <span className="font-mono">
        {row.rank}. {row.valueText}
      </span>{' '}
      <span className="text-quiet">{period}</span>
    </div>
  );
}
