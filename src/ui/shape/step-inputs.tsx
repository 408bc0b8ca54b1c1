'use client';

import { type ReactNode, useEffect, useId, useState } from 'react';
import { LimitedNumber } from '../parts/limited-number';
import { type Choice, SelectBox } from '../parts/select-field';

const box = 'h-7 w-full rounded-md border border-line bg-paper px-2 text-[13px]';

/** A label above its input, as small as a step needs it. */
function Labelled({
  label,
  id,
  children,
}: {
  readonly label: string;
  readonly id: string;
  readonly children: ReactNode;
}) {
  return (
    <div>
      <label htmlFor={id} className="block text-[12px] text-quiet">
        {label}
      </label>
      {children}
    </div>
  );
}

interface PickProps {
  readonly label: string;
  readonly value: string;
  readonly choices: readonly Choice[];
  readonly onChange: (value: string) => void;
}

export function Pick({ label, ...select }: PickProps) {
  const id = useId();
  return (
    <Labelled label={label} id={id}>
      <SelectBox id={id} {...select} />
    </Labelled>
  );
}

interface TextInputProps {
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly onChange: (value: string) => void;
}

/** A text that takes effect when it is left or Enter is pressed, so that half a word never runs. */
export function TextInput({ label, value, placeholder, onChange }: TextInputProps) {
  const id = useId();
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  return (
    <Labelled label={label} id={id}>
      <input
        id={id}
        className={box}
        value={typed}
        placeholder={placeholder}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => typed !== value && onChange(typed)}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
        }}
      />
    </Labelled>
  );
}

interface NumberInputProps {
  readonly label: string;
  readonly value: number;
  readonly min: number;
  readonly max: number;
  readonly onChange: (value: number) => void;
}

export function NumberInput({ label, value, min, max, onChange }: NumberInputProps) {
  const id = useId();
  return (
    <Labelled label={label} id={id}>
      <LimitedNumber id={id} whole className={box} value={value} min={min} max={max} onChange={onChange} />
    </Labelled>
  );
}
