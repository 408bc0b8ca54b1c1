'use client';

import { useState } from 'react';

interface NumberBoxProps {
  readonly label: string;
  /** NaN shows an empty box. */
  readonly value: number;
  readonly onChange: (value: number) => void;
  /** Lets the box be emptied. */
  readonly onClear?: () => void;
}

/** A bare number without limits, such as a value of the data. Takes commas as decimal marks, and exponents. */
export function NumberBox({ label, value, onChange, onClear }: NumberBoxProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const commit = () => {
    if (typed === null) return;
    const text = typed.replace(/\s/g, '').replace(',', '.');
    setTyped(null);
    if (text === '' && onClear) onClear();
    else if (text !== '' && Number.isFinite(Number(text))) onChange(Number(text));
    setWrong(text !== '' && !Number.isFinite(Number(text)));
  };
  return (
    <input
      aria-label={label}
      title={wrong ? 'Not a number, so the value before stays.' : label}
      aria-invalid={wrong}
      inputMode="decimal"
      value={typed ?? (Number.isNaN(value) ? '' : String(value))}
      className="w-full rounded-md border border-line bg-card px-2 py-1.5 text-right font-mono text-[13px] outline-none focus:border-ink aria-invalid:border-accent"
      onChange={(event) => setTyped(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => event.key === 'Enter' && commit()}
    />
  );
}
