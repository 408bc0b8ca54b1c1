'use client';

import { useEffect, useRef, useState } from 'react';

/** Where the selection goes when an edit ends. */
export type EndMove = 'down' | 'right' | 'left' | 'stay';

interface CellInputProps {
  readonly label: string;
  readonly text: string;
  /** Called once: with the text and where to go on, or with null when the edit is given up. */
  readonly onEnd: (text: string | null, move: EndMove) => void;
}

/** The field that a cell or a name is edited in. Leaving it keeps what was typed. */
export function CellInput({ label, text, onEnd }: CellInputProps) {
  const [value, setValue] = useState(text);
  const input = useRef<HTMLInputElement>(null);
  const ended = useRef(false);
  useEffect(() => {
    const element = input.current;
    element?.focus({ preventScroll: true });
    element?.setSelectionRange(element.value.length, element.value.length);
  }, []);
  const end = (...args: Parameters<CellInputProps['onEnd']>) => {
    if (ended.current) return;
    ended.current = true;
    onEnd(...args);
  };
  return (
    <input
      ref={input}
      aria-label={label}
      value={value}
      className="absolute inset-0 bg-card px-2 text-ink outline-2 -outline-offset-2 outline-accent"
      onChange={(event) => setValue(event.target.value)}
      onBlur={() => end(value, 'stay')}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Enter') end(value, 'down');
        else if (event.key === 'Tab') end(value, event.shiftKey ? 'left' : 'right');
        else if (event.key === 'Escape') end(null, 'stay');
        else return;
        event.preventDefault();
      }}
    />
  );
}
