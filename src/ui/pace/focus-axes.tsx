'use client';

import { useId } from 'react';
import { valueAt } from '@/core/project/document-value';
import type { Focus, ValueRange } from '@/core/project/focus';
import { rangeOfFocus } from '@/core/project/focus-range';
import { periodLabel } from '@/core/scale/period-format';
import type { Cube } from '@/core/shaping/cube';
import { type ControlId, controlEntry } from '../controls';
import { Field } from '../parts/field';
import { NumberBox } from '../parts/number-box';
import { SelectBox } from '../parts/select-field';
import { SwitchBox } from '../parts/switch-field';
import { useChart, useFamily, useSession } from '../use-state';

interface FocusAxesProps {
  readonly focus: Focus;
  readonly onChange: (change: Partial<Focus>) => void;
}

/** What the axes close in on, as far as the chart has them: values, values upwards, and time. */
export function FocusAxes({ focus, onChange }: FocusAxesProps) {
  const { controls } = useFamily();
  const cube = useSession((state) => state.cube);
  const across = useChart((chart) => valueAt(chart, 'own.across') as string | undefined) ?? 'value';
  const up = useChart((chart) => valueAt(chart, 'own.up') as string | undefined) ?? 'value';
  if (!cube) return null;
  const axes = controls.filter(({ input }) => input.kind === 'made' && input.by === 'axis-range').length;
  const alongTime = controls.some(({ id }) => id === 'time-window');
  return (
    <>
      {axes > 0 && (
        <RangeFields
          control="focus-range"
          range={focus.range}
          first={() => rangeOfFocus(cube, valuesOf(cube, across), focus)}
          onChange={(range) => onChange({ range })}
        />
      )}
      {axes > 1 && (
        <RangeFields
          control="focus-up-range"
          range={focus.upRange}
          first={() => rangeOfFocus(cube, valuesOf(cube, up), focus)}
          onChange={(upRange) => onChange({ upRange })}
        />
      )}
      {alongTime && <PeriodFields cube={cube} focus={focus} onChange={onChange} />}
    </>
  );
}

/** The values of a role of the chart. */
function valuesOf(cube: Cube, role: string): Float64Array {
  return (role === 'second' || role === 'third' ? cube.further?.[role]?.values : undefined) ?? cube.values;
}

interface ClosesProps {
  readonly control: ControlId;
  readonly on: boolean;
  readonly onToggle: (on: boolean) => void;
  readonly hint?: string;
  readonly children: React.ReactNode;
}

/** Something that closes in, or does not; what on stands below its switch. */
function Closes({ control, on, onToggle, hint, children }: ClosesProps) {
  const id = useId();
  return (
    <Field control={control} bare hint={on ? hint : undefined}>
      <div className="grid grid-cols-[1fr_132px] items-center gap-3">
        <label htmlFor={id} className="text-[13px] text-quiet">
          {controlEntry(control).label}
        </label>
        <SwitchBox id={id} checked={on} onChange={onToggle} />
      </div>
      {on && <div className="mt-1.5 grid grid-cols-2 gap-2">{children}</div>}
    </Field>
  );
}

interface RangeFieldsProps {
  readonly control: ControlId;
  readonly range: ValueRange | null;
  /** The range to begin with. */
  readonly first: () => ValueRange | null;
  readonly onChange: (range: ValueRange | null) => void;
}

function RangeFields({ control, range, first, onChange }: RangeFieldsProps) {
  const set = (next: ValueRange) => {
    if (next.min < next.max) onChange(next);
  };
  return (
    <Closes
      control={control}
      on={range !== null}
      onToggle={(on) => onChange(on ? (first() ?? { min: 0, max: 1 }) : null)}
    >
      {range && (
        <>
          <NumberBox label="From" value={range.min} onChange={(min) => set({ ...range, min })} />
          <NumberBox label="To" value={range.max} onChange={(max) => set({ ...range, max })} />
        </>
      )}
    </Closes>
  );
}

function PeriodFields({ cube, focus, onChange }: FocusAxesProps & { readonly cube: Cube }) {
  const pattern = useChart((chart) => chart.datePattern) ?? '';
  const locale = useChart((chart) => chart.numbers.locale);
  if (!locale) return null;
  const choices = cube.periods.map((period) => ({
    value: period.key,
    label: periodLabel(cube.kind, period, pattern, locale),
  }));
  const { periods, from, to } = focus;
  return (
    <Closes
      control="focus-periods"
      on={periods !== null}
      hint="The playhead always stays in view."
      onToggle={(on) => onChange({ periods: on ? { from: from.periodKey, to: to.periodKey } : null })}
    >
      {periods && (
        <>
          <SelectBox
            label="First period in view"
            value={periods.from}
            choices={choices}
            onChange={(key) => onChange({ periods: { ...periods, from: key } })}
          />
          <SelectBox
            label="Last period in view"
            value={periods.to}
            choices={choices}
            onChange={(key) => onChange({ periods: { ...periods, to: key } })}
          />
        </>
      )}
    </Closes>
  );
}
