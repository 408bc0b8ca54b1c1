'use client';

import { ArrowRightLeft, Blend, MoveLeft, Scissors, Shapes } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type PointerEvent, useId, useRef, useState } from 'react';
import type { PieceBlock } from '@/core/film/overview';
import type { FilmPiece } from '@/core/project/film';
import { projectLimits } from '@/core/project/limits';
import type { Transition, TransitionEase, TransitionKind, TransitionSide } from '@/core/project/transition';
import { endGesture } from '@/state/document';
import { changeInto } from '@/state/edit-programme';
import { cx } from '../parts/class-names';
import { LimitedNumber } from '../parts/limited-number';
import { SelectBox } from '../parts/select-field';

interface EaseChoice {
  readonly value: TransitionEase;
  readonly label: string;
}

const kinds: readonly { readonly value: TransitionKind; readonly label: string; readonly about: string }[] = [
  { value: 'cut', label: 'Cut', about: 'at once' },
  { value: 'dissolve', label: 'Dissolve', about: 'one fades into the other' },
  { value: 'slide', label: 'Slide', about: 'the new one pushes the old one out' },
  { value: 'wipe', label: 'Wipe', about: 'the new one is uncovered' },
  { value: 'carry-over', label: 'Carry over', about: 'marks of the same name travel' },
];
const icons: Record<TransitionKind, typeof Blend> = {
  cut: Scissors,
  dissolve: Blend,
  slide: MoveLeft,
  wipe: ArrowRightLeft,
  'carry-over': Shapes,
};
const eases: readonly [EaseChoice, ...EaseChoice[]] = [
  { value: 'soft', label: 'Soft at both ends' },
  { value: 'even', label: 'Even' },
  { value: 'late', label: 'Slow, then quick' },
];
const sides: { value: TransitionSide; label: string }[] = [
  { value: 'left', label: 'To the left' },
  { value: 'right', label: 'To the right' },
  { value: 'up', label: 'Upwards' },
  { value: 'down', label: 'Downwards' },
];

/** A drag to the right by so many pixels is a second more, and one upwards by so many the easing before in the list. */
const PX_PER_SEC = 60;
const PX_PER_EASE = 24;
const CLICK_PX = 3;
const [LEAST_SEC, MOST_SEC] = projectLimits.transitionSec;

interface SeamProps {
  /** The piece that comes, and its place in the film. */
  readonly piece: FilmPiece;
  readonly block: PieceBlock | undefined;
}

/** Between two blocks: how the one gives way to the other. A drag sets its seconds and its easing, a press opens the rest. */
export function Seam({ piece, block }: SeamProps) {
  const [open, setOpen] = useState(false);
  const drag = useRef<{ readonly x: number; readonly y: number; readonly into: Transition; moved: boolean } | null>(
    null,
  );
  const { how, sec } = piece.into;
  const Icon = icons[how];
  const kind = kinds.find(({ value }) => value === how);
  const easing = eases.find(({ value }) => value === piece.into.ease)?.label.toLowerCase();
  const said = how === 'cut' ? 'Cut' : `${kind?.label}, ${sec.toFixed(1)} s, ${easing}`;
  const onPointerDown = (event: PointerEvent<HTMLButtonElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, y: event.clientY, into: piece.into, moved: false };
  };
  const onPointerMove = (event: PointerEvent) => {
    const running = drag.current;
    if (!running || how === 'cut') return;
    const [across, down] = [event.clientX - running.x, event.clientY - running.y];
    if (!running.moved && Math.hypot(across, down) < CLICK_PX) return;
    running.moved = true;
    const wanted = Math.min(MOST_SEC, Math.max(LEAST_SEC, running.into.sec + across / PX_PER_SEC));
    const place = eases.findIndex(({ value }) => value === running.into.ease) + Math.trunc(down / PX_PER_EASE);
    const { value } = eases[Math.min(eases.length - 1, Math.max(0, place))] ?? eases[0];
    changeInto(piece.id, { sec: Math.round(wanted * 10) / 10, ease: value }, `into-${piece.id}`);
  };
  const moved = useRef(false);
  const onPointerUp = () => {
    moved.current = drag.current?.moved ?? false;
    drag.current = null;
    if (moved.current) endGesture();
  };
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        // The press that ends a drag opens nothing.
        if (next && moved.current) moved.current = false;
        else setOpen(next);
      }}
    >
      <Popover.Trigger
        aria-label={`Into the next piece: ${said}`}
        title={`${said}. Press to change it${how === 'cut' ? '' : ', drag sideways for its seconds and up or down for its easing'}.`}
        className={cx(
          'my-auto grid size-6 shrink-0 place-items-center rounded-full border border-line bg-paper text-quiet hover:border-ink hover:text-ink',
          how !== 'cut' && 'cursor-ew-resize text-spruce',
        )}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={onPointerUp}
      >
        <Icon className="size-3.5" aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Into the next piece"
          side="top"
          sideOffset={6}
          collisionPadding={12}
          className="z-50 flex w-64 flex-col gap-2 rounded-md border border-line bg-card p-3 text-[13px] text-ink shadow-lg"
        >
          <SeamForm piece={piece} block={block} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function SeamForm({ piece, block }: SeamProps) {
  const { how, sec, ease, side } = piece.into;
  const id = useId();
  const change = (part: Parameters<typeof changeInto>[1]) => changeInto(piece.id, part);
  const shorter = block && how !== 'cut' && block.wantedSec > block.arrivalSec + 0.005;
  return (
    <>
      <p className="font-display text-[14px] font-bold">Into the next piece</p>
      <SelectBox
        label="How"
        value={how}
        choices={kinds.map(({ value, label, about }) => ({ value, label, note: about }))}
        onChange={(value) => change({ how: value as TransitionKind })}
      />
      {how !== 'cut' && (
        <>
          <label htmlFor={id} className="flex items-center justify-between gap-2">
            Seconds
            <span className="w-24">
              <LimitedNumber
                id={id}
                value={sec}
                min={LEAST_SEC}
                max={MOST_SEC}
                className="px-2 py-1 text-right font-mono"
                onChange={(value) => change({ sec: value })}
              />
            </span>
          </label>
          {shorter && (
            <p className="text-[12px] text-mustard-text">
              It takes {block.arrivalSec.toFixed(1)} s: never more than half of either piece.
            </p>
          )}
          <SelectBox
            label="Pace"
            value={ease}
            choices={eases}
            onChange={(value) => change({ ease: value as TransitionEase })}
          />
        </>
      )}
      {(how === 'slide' || how === 'wipe') && (
        <SelectBox
          label="Direction"
          value={side}
          choices={sides}
          onChange={(value) => change({ side: value as TransitionSide })}
        />
      )}
    </>
  );
}
