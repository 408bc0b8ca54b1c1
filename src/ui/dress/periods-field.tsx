'use client';

import { X } from 'lucide-react';
import { putAt, valueAt } from '@/core/project/document-value';
import { periodLabel } from '@/core/scale/period-format';
import { editChart } from '@/state/current';
import { specApplies } from '../controls';
import { Field } from '../parts/field';
import { SelectBox } from '../parts/select-field';
import { useChart, useFamily, useSession } from '../use-state';

/** Periods that are chosen one by one: those that a chart compares. Nothing for families that choose none. */
export function PeriodsField() {
  const spec = useFamily().controls.find(({ input }) => input.kind === 'made' && input.by === 'periods');
  const applies = useChart((chart) => spec !== undefined && specApplies(spec, chart));
  if (!spec || !applies || spec.input.kind !== 'made' || spec.input.by !== 'periods') return null;
  const { most, none, full } = spec.input;
  return <Chosen id={spec.id} path={spec.path} label={spec.label} most={most} none={none} full={full} />;
}

interface ChosenProps {
  readonly id: string;
  readonly path: string;
  readonly label: string;
  readonly most: number;
  readonly none: string;
  readonly full: string;
}

function Chosen({ id, path, label, most, none, full }: ChosenProps) {
  const cube = useSession((state) => state.cube);
  const chosen = useChart((chart) => valueAt(chart, path) as readonly string[] | undefined) ?? [];
  const pattern = useChart((chart) => chart.datePattern) ?? '';
  const locale = useChart((chart) => chart.numbers.locale);
  if (!cube || !locale) return null;
  const labelOf = new Map(cube.periods.map((period) => [period.key, periodLabel(cube.kind, period, pattern, locale)]));
  const order = new Map(cube.periods.map(({ key }, p) => [key, p]));
  const set = (keys: readonly string[]) =>
    editChart((chart) =>
      putAt(
        chart,
        path,
        [...keys].sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0)),
      ),
    );
  const left = cube.periods.filter(({ key }) => !chosen.includes(key));
  return (
    <Field control={id} hint={chosen.length === 0 ? none : chosen.length >= most ? full : undefined}>
      <ul aria-label={label} className="flex flex-wrap gap-1.5">
        {chosen.map((key) => (
          <li key={key} className="flex items-center rounded-md border border-line bg-card text-[13px]">
            <span className="py-1 pl-2">{labelOf.get(key) ?? `${key}, not in the data`}</span>
            <button
              type="button"
              aria-label={`Leave out ${labelOf.get(key) ?? key}`}
              className="grid size-7 place-items-center text-quiet hover:text-ink"
              onClick={() => set(chosen.filter((each) => each !== key))}
            >
              <X className="size-3.5" aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      {left.length > 0 && chosen.length < most && (
        <div className="mt-1.5">
          <SelectBox
            label="Add a period"
            value=""
            placeholder="Add a period"
            choices={left.map(({ key }) => ({ value: key, label: labelOf.get(key) ?? key }))}
            onChange={(key) => set([...chosen, key])}
          />
        </div>
      )}
    </Field>
  );
}
