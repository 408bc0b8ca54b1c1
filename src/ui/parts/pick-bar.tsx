'use client';

import { ToggleGroup } from 'radix-ui';

interface PickBarProps<T extends string> {
  readonly label: string;
  readonly value: T | null;
  readonly choices: readonly { readonly value: T; readonly label: string }[];
  readonly onChange: (value: T) => void;
}

/** One of a few views, in a line above what it shows. */
export function PickBar<T extends string>({ label, value, choices, onChange }: PickBarProps<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value ?? ''}
      onValueChange={(chosen) => chosen && onChange(chosen as T)}
      className="flex shrink-0 gap-1"
    >
      {choices.map((choice) => (
        <ToggleGroup.Item
          key={choice.value}
          value={choice.value}
          className="h-7 rounded-md px-2.5 whitespace-nowrap text-[12px] hover:bg-line/60 data-[state=on]:bg-ink data-[state=on]:text-paper"
        >
          {choice.label}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
