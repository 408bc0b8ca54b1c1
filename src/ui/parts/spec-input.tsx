'use client';

import type { ReactNode } from 'react';
import type { ControlSpec } from '@/core/project/control-spec';
import { valueAt } from '@/core/project/document-value';
import { specApplies } from '../controls';
import { ColourField } from './colour-field';
import { NumberField } from './number-field';
import { PickField } from './pick-field';
import { SelectField } from './select-field';
import { SwitchField } from './switch-field';
import { TextField } from './text-field';

interface SpecInputProps {
  readonly spec: ControlSpec;
  readonly value: unknown;
  readonly unit?: string | undefined;
  /** In place of what the specification says. */
  readonly hint?: ReactNode;
  readonly write: (next: unknown, gesture?: string | null) => void;
}

/** A value as its specification says: one component for each kind of control. */
export function SpecInput({ spec, value, unit, hint = spec.hint, write }: SpecInputProps) {
  const { id, input } = spec;
  switch (input.kind) {
    case 'number': {
      const times = input.times ?? 1;
      const [low, high] = input.range;
      return (
        <NumberField
          control={id}
          value={Number(value) * times}
          range={[low * times, high * times]}
          step={input.step}
          unit={unit ?? input.unit}
          {...(input.decimals === undefined ? {} : { decimals: input.decimals })}
          onChange={(next, gesture) => write(next / times, gesture)}
        />
      );
    }
    case 'pick': {
      const chosen = input.choices.find((choice) => choice.value === value);
      return (
        <PickField
          control={id}
          value={String(value)}
          choices={input.choices}
          hint={chosen?.hint ?? hint}
          onChange={(next) => write(input.numbers ? Number(next) : next)}
        />
      );
    }
    case 'select':
      return (
        <SelectField
          control={id}
          value={String(value)}
          choices={input.choices}
          hint={hint}
          onChange={(next) => write(next)}
        />
      );
    case 'switch':
      return <SwitchField control={id} checked={value === true} onChange={(next) => write(next)} />;
    case 'colour':
      return (
        <ColourField
          control={id}
          value={(value as string | null) ?? null}
          {...(input.automatic === undefined ? {} : { automatic: input.automatic, onAutomatic: () => write(null) })}
          onChange={write}
        />
      );
    case 'made':
      // The section that is made for it draws it.
      return null;
    default:
      return (
        <TextField
          control={id}
          value={String(value ?? '')}
          maxLength={input.maxLength}
          {...(input.placeholder === undefined ? {} : { placeholder: input.placeholder })}
          {...(input.lines === undefined ? {} : { lines: input.lines })}
          {...(input.row === undefined ? {} : { row: input.row })}
          onChange={write}
        />
      );
  }
}

interface SpecControlsProps {
  readonly specs: readonly ControlSpec[];
  /** What the paths of the specifications start from. */
  readonly of: unknown;
  readonly write: (path: string, next: unknown, gesture: string | null) => void;
}

/** The controls of anything but a chart: an extra, the stage, what is handed over. Those that do not apply are left out. */
export function SpecControls({ specs, of, write }: SpecControlsProps) {
  return specs
    .filter((spec) => specApplies(spec, of))
    .map((spec) => (
      <SpecInput
        key={spec.id}
        spec={spec}
        value={valueAt(of, spec.path)}
        write={(next, gesture = null) => write(spec.path, next, gesture)}
      />
    ));
}
