'use client';

import { type PointerEvent, useEffect, useRef, useState } from 'react';
import { sessionStore, setSession } from '@/state/session';
import type { ControlId } from '../controls';
import { goToColour, goToControl } from '../go-to';
import { cx } from '../parts/class-names';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';

/** Where a click on a part of the picture leads. */
const controlOfPart: Record<string, ControlId> = {
  title: 'title',
  subtitle: 'subtitle',
  source: 'source',
  stamp: 'length',
  axis: 'decimals',
  value: 'decimals',
  background: 'background',
};

interface StageProps {
  /** Floats small in the corner while the table has the centre. */
  readonly small: boolean;
}

/** The picture, exactly as it will be exported, fitted to the room it has. */
export function Stage({ small }: StageProps) {
  const services = useServices();
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920);
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080);
  const background = useProject((project) => project.film.stage.background, '#FFFCF5');
  const status = useSession((state) => state.status);
  const hovered = useSession((state) => state.hovered);
  const fitted = useFittedSize(room, widthPx, heightPx);

  useEffect(() => {
    // The canvas goes to a worker for good, so it is made by hand rather than by React, which may draw twice.
    const canvas = document.createElement('canvas');
    canvas.className = 'block size-full';
    canvas.setAttribute('aria-hidden', 'true');
    holder.current?.append(canvas);
    void services.attachStage(canvas);
    return () => canvas.remove();
  }, [services]);

  useEffect(() => {
    const ratio = window.devicePixelRatio || 1;
    services.resizeStage(
      Math.max(1, Math.round(fitted.widthPx * ratio)),
      Math.max(1, Math.round(fitted.heightPx * ratio)),
    );
  }, [services, fitted.widthPx, fitted.heightPx]);

  useEffect(() => services.highlight(hovered), [services, hovered]);

  const toStage = (event: PointerEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    return [
      ((event.clientX - box.left) / box.width) * widthPx,
      ((event.clientY - box.top) / box.height) * heightPx,
    ] as const;
  };
  const hit = async (event: PointerEvent) => {
    const [x, y] = toStage(event);
    return services.hit(x, y);
  };

  return (
    <div
      ref={room}
      className={cx(
        'grid place-items-center',
        small ? 'absolute right-4 bottom-4 z-30 h-[190px] w-[300px]' : 'absolute inset-0 p-4',
        status !== 'ready' && 'invisible',
      )}
    >
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: clicking is a short cut; the search and the palette open every control */}
      <div
        ref={holder}
        role="img"
        aria-label="The stage"
        aria-describedby="stage-words"
        className={cx(
          'overflow-hidden border border-line',
          small ? 'rounded-md shadow-xl' : 'shadow-sm',
          'cursor-pointer',
        )}
        style={{ width: fitted.widthPx, height: fitted.heightPx, background }}
        onPointerMove={async (event) => {
          const found = await hit(event);
          const category = found?.category ?? null;
          if (sessionStore.getState().hovered !== category) setSession({ hovered: category });
        }}
        onPointerLeave={() => setSession({ hovered: null })}
        onClick={async (event) => {
          const found = await hit(event as unknown as PointerEvent);
          if (!found) return;
          const name =
            found.category === undefined ? undefined : sessionStore.getState().cube?.categories[found.category];
          if (name !== undefined && found.part !== 'value') goToColour(name);
          else goToControl(controlOfPart[found.part] ?? 'background');
        }}
      />
      <StageWords />
    </div>
  );
}

/** Fits the stage's ratio into its room. */
function useFittedSize(room: React.RefObject<HTMLDivElement | null>, widthPx: number, heightPx: number) {
  const [size, setSize] = useState({ widthPx: 640, heightPx: 360 });
  useEffect(() => {
    const element = room.current;
    if (!element) return;
    const measureRoom = () => {
      const style = getComputedStyle(element);
      const roomX =
        element.clientWidth - Number.parseFloat(style.paddingLeft) - Number.parseFloat(style.paddingRight) - 2;
      const roomY =
        element.clientHeight - Number.parseFloat(style.paddingTop) - Number.parseFloat(style.paddingBottom) - 2;
      const scale = Math.max(0.01, Math.min(roomX / widthPx, roomY / heightPx));
      setSize({ widthPx: Math.floor(widthPx * scale), heightPx: Math.floor(heightPx * scale) });
    };
    const observer = new ResizeObserver(measureRoom);
    observer.observe(element);
    measureRoom();
    return () => observer.disconnect();
  }, [room, widthPx, heightPx]);
  return size;
}

const WORDS_EVERY_MS = 500;

/** What the stage shows, in words, for whoever cannot see it. Follows the playhead at a reader's pace. */
function StageWords() {
  const [words, setWords] = useState('');
  useEffect(() => {
    let last = 0;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const write = () => {
      last = performance.now();
      const { readout } = sessionStore.getState();
      if (!readout) return setWords('');
      const rows = readout.rows.map(({ rank, name, valueText }) => `${rank}. ${name}, ${valueText}`);
      setWords(`${readout.periodLabel}: ${rows.join('; ')}.`);
    };
    const stop = sessionStore.subscribe((state, before) => {
      if (state.readout === before.readout) return;
      clearTimeout(timer);
      timer = setTimeout(write, Math.max(0, last + WORDS_EVERY_MS - performance.now()));
    });
    write();
    return () => {
      stop();
      clearTimeout(timer);
    };
  }, []);
  return (
    <p id="stage-words" data-testid="stage-words" className="sr-only">
      {words}
    </p>
  );
}
