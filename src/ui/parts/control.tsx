'use client';

import { type ReactNode, useMemo } from 'react';
import { knownFamilies } from '@/core/families/known';
import { buildChoiceFilter } from '@/core/project/built';
import type { PlayKind } from '@/core/project/chart';
import type { ControlSpec } from '@/core/project/control-spec';
import { putAt, valueAt } from '@/core/project/document-value';
import { editDressed } from '@/state/current';
import { specApplies, specOf } from '../controls';
import { useChart, useDressed } from '../use-state';
import { Fold } from './fold';
import { SpecInput } from './spec-input';

interface ControlProps {
  readonly id: string;
  /** In place of what the specification says, where it depends on the data. */
  readonly unit?: string;
  readonly hint?: ReactNode;
  /** Where its value lies instead of beside the others of its specification: `dress.labels.name`. */
  readonly at?: string;
}

/**
 * A control of the chart that is edited, as its specification says, or of the dress of a card. Nothing while it does not apply.
 */
export function Control({ id, unit, hint, at }: ControlProps) {
  const familyId = useChart((chart) => chart.family);
  const spec = specOf(id, familyId);
  const applies = useDressed((dressed) => specApplies(spec, dressed));
  const path = at === undefined ? spec.path : `${at}.${spec.path.slice(spec.path.lastIndexOf('.') + 1)}`;
  const value = useDressed((dressed) => valueAt(dressed, path));
  const playKind = useChart((chart) => chart.play.kind);
  const fitting = useMemo(() => narrowed(spec, familyId, playKind), [spec, familyId, playKind]);
  if (!applies) return null;
  const write = (next: unknown, gesture: string | null = null) =>
    editDressed((dressed) => putAt(dressed, path, next), gesture);
  return <SpecInput spec={fitting} value={value} unit={unit} hint={hint} write={write} />;
}

/** A control with only those choices that the chart can have. */
function narrowed(spec: ControlSpec, familyId: string | null, kind: PlayKind | null): ControlSpec {
  const family = knownFamilies.find(({ id }) => id === familyId);
  const { input } = spec;
  if (!family || !kind || (input.kind !== 'pick' && input.kind !== 'select')) return spec;
  const fits = buildChoiceFilter(kind, family, spec.path);
  return fits ? { ...spec, input: { ...input, choices: input.choices.filter(({ value }) => fits(value)) } } : spec;
}

/** Several controls, one under the other. */
export function Controls({ of, at }: { readonly of: readonly string[]; readonly at?: string }) {
  return of.map((id) => <Control key={id} id={id} {...(at === undefined ? {} : { at })} />);
}

/** What a family has of its own in a step: what is needed at first sight, then its folds. */
export function FamilyControls({
  step,
  units = {},
  made = {},
}: {
  readonly step: ControlSpec['step'];
  readonly units?: Readonly<Record<string, string>>;
  /** Controls that are made by hand, by their ids, to stand among the others. */
  readonly made?: Readonly<Record<string, ReactNode>>;
}) {
  const id = useChart((chart) => chart.family);
  const specs =
    knownFamilies
      .find((family) => family.id === id)
      ?.controls.filter((spec) => spec.step === step && (spec.input.kind !== 'made' || made[spec.id])) ?? [];
  const folds = [...new Set(specs.flatMap(({ fold }) => (fold ? [fold] : [])))];
  const drawn = (spec: ControlSpec) =>
    made[spec.id] ? (
      <div key={spec.id} className="contents">
        {made[spec.id]}
      </div>
    ) : (
      <Control key={spec.id} id={spec.id} {...(units[spec.id] ? { unit: units[spec.id] } : {})} />
    );
  return (
    <>
      {specs.filter(({ fold }) => !fold).map(drawn)}
      {folds.map((title) => {
        const inside = specs.filter(({ fold }) => fold === title);
        return (
          <Fold key={title} title={title} holds={inside.map((spec) => spec.id)}>
            {inside.map(drawn)}
          </Fold>
        );
      })}
    </>
  );
}
