'use client';

import { ToggleGroup } from 'radix-ui';
import type { ReactNode } from 'react';
import type { ControlId } from '../controls';
import { Field } from './field';

interface PickFieldProps<T extends string> {
  readonly control: ControlId;
  readonly value: T | null;
  readonly choices: readonly { readonly value: T; readonly label: ReactNode; readonly name?: string }[];
  readonly hint?: ReactNode;
  readonly onChange: (value: T) => void;
}

/** One of a few, all in sight. */
export function PickField<T extends string>({ control, value, choices, hint, onChange }: PickFieldProps<T>) {
  return (
    <Field control={control} hint={hint}>
      <ToggleGroup.Root
        type="single"
        aria-labelledby={`label-${control}`}
        value={value ?? ''}
        onValueChange={(chosen) => {
          if (chosen) onChange(chosen as T);
        }}
        className="flex flex-wrap gap-1.5"
      >
        {choices.map((choice) => (
          <ToggleGroup.Item
            key={choice.value}
            value={choice.value}
            aria-label={choice.name}
            className="flex min-h-8 grow items-center justify-center rounded-md border border-line bg-card px-2.5 text-[13px] hover:border-ink data-[state=on]:border-ink data-[state=on]:bg-ink data-[state=on]:text-paper"
          >
            {choice.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </Field>
  );
}
