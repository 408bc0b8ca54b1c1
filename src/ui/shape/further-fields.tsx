'use client';

import { knownFamilies } from '@/core/families/known';
import { type Fields, type FurtherRole, furtherRoles } from '@/core/shaping/fields';
import type { FurtherChoice } from '@/core/shaping/further-choices';
import { SelectField } from '../parts/select-field';
import { useChart, useSession } from '../use-state';

const notes = { column: 'numbers', measure: 'measure', joined: 'joined table' } as const;
const hints: Readonly<Record<FurtherRole, string>> = {
  second: 'Bubbles need it: each name then has two values, one across and one up.',
  third: 'Makes bubbles larger or smaller.',
};

interface FurtherFieldsProps {
  readonly fields: Fields;
  readonly onChange: (change: Partial<Fields>) => void;
}

/** Which of several measures a wide table shows, and which further values stand beside the first ones. */
export function FurtherFields({ fields, onChange }: FurtherFieldsProps) {
  const choices = useSession((state) => state.prepared?.further) ?? [];
  const family = useChart((chart) => chart.family);
  const wants = knownFamilies.find(({ id }) => id === family)?.uses.has('further') ?? false;
  const measures = choices.filter(({ from }) => from === 'measure');
  const chosen = fields.second !== '' || fields.third !== '';
  const known = new Set(choices.map(({ name }) => name));
  return (
    <>
      {measures.length > 0 && (
        <SelectField
          control="measure"
          value={known.has(fields.value) ? fields.value : ''}
          choices={[{ value: '', label: 'All columns' }, ...measures.map(({ name }) => ({ value: name, label: name }))]}
          onChange={(value) => onChange({ value })}
        />
      )}
      {(wants || chosen || choices.length > 1) &&
        furtherRoles.map((role) => (
          <SelectField
            key={role}
            control={role}
            value={fields[role]}
            choices={listOf(choices, fields, role)}
            onChange={(name) => onChange({ [role]: name })}
            hint={wants ? hintOf(role, fields, choices) : undefined}
          />
        ))}
    </>
  );
}

function listOf(choices: readonly FurtherChoice[], fields: Fields, role: FurtherRole) {
  const listed = choices
    .filter(({ name, from }) => from === 'joined' || name !== fields.value)
    .map(({ name, from }) => ({ value: name, label: name, note: notes[from] }));
  const own = fields[role];
  // One that is gone stays in sight, so that the person sees what is missing.
  const gone =
    own !== '' && !listed.some(({ value }) => value === own) ? [{ value: own, label: own, note: 'missing' }] : [];
  return [{ value: '', label: 'None' }, ...listed, ...gone];
}

function hintOf(role: FurtherRole, fields: Fields, choices: readonly FurtherChoice[]): string | undefined {
  if (fields[role] !== '') return undefined;
  const none = choices.every(({ name, from }) => from !== 'joined' && name === fields.value);
  if (role === 'second' && none)
    return 'This table has a single column of numbers. Join a second table in Gather: names and periods decide what belongs together.';
  return hints[role];
}
