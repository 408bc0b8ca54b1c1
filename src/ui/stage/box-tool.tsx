'use client';

import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { StageBox } from '@/core/project/film';
import { endGesture } from '@/state/document';
import { editStage } from '@/state/edit-stage';
import { setSession } from '@/state/session';
import { useProject, useSession } from '../use-state';
import { dragged, type Handle, handles, type Snapped } from './drag-box';
import type { OverlayProps } from './overlay';

/** Within so many pixels a box snaps to a line. */
const SNAP_PX = 6;

function setBox(box: StageBox, gesture: string | null): void {
  editStage((stage) => {
    stage.box = box;
  }, gesture);
}

const percent = (value: number) => `${value * 100}%`;

/** Dragging the box or one of its handles, with lines that it snaps to. */
function useBoxDrag(scale: number) {
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920) * scale;
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080) * scale;
  const drag = useRef<{ handle: Handle; x: number; y: number; box: StageBox; gesture: string } | null>(null);
  const [guides, setGuides] = useState<Snapped['guides']>({ x: null, y: null });
  const down = (box: StageBox, handle: Handle) => (event: PointerEvent<HTMLElement>) => {
    event.stopPropagation();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { handle, x: event.clientX, y: event.clientY, box, gesture: `chart-box-${event.timeStamp}` };
  };
  const move = (event: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const by = { x: (event.clientX - from.x) / widthPx, y: (event.clientY - from.y) / heightPx };
    const snap = event.altKey ? 0 : SNAP_PX;
    const next = dragged(from.box, from.handle, by, { x: snap / widthPx, y: snap / heightPx });
    setGuides(next.guides);
    setBox(next.box, from.gesture);
  };
  const up = () => {
    drag.current = null;
    setGuides({ x: null, y: null });
    endGesture();
  };
  return { down, move, up, guides };
}

/** Arrow keys move the box, with Shift they size it, with Alt by little. */
function moveByKey(event: KeyboardEvent, box: StageBox): void {
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
  setBox(dragged(box, event.shiftKey ? 'se' : 'move', { x: dx, y: dy }, { x: 0, y: 0 }).box, 'chart-box-keys');
}

function SnapLines({ guides }: { readonly guides: Snapped['guides'] }) {
  return (
    <>
      {guides.x !== null && (
        <div aria-hidden className="absolute inset-y-0 w-px bg-accent" style={{ left: percent(guides.x) }} />
      )}
      {guides.y !== null && (
        <div aria-hidden className="absolute inset-x-0 h-px bg-accent" style={{ top: percent(guides.y) }} />
      )}
    </>
  );
}

/** The chart's box with handles, while it is moved. */
export function BoxTool({ scale }: OverlayProps) {
  const on = useSession((state) => state.boxTool);
  const box = useProject((project) => project.film.stage.box, null);
  const { down, move, up, guides } = useBoxDrag(scale);
  if (!on || !box) return null;
  return (
    <div className="absolute inset-0 cursor-default">
      <SnapLines guides={guides} />
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
        onPointerDown={down(box, 'move')}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={up}
        onKeyDown={(event) => moveByKey(event, box)}
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
            onPointerDown={down(box, handle)}
            onPointerMove={move}
            onPointerUp={up}
          />
        ))}
      </div>
    </div>
  );
}
