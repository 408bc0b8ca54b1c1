'use client';

import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { type ReactNode, useId } from 'react';
import type { ControlId } from '../controls';
import { Field } from './field';

/** One of the things to choose from. Values may be any text, the empty one included. */
export interface Choice {
  readonly value: string;
  readonly label: string;
  readonly note?: string | undefined;
}

interface SelectBoxProps {
  readonly id?: string;
  /** What a screen reader calls it, where no label of the page does. */
  readonly label?: string;
  readonly value: string;
  readonly choices: readonly Choice[];
  readonly placeholder?: string | undefined;
  readonly onChange: (value: string) => void;
}

interface SelectFieldProps {
  readonly control: ControlId;
  readonly value: string;
  readonly choices: readonly Choice[];
  readonly placeholder?: string;
  readonly hint?: ReactNode;
  readonly onChange: (value: string) => void;
}

/** Radix keeps the empty value for itself and takes values as they are, so places in the list stand in for them. */
const MAX_CHOICES = 500;

/** A choice from a list, without a label of its own. */
export function SelectBox({ id, label, value, choices, placeholder, onChange }: SelectBoxProps) {
  const place = choices.findIndex((choice) => choice.value === value);
  const shown = choices.slice(0, MAX_CHOICES);
  return (
    <Select.Root
      value={place < 0 ? '' : String(place)}
      onValueChange={(chosen) => {
        const choice = choices[Number(chosen)];
        if (choice) onChange(choice.value);
      }}
    >
      <Select.Trigger
        id={id}
        aria-label={label}
        className="flex h-8 w-full items-center justify-between gap-2 rounded-md border border-line bg-card px-2 text-left text-[13px] hover:border-ink data-[placeholder]:text-quiet"
      >
        <span className="truncate">
          <Select.Value placeholder={placeholder ?? 'Choose'}>{choices[place]?.label}</Select.Value>
        </span>
        <ChevronDown className="size-4 shrink-0 text-quiet" aria-hidden />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-50 max-h-80 min-w-(--radix-select-trigger-width) overflow-hidden rounded-md border border-line bg-card text-ink shadow-lg"
        >
          <Select.Viewport className="p-1">
            {shown.map((choice, i) => (
              <Select.Item
                key={choice.value}
                value={String(i)}
                className="flex cursor-default items-center gap-2 rounded px-2 py-1.5 text-[13px] outline-none select-none data-[highlighted]:bg-line/60"
              >
                <span className="w-4 shrink-0">
                  <Select.ItemIndicator>
                    <Check className="size-4" aria-hidden />
                  </Select.ItemIndicator>
                </span>
                <span className="max-w-80 truncate">
                  <Select.ItemText>{choice.label}</Select.ItemText>
                </span>
                {choice.note && <span className="ml-auto pl-3 text-[12px] text-quiet">{choice.note}</span>}
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}

/** A choice from a list. */
export function SelectField({ control, hint, ...box }: SelectFieldProps) {
  const id = useId();
  return (
    <Field control={control} inputId={id} hint={hint}>
      <SelectBox id={id} {...box} />
    </Field>
  );
}
