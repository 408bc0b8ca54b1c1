'use client';

import { type MouseEvent, type RefObject, useEffect, useRef, useState } from 'react';
import { cardTexts } from '@/core/project/card';
import { contentParts } from '@/core/project/chart';
import { cardOf } from '@/core/project/pieces';
import { labelParts, textParts } from '@/core/project/text-style';
import type { Subject } from '@/core/scene/scene';
import { documentStore } from '@/state/document';
import { playheadStore } from '@/state/playhead';
import { sessionStore, setSession } from '@/state/session';
import type { ControlId } from '../controls';
import { goToColour, goToControl } from '../go-to';
import { TextTool } from '../later';
import { cx } from '../parts/class-names';
import { useServices } from '../services';
import { useProject, useSession } from '../use-state';
import { BoxTool } from './box-tool';
import { ExtraTool } from './extra-tool';
import { Guides } from './guides';
import { pressPoint } from './press-point';
import { FloatingTools, floatingClass, useFloating } from './small-stage';
import type { TextEdit } from './text-tool';
import { type TipAt, ValueTip } from './value-tip';

/** Where a click on a part of the picture leads. */
const controlOfPart: Record<string, ControlId> = {
  title: 'title',
  subtitle: 'subtitle',
  source: 'source',
  stamp: 'stamp',
  total: 'total-text',
  leader: 'leader-text',
  caption: 'captions',
  legend: 'legend',
  axis: 'axis-range',
  rank: 'bar-ranks',
  value: 'decimals',
  picture: 'picture-matches',
  extra: 'extras',
  background: 'background',
};

/** Where it leads on a card. */
const controlOfCard: Record<string, ControlId> = {
  title: 'card-title',
  subtitle: 'card-tagline',
  lines: 'card-lines',
  source: 'card-source',
  address: 'card-address',
  credits: 'card-credits',
  logo: 'card-logo',
  caption: 'captions',
  extra: 'extras',
  background: 'background',
};

const editable: readonly string[] = [...contentParts, ...cardTexts];

interface StageProps {
  /** Floats small in the corner while the table has the centre. */
  readonly small: boolean;
}

/** The picture, exactly as it will be exported, fitted to the room it has. */
export function Stage({ small }: StageProps) {
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const widthPx = useProject((project) => project.film.stage.widthPx, 1920);
  const heightPx = useProject((project) => project.film.stage.heightPx, 1080);
  const clear = useProject((project) => project.film.stage.background.kind === 'clear', false);
  const status = useSession((state) => state.status);
  const fitted = useFittedSize(room, widthPx, heightPx);
  const scale = fitted.widthPx / widthPx;
  const floating = useFloating();
  const [editing, setEditing] = useState<TextEdit | null>(null);
  const { tip, ...pointing } = usePointing({ small, widthPx, heightPx, onEdit: setEditing });
  useCanvas(holder, fitted);
  return (
    <div
      ref={room}
      className={cx(
        'grid place-items-center',
        small ? floatingClass(floating) : 'absolute inset-0 p-4',
        status !== 'ready' && 'invisible',
      )}
    >
      <div className="relative" style={{ width: fitted.widthPx, height: fitted.heightPx }}>
        <div
          ref={holder}
          role="img"
          aria-label="The stage"
          aria-describedby="stage-words"
          className={cx(
            'size-full cursor-pointer overflow-hidden outline outline-line',
            small ? 'rounded-md shadow-xl' : 'shadow-sm',
            clear && 'checker',
          )}
          {...pointing}
        />
        {!small && (
          <>
            <Guides />
            <ExtraTool scale={scale} />
            <BoxTool scale={scale} />
            {editing && <TextTool scale={scale} editing={editing} onDone={() => setEditing(null)} />}
            <ValueTip at={tip} />
          </>
        )}
      </div>
      {small && status === 'ready' && <FloatingTools />}
      <StageWords />
    </div>
  );
}

