'use client';

import {
  extraFadeControls,
  extraFontControls,
  extraLookControls,
  extraPlaceControls,
  extraWordControls,
} from '@/core/project/controls/extra-controls';
import { putAt } from '@/core/project/document-value';
import type { Anchor, Extra } from '@/core/project/film-parts';
import { shippedFamilies } from '@/core/project/text-style';
import { changeExtra, editExtra, layOverFilm } from '@/state/edit-film';
import { Field } from '../parts/field';
import { SelectField } from '../parts/select-field';
import { SpecControls } from '../parts/spec-input';
import { SwitchField } from '../parts/switch-field';
import { useProject, useSession } from '../use-state';
import { TimeEnd } from './extra-time';

const corners = [
  { value: 'top-left', label: 'Upper left corner' },
  { value: 'top-right', label: 'Upper right corner' },
  { value: 'bottom-left', label: 'Lower left corner' },
  { value: 'bottom-right', label: 'Lower right corner' },
  { value: 'centre', label: 'Middle of the stage' },
] as const;

interface FieldsProps {
  readonly extra: Extra;
}

/** Everything about the extra that is picked. */
export function ExtraForm({ extra }: FieldsProps) {
  const set = (change: Partial<Extra>) => changeExtra(extra.id, change);
  const write = (path: string, next: unknown, gesture: string | null) =>
    editExtra(extra.id, (draft) => putAt(draft, path, next), gesture);
  const whole = useProject((project) => project.film.overlays.some(({ id }) => id === extra.id), false);
  const several = useProject((project) => project.film.pieces.length > 1, false);
  return (
    <>
      {(several || whole) && (
        <SwitchField control="extra-whole" checked={whole} onChange={(next) => layOverFilm(extra.id, next)} />
      )}
      {extra.kind === 'text' && (
        <>
          <SpecControls specs={extraWordControls} of={extra} write={write} />
          <FontField extra={extra} />
          <SpecControls specs={extraFontControls} of={extra} write={write} />
        </>
      )}
      <AnchorField extra={extra} marks={!whole} />
      <SpecControls
        specs={[...extraPlaceControls, ...extraLookControls].filter(({ path }) => !whole || path !== 'behind')}
        of={extra}
        write={write}
      />
      {!whole && (
        <>
          <Field control="extra-time">
            <TimeEnd label="Comes" moment={extra.from} otherwise="at the start" onChange={(from) => set({ from })} />
            <TimeEnd label="Goes" moment={extra.to} otherwise="with the film" onChange={(to) => set({ to })} />
          </Field>
          <SpecControls specs={extraFadeControls} of={extra} write={write} />
        </>
      )}
    </>
  );
}

/** In which type a text stands. */
function FontField({ extra }: FieldsProps) {
  const fonts = useProject((project) => project.fonts, noFonts);
  return (
    <SelectField
      control="extra-font"
      value={extra.fontFamily}
      choices={[...fonts, ...shippedFamilies].map(({ family }) => ({ value: family, label: family }))}
      onChange={(fontFamily) => changeExtra(extra.id, { fontFamily })}
    />
  );
}

/** What holds an extra: a corner or the middle of the stage, or a category's mark. */
function AnchorField({ extra, marks }: FieldsProps & { readonly marks: boolean }) {
  const cube = useSession((state) => (marks ? state.cube : null));
  const { anchor } = extra;
  const set = (value: string) => {
    const next: Anchor = value.startsWith(MARK)
      ? { kind: 'mark', category: value.slice(MARK.length), dx: 3, dy: 0 }
      : {
          kind: 'stage',
          corner: value as (typeof corners)[number]['value'],
          dx: value === 'centre' ? 0 : 4,
          dy: value === 'centre' ? 0 : 4,
        };
    changeExtra(extra.id, { anchor: next });
  };
  return (
    <SelectField
      control="extra-anchor"
      value={anchor.kind === 'stage' ? anchor.corner : `${MARK}${anchor.category}`}
      choices={[
        ...corners,
        ...(cube?.categories ?? [])
          .slice(0, 400)
          .map((name) => ({ value: `${MARK}${name}`, label: name.slice(0, 60), note: 'travels with its bar' })),
      ]}
      onChange={set}
    />
  );
}

/** Stands before the name of a category whose mark holds an extra, among the places to choose from. */
const MARK = 'mark:';

const noFonts: readonly { readonly family: string }[] = [];
