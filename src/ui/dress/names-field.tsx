'use client';

import type { ControlSpec } from '@/core/project/control-spec';
import { putAt, valueAt } from '@/core/project/document-value';
import { editChart } from '@/state/current';
import { specApplies } from '../controls';
import { Field } from '../parts/field';
import { Fold } from '../parts/fold';
import { useChart, useFamily, useSession } from '../use-state';

/** More names than these are not listed one by one. */
const MOST_LISTED = 100;

/** The names of the data, each with a box: to switch it off, or to choose it. Nothing for families that ask for neither. */
export function NamesField() {
  const family = useFamily();
  return family.controls.map((spec) => {
    const { input } = spec;
    return input.kind === 'made' && input.by === 'names' ? (
      <NamesOf key={spec.id} spec={spec} chosen={input.chosen} />
    ) : null;
  });
}

/** What is said of names that are chosen; null where they are all on stage and can be switched off. */
type Chosen = Extract<ControlSpec['input'], { by: 'names' }>['chosen'];

function NamesOf({ spec, chosen }: { readonly spec: ControlSpec; readonly chosen: Chosen }) {
  const applies = useChart((chart) => specApplies(spec, chart));
  const names = useSession((state) => state.cube?.categories) ?? none;
  const listed = useChart((chart) => valueAt(chart, spec.path) as readonly string[] | undefined) ?? none;
  if (!applies || names.length < 2) return null;
  const inList = new Set(listed);
  const on = names.filter((name) => inList.has(name) === (chosen !== undefined));
  const count = chosen ? on.length > 0 : on.length < names.length;
  const title = chosen?.title ?? 'Which are on stage';
  const set = (next: readonly string[]) => editChart((chart) => putAt(chart, spec.path, next));
  return (
    <Fold title={count ? `${title} (${on.length} of ${names.length})` : title} holds={[spec.id]}>
      <Field
        control={spec.id}
        bare
        hint={chosen?.hint ?? 'What is switched off keeps its colour and comes back as it was.'}
      >
        <ul className="max-h-56 overflow-y-auto">
          {names.slice(0, MOST_LISTED).map((name) => {
            const checked = inList.has(name) === (chosen !== undefined);
            // A stage with nothing on it tells nothing; and of what is chosen there are so many at most.
            const fixed = chosen ? !checked && listed.length >= chosen.most : checked && on.length === 1;
            return (
              <li key={name}>
                <label className="flex items-center gap-2 py-0.5 text-[13px]">
                  <input
                    type="checkbox"
                    className="accent-ink"
                    checked={checked}
                    disabled={fixed}
                    onChange={() => set(inList.has(name) ? listed.filter((each) => each !== name) : [...listed, name])}
                  />
                  <span className="truncate">{name || 'Without a name'}</span>
                </label>
              </li>
            );
          })}
        </ul>
        {names.length > MOST_LISTED && (
          <p className="text-[12px] text-quiet">and {names.length - MOST_LISTED} more, which Shape can leave out.</p>
        )}
      </Field>
    </Fold>
  );
}

const none: readonly string[] = [];
