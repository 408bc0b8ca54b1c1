'use client';

import { type ControlId, controlEntry } from '../controls';
import { ColourButton } from './colour-button';
import { Field } from './field';

interface ColourFieldProps {
  readonly control: ControlId;
  /** null is automatic. */
  readonly value: string | null;
  /** What the automatic colour is called. */
  readonly automatic?: string;
  readonly onChange: (colour: string, gesture: string | null) => void;
  readonly onAutomatic?: () => void;
}

/** A labelled colour. */
export function ColourField({ control, value, automatic, onChange, onAutomatic }: ColourFieldProps) {
  return (
    <Field control={control} row>
      <div className="flex items-center justify-end gap-2">
        {value === null ? (
          <span className="text-[12px] text-quiet">{automatic}</span>
        ) : (
          onAutomatic && (
            <button type="button" className="text-[12px] text-quiet underline" onClick={onAutomatic}>
              {automatic}
            </button>
          )
        )}
        <ColourButton label={controlEntry(control).label} value={value ?? '#888888'} onChange={onChange} />
      </div>
    </Field>
  );
}
