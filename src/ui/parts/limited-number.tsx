'use client';

import { useState } from 'react';
import { cx } from './class-names';

interface LimitedNumberProps {
  /** Id of the element, where a label stands beside it. */
  readonly id?: string;
  readonly label?: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  /** Takes whole numbers only. */
  readonly whole?: boolean;
  readonly className?: string;
  /** Told once, when the person is done: with Enter, or by going on. */
  readonly onChange: (value: number) => void;
}

/** A small number between two limits. What lies beyond them is taken to the limit, and said. */
export function LimitedNumber({ id, label, value, min, max, whole = false, className, onChange }: LimitedNumberProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [said, setSaid] = useState('');
  const commit = () => {
    if (typed === null) return;
    const text = typed.replace(/\s/g, '').replace(',', '.');
    const wanted = whole ? Math.round(Number(text)) : Number(text);
    setTyped(null);
    if (text === '' || !Number.isFinite(wanted)) {
      setSaid('Not a number: the value before stays.');
      return;
    }
    const next = Math.min(max, Math.max(min, wanted));
    setSaid(next === wanted ? '' : `Goes from ${min} to ${max}.`);
    if (next !== value) onChange(next);
  };
  return (
    <>
      <input
        id={id}
        type="number"
        aria-label={label}
        min={min}
        max={max}
        value={typed ?? value}
        className={cx('w-full rounded-md border border-line bg-card outline-none focus:border-ink', className)}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
      {said !== '' && (
        <span role="status" className="block text-[11px] leading-snug text-accent-text">
          {said}
        </span>
      )}
    </>
  );
}
