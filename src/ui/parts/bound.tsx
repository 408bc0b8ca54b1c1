'use client';

import type { ReactNode } from 'react';
import { editChart } from '@/state/edit-chart';
import type { ControlId } from '../controls';
import { useChart } from '../use-state';
import { ColourField } from './colour-field';
import type { Lens } from './lens';
import { NumberField } from './number-field';
import { PickField } from './pick-field';
import { type Choice, SelectField } from './select-field';
import { SwitchField } from './switch-field';
import { TextField } from './text-field';

/** Writes what a lens looks at. */
function writer<T>(lens: Lens<T>) {
  return (value: T, gesture: string | null = null) => editChart((chart) => lens.write(chart, value), gesture);
}

interface BoundNumberProps {
  readonly control: ControlId;
  readonly lens: Lens<number>;
  readonly range: readonly [number, number];
  readonly step: number;
  readonly unit: string;
  /** Shown times this: shares are shown as percent. */
  readonly times?: number;
  readonly decimals?: number;
}

/** A number of the chart on stage. */
export function BoundNumber({ control, lens, range, times = 1, ...rest }: BoundNumberProps) {
  const value = useChart(lens.read);
  if (value === null) return null;
  const write = writer(lens);
  const [min, max] = range;
  return (
    <NumberField
      control={control}
      value={value * times}
      min={min * times}
      max={max * times}
      onChange={(next, gesture) => write(next / times, gesture)}
      {...rest}
    />
  );
}

/** A share of the chart on stage, in percent. */
export function BoundShare({
  control,
  lens,
  range = [0, 1],
}: {
  readonly control: ControlId;
  readonly lens: Lens<number>;
  readonly range?: readonly [number, number];
}) {
  return <BoundNumber control={control} lens={lens} range={range} times={100} step={5} decimals={0} unit="%" />;
}

export function BoundSwitch({ control, lens }: { readonly control: ControlId; readonly lens: Lens<boolean> }) {
  const checked = useChart(lens.read);
  return checked === null ? null : (
    <SwitchField control={control} checked={checked} onChange={(value) => writer(lens)(value)} />
  );
}

interface BoundPickProps<T extends string> {
  readonly control: ControlId;
  readonly lens: Lens<T>;
  readonly choices: readonly { readonly value: T; readonly label: ReactNode; readonly name?: string }[];
  readonly hint?: ReactNode;
}

export function BoundPick<T extends string>({ control, lens, choices, hint }: BoundPickProps<T>) {
  const value = useChart(lens.read);
  return value === null ? null : (
    <PickField control={control} value={value} choices={choices} hint={hint} onChange={(next) => writer(lens)(next)} />
  );
}

interface BoundSelectProps<T extends string> {
  readonly control: ControlId;
  readonly lens: Lens<T>;
  readonly choices: readonly Choice[];
  readonly hint?: ReactNode;
}

export function BoundSelect<T extends string>({ control, lens, choices, hint }: BoundSelectProps<T>) {
  const value = useChart(lens.read);
  return value === null ? null : (
    <SelectField
      control={control}
      value={value}
      choices={choices}
      hint={hint}
      onChange={(next) => writer(lens)(next as T)}
    />
  );
}

interface BoundTextProps {
  readonly control: ControlId;
  readonly lens: Lens<string>;
  readonly maxLength: number;
  readonly placeholder?: string;
  readonly lines?: number;
  readonly row?: boolean;
}

export function BoundText({ control, lens, ...rest }: BoundTextProps) {
  const value = useChart(lens.read);
  return value === null ? null : (
    <TextField control={control} value={value} onChange={(text, gesture) => writer(lens)(text, gesture)} {...rest} />
  );
}

/** A colour; where null is allowed, it can go back to the automatic one. */
export function BoundColour({
  control,
  lens,
  automatic,
}: {
  readonly control: ControlId;
  readonly lens: Lens<string | null> | Lens<string>;
  readonly automatic?: string;
}) {
  const value = useChart<string | null>(lens.read);
  const any = useChart(() => true);
  if (any === null) return null;
  const write = writer(lens as Lens<string | null>);
  return (
    <ColourField
      control={control}
      value={value}
      {...(automatic === undefined ? {} : { automatic, onAutomatic: () => write(null) })}
      onChange={write}
    />
  );
}
