'use client';

import { Popover } from 'radix-ui';
import { useEffect, useState } from 'react';
import { HexColorPicker } from 'react-colorful';
import { endGesture } from '@/state/document';

interface ColourButtonProps {
  /** What the colour is of: "Colour of Gullhaven". */
  readonly label: string;
  readonly value: string;
  readonly onChange: (colour: string, gesture: string) => void;
  /** Takes an own colour back; null where there is none to take back. */
  readonly onReset?: (() => void) | null;
  readonly open?: boolean;
  readonly onOpenChange?: (open: boolean) => void;
}

/** A swatch that opens a picker: by eye, or as hex digits. */
export function ColourButton({ label, value, onChange, onReset, open, onOpenChange }: ColourButtonProps) {
  const [typed, setTyped] = useState(value);
  const [wrong, setWrong] = useState(false);
  useEffect(() => {
    setTyped(value);
    setWrong(false);
  }, [value]);
  const gesture = `colour-${label}`;
  const type = (text: string) => {
    setTyped(text);
    const hex = text.startsWith('#') ? text : `#${text}`;
    const valid = /^#[0-9a-f]{6}$/i.test(hex);
    setWrong(!valid);
    if (valid) onChange(hex.toLowerCase(), gesture);
  };
  const handleOpen = (next: boolean) => {
    if (!next) {
      endGesture();
      setTyped(value);
      setWrong(false);
    }
    onOpenChange?.(next);
  };
  return (
    <Popover.Root open={open} onOpenChange={handleOpen}>
      <Popover.Trigger
        aria-label={label}
        title={`${label}: ${value}`}
        className="size-7 shrink-0 rounded-md border border-line hover:border-ink"
        style={{ background: value }}
      />
      <Popover.Portal>
        <Popover.Content
          side="right"
          align="start"
          sideOffset={8}
          collisionPadding={12}
          className="z-50 w-56 rounded-md border border-line bg-card p-3 text-ink shadow-lg"
        >
          <p className="mb-2 truncate text-[13px] font-semibold">{label}</p>
          <HexColorPicker
            color={value}
            onChange={(colour) => onChange(colour, gesture)}
            style={{ width: '100%', height: 140 }}
          />
          <label className="mt-3 flex items-center gap-2 text-[13px] text-quiet">
            Hex
            <input
              value={typed}
              onChange={(event) => type(event.target.value)}
              aria-invalid={wrong}
              className="w-full rounded-md border border-line bg-paper px-2 py-1 font-mono text-[13px] text-ink outline-none focus:border-ink"
            />
          </label>
          {wrong && <p className="mt-1 text-[12px] text-accent-text">Six digits or letters a to f, such as #c8401b.</p>}
          {onReset && (
            <button type="button" className="mt-2 text-[12px] text-quiet underline" onClick={onReset}>
              Take the palette’s colour again
            </button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
