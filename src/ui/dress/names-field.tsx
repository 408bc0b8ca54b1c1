'use client';

import { putAt, valueAt } from '@/core/project/document-value';
import { editChart } from '@/state/current';
import { specApplies } from '../controls';
import { Field } from '../parts/field';
import { Fold } from '../parts/fold';
import { useChart, useFamily, useSession } from '../use-state';

/** More names than these are not listed one by one. */
const MOST_LISTED = 100;

/** Which names are drawn, each with a box to switch it off. Nothing for families that always draw all. */
export function NamesField() {
  const spec = useFamily().controls.find(({ input }) => input.kind === 'made' && input.by === 'names');
  const applies = useChart((chart) => spec !== undefined && specApplies(spec, chart));
  const names = useSession((state) => state.cube?.categories) ?? none;
  const hidden =
    useChart((chart) => (spec ? (valueAt(chart, spec.path) as readonly string[] | undefined) : none)) ?? none;
  if (!spec || !applies || names.length < 2) return null;
  const off = new Set(hidden);
  const on = names.filter((name) => !off.has(name));
  const set = (next: readonly string[]) => editChart((chart) => putAt(chart, spec.path, next));
  return (
    <Fold
      title={off.size === 0 ? 'Which are on stage' : `Which are on stage (${on.length} of ${names.length})`}
      holds={[spec.id]}
    >
      <Field control={spec.id} bare hint="What is switched off keeps its colour and comes back as it was.">
        <ul className="max-h-56 overflow-y-auto">
          {names.slice(0, MOST_LISTED).map((name) => {
            const shown = !off.has(name);
            return (
              <li key={name}>
                <label className="flex items-center gap-2 py-0.5 text-[13px]">
                  <input
                    type="checkbox"
                    className="accent-ink"
                    checked={shown}
                    // A stage with nothing on it tells nothing.
                    disabled={shown && on.length === 1}
                    onChange={() => set(shown ? [...hidden, name] : hidden.filter((each) => each !== name))}
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
