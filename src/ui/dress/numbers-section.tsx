'use client';

import { projectLimits } from '@/core/project/limits';
import { datePatterns, formatInstant } from '@/core/scale/period-format';
import { editChart } from '@/state/current';
import { Controls } from '../parts/control';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { TextField } from '../parts/text-field';
import { useChart, useRestingPlayhead, useSession } from '../use-state';

/** How numbers and dates are written. */
export function NumbersSection() {
  const numbers = useChart((chart) => chart.numbers);
  const auto = useRestingPlayhead((readout) => readout?.rows[0]?.valueText ?? '');
  if (!numbers) return null;
  const [least, most] = projectLimits.decimals;
  return (
    <Section title="Numbers and dates" short="Numbers">
      <PickField
        control="decimals"
        value={numbers.decimals === null ? 'auto' : String(numbers.decimals)}
        choices={[
          { value: 'auto', label: 'As in data' },
          ...Array.from({ length: Math.min(4, most - least + 1) }, (_, i) => ({ value: String(i), label: String(i) })),
        ]}
        hint={auto ? `The leader reads ${auto}` : undefined}
        onChange={(value) =>
          editChart((chart) => {
            chart.numbers.decimals = value === 'auto' ? null : Number(value);
          })
        }
      />
      <Controls of={['prefix', 'suffix', 'compact']} />
      <Fold title="Language, percent, dates" holds={['locale', 'grouping', 'percent', 'date-pattern', 'date-own']}>
        <Controls of={['locale', 'grouping', 'percent']} />
        <DateFields />
      </Fold>
    </Section>
  );
}

function DateFields() {
  const pattern = useChart((chart) => chart.datePattern) ?? '';
  const locale = useChart((chart) => chart.numbers.locale) ?? 'en-GB';
  const example = useSession((state) => state.cube?.periods.at(-1)?.instantMs ?? null);
  if (example === null) return <p className="text-[12px] text-quiet">The periods of this table are no dates.</p>;
  const known = datePatterns.some((each) => each === pattern);
  return (
    <>
      <SelectField
        control="date-pattern"
        value={known || pattern === '' ? pattern : 'own'}
        choices={[
          { value: '', label: 'As the periods are' },
          ...datePatterns.map((value) => ({ value, label: formatInstant(example, value, locale), note: value })),
          ...(known || pattern === ''
            ? []
            : [{ value: 'own', label: formatInstant(example, pattern, locale), note: pattern }]),
        ]}
        onChange={(value) => {
          if (value !== 'own')
            editChart((chart) => {
              chart.datePattern = value;
            });
        }}
      />
      <TextField
        control="date-own"
        value={pattern}
        maxLength={60}
        placeholder="d MMMM yyyy"
        row
        onChange={(text, gesture) =>
          editChart((chart) => {
            chart.datePattern = text;
          }, gesture)
        }
      />
    </>
  );
}
