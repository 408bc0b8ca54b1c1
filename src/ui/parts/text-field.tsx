'use client';

import { useId } from 'react';
import { endGesture } from '@/state/document';
import type { ControlId } from '../controls';
import { Field } from './field';

interface TextFieldProps {
  readonly control: ControlId;
  readonly value: string;
  readonly maxLength: number;
  readonly placeholder?: string;
  readonly lines?: number;
  readonly row?: boolean;
  readonly onChange: (value: string, gesture: string) => void;
}

/** A line or a few lines of text; a stretch of typing is one step of undo. */
export function TextField({ control, value, maxLength, placeholder, lines = 1, row, onChange }: TextFieldProps) {
  const id = useId();
  const shared = {
    id,
    value,
    maxLength,
    placeholder,
    onBlur: endGesture,
    className:
      'w-full rounded-md border border-line bg-card px-2 py-1.5 text-[13px] outline-none placeholder:text-quiet/70 focus:border-ink',
  };
  return (
    <Field control={control} inputId={id} row={row}>
      {lines > 1 ? (
        <textarea rows={lines} {...shared} onChange={(event) => onChange(event.target.value, `type-${control}`)} />
      ) : (
        <input {...shared} onChange={(event) => onChange(event.target.value, `type-${control}`)} />
      )}
    </Field>
  );
}
