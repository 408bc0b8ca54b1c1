'use client';

import { Field, Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { SwitchField } from '../parts/switch-field';
import { TextField } from '../parts/text-field';
import { furtherSizes, kindNames, kindsFor, setChoice as set } from './output-choice';
import type { Output } from './use-output';

/** Several groups, sizes and forms in one go. */
export function ManySection({ output }: { readonly output: Output }) {
  const { choice, grouped, groups, requests } = output;
  return (
    <Section title="Many at once">
      {grouped ? (
        <SwitchField control="all-groups" checked={choice.allGroups} onChange={(allGroups) => set({ allGroups })} />
      ) : (
        <p className="text-[12px] text-quiet">
          Choose a column under “One chart for each” in Shape to export a film for each of its values.
        </p>
      )}
      {grouped && <p className="-mt-2 text-[12px] text-quiet">{groups.length} groups.</p>}
      <Field control="more-sizes">
        <Boxes
          values={furtherSizes.map(({ id }) => ({ value: id, label: id }))}
          chosen={choice.sizes}
          onChange={(sizes) => set({ sizes })}
        />
      </Field>
      <Field control="more-forms">
        <Boxes
          values={kindsFor(output.heard)
            .filter((kind) => kind !== choice.kind)
            .map((kind) => ({ value: kind, label: kindNames[kind] }))}
          chosen={choice.kinds}
          onChange={(kinds) => set({ kinds })}
        />
        <p className="mt-1 text-[12px] leading-snug text-quiet">Each as it is set above, under its own name.</p>
      </Field>
      <Fold title="How files are called" holds={['name-pattern']}>
        <TextField
          control="name-pattern"
          value={choice.pattern}
          maxLength={100}
          onChange={(pattern) => set({ pattern })}
        />
        <p className="text-[12px] text-quiet">{'{film}, {group}, {size} and {form} stand for what they say.'}</p>
      </Fold>
      {requests.length > 1 && <p className="text-[13px]">{requests.length} files.</p>}
    </Section>
  );
}

/** Boxes of which any number can be ticked. */
function Boxes<T extends string>({
  values,
  chosen,
  onChange,
}: {
  readonly values: readonly { readonly value: T; readonly label: string }[];
  readonly chosen: readonly T[];
  readonly onChange: (chosen: T[]) => void;
}) {
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1">
      {values.map(({ value, label }) => (
        <label key={value} className="flex items-center gap-1.5 text-[13px]">
          <input
            type="checkbox"
            className="accent-spruce"
            checked={chosen.includes(value)}
            onChange={(event) =>
              onChange(event.target.checked ? [...chosen, value] : chosen.filter((each) => each !== value))
            }
          />
          {label}
        </label>
      ))}
    </div>
  );
}
