'use client';

import { type PointerEvent, useEffect, useRef, useState } from 'react';
import type { Extra } from '@/core/project/film-parts';
import type { StageRect } from '@/core/scene/part-box';
import { endGesture } from '@/state/document';
import { changeExtra } from '@/state/edit-film';
import { useServices } from '../services';
import { usePiece, usePlayhead, useProject, useSession } from '../use-state';
import type { OverlayProps } from './overlay';

/** A frame around the picked extra; dragging it moves the extra. */
export function ExtraTool({ scale }: OverlayProps) {
  const id = useSession((state) => state.pickedExtra);
  const own = usePiece((piece) => piece.extras.find((each) => each.id === id) ?? null, null);
  const overlay = useProject((project) => project.film.overlays.find((each) => each.id === id) ?? null, null);
  const extra = own ?? overlay;
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
