'use client';

import { projectLimits } from '@/core/project/project';
import { groupings, locales } from '@/core/scale/number-format';
import { datePatterns, formatInstant } from '@/core/scale/period-format';
import { editChart } from '@/state/edit-chart';
import { BoundSelect, BoundSwitch, BoundText } from '../parts/bound';
import { Section } from '../parts/field';
import { Fold } from '../parts/fold';
import { inChart, ofChart } from '../parts/lens';
import { PickField } from '../parts/pick-field';
import { SelectField } from '../parts/select-field';
import { useChart, useSession } from '../use-state';

const languages = new Intl.DisplayNames('en', { type: 'language' });

/** How numbers and dates are written. */
export function NumbersSection() {
  const numbers = useChart((chart) => chart.numbers);
  const auto = useSession((state) => state.readout?.rows[0]?.valueText ?? '');
  if (!numbers) return null;
  const [least, most] = projectLimits.decimals;
  return (
    <Section title="Numbers and dates">
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
      <BoundText control="prefix" lens={inChart('numbers', 'prefix')} maxLength={projectLimits.affixLength} row />
      <BoundText control="suffix" lens={inChart('numbers', 'suffix')} maxLength={projectLimits.affixLength} row />
      <BoundSwitch control="compact" lens={inChart('numbers', 'compact')} />
      <Fold title="Language, percent, dates" holds={['locale', 'grouping', 'percent', 'date-pattern', 'date-own']}>
        <BoundSelect
          control="locale"
          lens={inChart('numbers', 'locale')}
          choices={locales.map((value) => ({ value, label: languages.of(value) ?? value }))}
        />
        <BoundSelect
          control="grouping"
          lens={inChart('numbers', 'grouping')}
          choices={groupings.map((value) => ({
            value,
            label: { locale: 'As the language does', none: 'Nothing', thin: 'A thin space' }[value],
          }))}
        />
        <BoundSwitch control="percent" lens={inChart('numbers', 'percent')} />
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
      <BoundText control="date-own" lens={ofChart('datePattern')} maxLength={60} placeholder="d MMMM yyyy" row />
    </>
  );
}
