'use client';

import type { Anchor, Extra } from '@/core/project/film-parts';
import { projectLimits } from '@/core/project/limits';
import { shippedFamilies } from '@/core/project/text-style';
import { changeExtra } from '@/state/edit-film';
import { ColourField } from '../parts/colour-field';
import { Field } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { SelectField } from '../parts/select-field';
import { SwitchField } from '../parts/switch-field';
import { TextField } from '../parts/text-field';
import { useProject, useSession } from '../use-state';
import { TimeEnd } from './extra-time';

const corners = [
  { value: 'top-left', label: 'Upper left corner' },
  { value: 'top-right', label: 'Upper right corner' },
  { value: 'bottom-left', label: 'Lower left corner' },
  { value: 'bottom-right', label: 'Lower right corner' },
  { value: 'centre', label: 'Middle of the stage' },
] as const;

type SetExtra = (change: Partial<Extra>, gesture?: string | null) => void;

interface FieldsProps {
  readonly extra: Extra;
  readonly set: SetExtra;
}

/** Everything about the extra that is picked. */
export function ExtraForm({ extra }: { readonly extra: Extra }) {
  const set: SetExtra = (change, gesture = null) => changeExtra(extra.id, change, gesture);
  return (
    <>
      {extra.kind === 'text' && <TextFields extra={extra} set={set} />}
      <PlaceFields extra={extra} set={set} />
      <NumberField
        control="extra-width"
        value={extra.width}
        min={projectLimits.extraSize[0]}
        max={projectLimits.extraSize[1]}
        step={1}
        unit="%"
        onChange={(width, gesture) => set({ width }, gesture)}
      />
      <NumberField
        control="extra-height"
        value={extra.height}
        min={projectLimits.extraSize[0]}
        max={projectLimits.extraSize[1]}
        step={0.5}
        unit="%"
        onChange={(height, gesture) => set({ height }, gesture)}
      />
      {extra.kind !== 'picture' && (
        <ColourField
          control="extra-colour"
          value={extra.colour}
          onChange={(colour, gesture) => set({ colour }, gesture)}
        />
      )}
      {extra.kind !== 'picture' && extra.kind !== 'text' && (
        <NumberField
          control="extra-stroke"
          value={extra.stroke}
          min={0}
          max={20}
          step={0.1}
          unit="%"
          onChange={(stroke, gesture) => set({ stroke }, gesture)}
        />
      )}
      <NumberField
        control="extra-opacity"
        value={extra.opacity * 100}
        min={0}
        max={100}
        step={5}
        decimals={0}
        unit="%"
        onChange={(value, gesture) => set({ opacity: value / 100 }, gesture)}
      />
      <SwitchField control="extra-behind" checked={extra.behind} onChange={(behind) => set({ behind })} />
      <Field control="extra-time">
        <TimeEnd label="Comes" moment={extra.from} otherwise="at the start" onChange={(from) => set({ from })} />
        <TimeEnd label="Goes" moment={extra.to} otherwise="with the film" onChange={(to) => set({ to })} />
      </Field>
      <NumberField
        control="extra-fade"
        value={extra.fadeSec}
        min={projectLimits.fadeSec[0]}
        max={projectLimits.fadeSec[1]}
        step={0.1}
        unit="s"
        onChange={(fadeSec, gesture) => set({ fadeSec }, gesture)}
      />
    </>
  );
}

/** What a text says, and in which type. */
function TextFields({ extra, set }: FieldsProps) {
  const fonts = useProject((project) => project.fonts, noFonts);
  return (
    <>
      <TextField
        control="extra-text"
        value={extra.text}
        lines={2}
        maxLength={projectLimits.textLength}
        onChange={(text, gesture) => set({ text }, gesture)}
      />
      <SelectField
        control="extra-font"
        value={extra.fontFamily}
        choices={[...fonts, ...shippedFamilies].map(({ family }) => ({ value: family, label: family }))}
        onChange={(fontFamily) => set({ fontFamily })}
      />
      <NumberField
        control="extra-weight"
        value={extra.fontWeight}
        min={100}
        max={900}
        step={100}
        decimals={0}
        unit=""
        onChange={(fontWeight, gesture) => set({ fontWeight }, gesture)}
      />
    </>
  );
}

/** Where an extra stands: off a corner or the middle of the stage, or with a category's mark. */
function PlaceFields({ extra, set }: FieldsProps) {
  const cube = useSession((state) => state.cube);
  const { anchor } = extra;
  const anchorValue = anchor.kind === 'stage' ? anchor.corner : `${MARK}${anchor.category}`;
  const setAnchor = (value: string) => {
    const next: Anchor = value.startsWith(MARK)
      ? { kind: 'mark', category: value.slice(MARK.length), dx: 3, dy: 0 }
      : {
          kind: 'stage',
          corner: value as (typeof corners)[number]['value'],
          dx: value === 'centre' ? 0 : 4,
          dy: value === 'centre' ? 0 : 4,
        };
    set({ anchor: next });
  };
  return (
    <>
      <SelectField
        control="extra-anchor"
        value={anchorValue}
        choices={[
          ...corners,
          ...(cube?.categories ?? [])
            .slice(0, 400)
            .map((name) => ({ value: `${MARK}${name}`, label: name.slice(0, 60), note: 'travels with its bar' })),
        ]}
        onChange={setAnchor}
      />
      <NumberField
        control="extra-x"
        value={anchor.dx}
        min={-500}
        max={500}
        step={0.5}
        decimals={1}
        unit="%"
        onChange={(dx, gesture) => set({ anchor: { ...anchor, dx } }, gesture)}
      />
      <NumberField
        control="extra-y"
        value={anchor.dy}
        min={-500}
        max={500}
        step={0.5}
        decimals={1}
        unit="%"
        onChange={(dy, gesture) => set({ anchor: { ...anchor, dy } }, gesture)}
      />
    </>
  );
}

/** Stands before the name of a category whose mark holds an extra, among the places to choose from. */
const MARK = 'mark:';

const noFonts: readonly { readonly family: string }[] = [];
