'use client';

import { type KeyboardEvent, type PointerEvent, useId, useRef, useState } from 'react';
import { endGesture } from '@/state/document';
import { type ControlId, controlEntry } from '../controls';
import { Field } from './field';

interface NumberFieldProps {
  readonly control: ControlId;
  readonly value: number;
  /** Both ends included. */
  readonly range: readonly [min: number, max: number];
  /** What one press of an arrow key adds. */
  readonly step: number;
  readonly unit: string;
  readonly decimals?: number;
  readonly disabled?: boolean;
  /** The gesture names a drag or a run of key presses, which is one step of undo. */
  readonly onChange: (value: number, gesture: string | null) => void;
}

const DRAG_PX = 4;

/** A number: typed, stepped with arrow keys, or dragged sideways on its unit. Says why when it clamps. */
export function NumberField(props: NumberFieldProps) {
  const { control, value, range, step, unit, decimals = 2, disabled, onChange } = props;
  const [min, max] = range;
  const id = useId();
  const [typed, setTyped] = useState<string | null>(null);
  const [why, setWhy] = useState('');
  const { label } = controlEntry(control);
  const shown = typed ?? String(round(value, decimals));

  const set = (wanted: number, gesture: string | null) => {
    const allowed = Math.min(max, Math.max(min, round(wanted, decimals)));
    setWhy(
      allowed === round(wanted, decimals)
        ? ''
        : `${label} goes from ${round(min, decimals)} to ${round(max, decimals)}${unit ? ` ${unit}` : ''}.`,
    );
    if (allowed !== value) onChange(allowed, gesture);
  };

  const commit = () => {
    if (typed === null) return;
    const number = Number(typed.replace(',', '.').trim());
    if (typed.trim() !== '' && Number.isFinite(number)) set(number, null);
    else setWhy(`“${typed}” is not a number, so ${round(value, decimals)} stays.`);
    setTyped(null);
  };

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'Enter') commit();
    if (event.key === 'Escape') setTyped(null);
    const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (direction === 0) return;
    event.preventDefault();
    setTyped(null);
    set(value + direction * step * (event.shiftKey ? 10 : 1), `key-${control}`);
  };

  const drag = useUnitDrag((from, px, gesture) => set(from + Math.round(px / DRAG_PX) * step, gesture));

  return (
    <Field control={control} inputId={id} row hint={why || undefined}>
      <div className="flex h-8 items-stretch overflow-hidden rounded-md border border-line bg-card focus-within:border-ink">
        <input
          id={id}
          inputMode="decimal"
          role="spinbutton"
          aria-valuenow={value}
          aria-valuemin={min}
          aria-valuemax={max}
          aria-valuetext={`${round(value, decimals)} ${unit}`.trim()}
          disabled={disabled}
          className="w-full min-w-0 bg-transparent px-2 text-right font-mono text-[13px] outline-none disabled:opacity-45"
          value={shown}
          onChange={(event) => setTyped(event.target.value)}
          onFocus={(event) => event.target.select()}
          onBlur={() => {
            commit();
            endGesture();
          }}
          onKeyDown={onKeyDown}
        />
        <span
          title="Drag sideways to change"
          className="flex min-w-7 shrink-0 whitespace-nowrap cursor-ew-resize touch-none items-center border-l border-line px-2 text-[12px] text-quiet select-none"
          {...(disabled ? {} : drag(control, value))}
        >
          {unit || '↔'}
        </span>
      </div>
    </Field>
  );
}

/** Dragging sideways: told the value at its start, the pixels since, and its name as one step of undo. */
function useUnitDrag(onDrag: (from: number, px: number, gesture: string) => void) {
  const drag = useRef<{ x: number; value: number; gesture: string } | null>(null);
  const end = () => {
    drag.current = null;
    endGesture();
  };
  return (control: ControlId, value: number) => ({
    onPointerDown(event: PointerEvent<HTMLSpanElement>) {
      event.currentTarget.setPointerCapture(event.pointerId);
      drag.current = { x: event.clientX, value, gesture: `drag-${control}-${event.timeStamp}` };
    },
    onPointerMove(event: PointerEvent<HTMLSpanElement>) {
      const from = drag.current;
      if (from) onDrag(from.value, event.clientX - from.x, from.gesture);
    },
    onPointerUp: end,
    onPointerCancel: end,
  });
}

function round(value: number, decimals: number): number {
  return Math.round(value * 10 ** decimals) / 10 ** decimals;
}
