'use client';

import { Switch } from 'radix-ui';
import { useId } from 'react';
import type { ControlId } from '../controls';
import { Field } from './field';

interface SwitchFieldProps {
  readonly control: ControlId;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}

/** On or off. */
export function SwitchField({ control, checked, onChange }: SwitchFieldProps) {
  const id = useId();
  return (
    <Field control={control} inputId={id} row>
      <SwitchBox id={id} checked={checked} onChange={onChange} />
    </Field>
  );
}

/** The switch itself, at the right end of its row; its label stands elsewhere. */
export function SwitchBox({ id, checked, onChange }: Omit<SwitchFieldProps, 'control'> & { readonly id: string }) {
  return (
    <div className="flex justify-end">
      <Switch.Root
        id={id}
        checked={checked}
        onCheckedChange={onChange}
        className="h-5 w-9 rounded-full border border-quiet bg-card data-[state=checked]:border-spruce data-[state=checked]:bg-spruce"
      >
        <Switch.Thumb className="block size-3.5 translate-x-0.5 rounded-full bg-quiet data-[state=checked]:translate-x-[18px] data-[state=checked]:bg-card" />
      </Switch.Root>
    </div>
  );
}
