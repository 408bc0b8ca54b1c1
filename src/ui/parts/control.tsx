'use client';

import type { ReactNode } from 'react';
import { knownFamilies } from '@/core/families/known';
import type { ControlSpec } from '@/core/project/control-spec';
import { putAt, valueAt } from '@/core/project/document-value';
import { editChart } from '@/state/current';
import { specApplies, specOf } from '../controls';
import { useChart } from '../use-state';
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

/** A control of the chart that is edited, as its specification says. Nothing while it does not apply. */
export function Control({ id, unit, hint, at }: ControlProps) {
  const spec = specOf(id);
  const applies = useChart((chart) => specApplies(spec, chart));
  const path = at === undefined ? spec.path : `${at}.${spec.path.slice(spec.path.lastIndexOf('.') + 1)}`;
  const value = useChart((chart) => valueAt(chart, path));
  if (!applies) return null;
  const write = (next: unknown, gesture: string | null = null) =>
    editChart((chart) => putAt(chart, path, next), gesture);
  return <SpecInput spec={spec} value={value} unit={unit} hint={hint} write={write} />;
}

/** Several controls, one under the other. */
export function Controls({ of, at }: { readonly of: readonly string[]; readonly at?: string }) {
  return of.map((id) => <Control key={id} id={id} {...(at === undefined ? {} : { at })} />);
}

/** What a family has of its own in a step: what is needed at first sight, then its folds. */
export function FamilyControls({
  step,
  units = {},
}: {
  readonly step: ControlSpec['step'];
  readonly units?: Readonly<Record<string, string>>;
}) {
  const id = useChart((chart) => chart.family);
  const specs =
    knownFamilies
      .find((family) => family.id === id)
      ?.controls.filter((spec) => spec.step === step && spec.input.kind !== 'made') ?? [];
  const folds = [...new Set(specs.flatMap(({ fold }) => (fold ? [fold] : [])))];
  return (
    <>
      {specs
        .filter(({ fold }) => !fold)
        .map((spec) => (
          <Control key={spec.id} id={spec.id} {...(units[spec.id] ? { unit: units[spec.id] } : {})} />
        ))}
      {folds.map((title) => {
        const inside = specs.filter(({ fold }) => fold === title).map((spec) => spec.id);
        return (
          <Fold key={title} title={title} holds={inside}>
            <Controls of={inside} />
          </Fold>
        );
      })}
    </>
  );
}