/** Gives the stage's canvas to its worker, and keeps its size and what is lit. */
function useCanvas(holder: RefObject<HTMLDivElement | null>, fitted: { widthPx: number; heightPx: number }): void {
  const services = useServices();
  const hovered = useSession((state) => state.hovered);
  useEffect(() => {
    // The canvas goes to a worker for good, so it is made by hand rather than by React, which may draw twice.
    const canvas = document.createElement('canvas');
    canvas.className = 'block size-full';
    canvas.setAttribute('aria-hidden', 'true');
    const element = holder.current;
    element?.append(canvas);
    void services.attachStage(canvas);
    return () => canvas.remove();
  }, [services, holder]);

  useEffect(() => {
    const ratio = window.devicePixelRatio || 1;
    services.resizeStage(
      Math.max(1, Math.round(fitted.widthPx * ratio)),
      Math.max(1, Math.round(fitted.heightPx * ratio)),
    );
  }, [services, fitted.widthPx, fitted.heightPx]);

  useEffect(() => services.highlight(hovered), [services, hovered]);
}

interface PointingProps {
  readonly small: boolean;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly onEdit: (edit: TextEdit) => void;
}

/**
 * What the pointer does on the picture: lights and tells values, opens controls, writes into texts. All are short cuts:
 * the search and the palette open every control by keyboard.
 */
function usePointing({ small, widthPx, heightPx, onEdit }: PointingProps) {
  const services = useServices();
  const [tip, setTip] = useState<TipAt | null>(null);
  const hit = async (event: MouseEvent) => {
    const box = event.currentTarget.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * widthPx;
    return services.hit(x, ((event.clientY - box.top) / box.height) * heightPx);
  };
  return {
    tip,
    async onPointerMove(event: MouseEvent) {
      const box = event.currentTarget.getBoundingClientRect();
      const at = { x: event.clientX - box.left, y: event.clientY - box.top };
      const found = await hit(event);
      const category = found?.subject.category ?? null;
      setTip(category === null || small ? null : { ...at, told: found?.told ?? null });
      if (sessionStore.getState().hovered !== category) setSession({ hovered: category });
    },
    onPointerLeave() {
      setTip(null);
      setSession({ hovered: null });
    },
    async onClick(event: MouseEvent) {
      if (event.detail > 1) return;
      const found = await hit(event);
      if (found && !pressPoint(found)) openPart(found.subject);
    },
    async onDoubleClick(event: MouseEvent) {
      const part = (await hit(event))?.subject.part;
      if (!part || small || !editable.includes(part)) return;
      const rect = await services.boxOf(part);
      if (!rect) return;
      await services.studio.playback.pause();
      onEdit({ part: part as TextEdit['part'], rect });
    },
  };
}

function isOnCard(): boolean {
  const { project } = documentStore.getState();
  return project !== null && cardOf(project, sessionStore.getState().pieceId) !== null;
}

/** Opens the controls of what was clicked. */
function openPart({ part, category, extra }: Subject): void {
  const name = category === undefined ? undefined : sessionStore.getState().cube?.categories[category];
  if (part === 'extra') setSession({ pickedExtra: extra ?? null });
  const typed = [...textParts, ...labelParts].find((each) => each === part);
  if (typed) setSession({ textPart: typed });
  if (name !== undefined && part !== 'value' && part !== 'picture') goToColour(name);
  else goToControl((isOnCard() ? controlOfCard : controlOfPart)[part] ?? 'background');
}

/** Fits the stage's ratio into its room. */
function useFittedSize(room: RefObject<HTMLDivElement | null>, widthPx: number, heightPx: number) {
  const [size, setSize] = useState({ widthPx: 640, heightPx: 360 });
  useEffect(() => {
    const element = room.current;
    if (!element) return;
    const measureRoom = () => {
      const style = getComputedStyle(element);
      const px = (length: string) => Number.parseFloat(length) || 0;
      const roomX = element.clientWidth - px(style.paddingLeft) - px(style.paddingRight) - 2;
      const roomY = element.clientHeight - px(style.paddingTop) - px(style.paddingBottom) - 2;
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
      setWords(playheadStore.getState().readout?.sentence ?? '');
    };
    const stop = playheadStore.subscribe(() => {
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
