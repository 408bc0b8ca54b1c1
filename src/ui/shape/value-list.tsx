'use client';

import { useEffect, useState } from 'react';
import type { StepOf } from '@/core/shaping/steps/step';
import { useServices } from '../services';
import { useSession } from '../use-state';

interface Listed {
  readonly text: string;
  readonly note: string;
}

const SHOWN = 200;

interface CheckListProps {
  readonly label: string;
  readonly items: readonly Listed[];
  readonly chosen: readonly string[];
  readonly onChange: (chosen: string[]) => void;
}

/** Values to tick, with a search when there are many. */
function CheckList({ label, items, chosen, onChange }: CheckListProps) {
  const [query, setQuery] = useState('');
  const ticked = new Set(chosen);
  const known = new Set(items.map(({ text }) => text));
  const gone = chosen.filter((text) => !known.has(text)).map((text) => ({ text, note: 'not here' }));
  const found = [...gone, ...items].filter(({ text }) => text.toLowerCase().includes(query.toLowerCase()));
  const toggle = (text: string) =>
    onChange(ticked.has(text) ? chosen.filter((each) => each !== text) : [...chosen, text]);
  return (
    <fieldset>
      <legend className="text-[12px] text-quiet">{label}</legend>
      {items.length > 8 && (
        <input
          aria-label={`Find in ${label.toLowerCase()}`}
          placeholder="Find"
          value={query}
          className="mb-1 h-7 w-full rounded-md border border-line bg-paper px-2 text-[13px]"
          onChange={(event) => setQuery(event.target.value)}
        />
      )}
      <div className="max-h-48 overflow-y-auto rounded-md border border-line bg-paper p-1">
        {found.slice(0, SHOWN).map(({ text, note }) => (
          <label key={text} className="flex items-center gap-2 rounded px-1 py-0.5 text-[13px] hover:bg-line/50">
            <input type="checkbox" checked={ticked.has(text)} onChange={() => toggle(text)} />
            <span className="min-w-0 flex-1 truncate">{text === '' ? <em>blank</em> : text}</span>
            <span className="text-[11px] text-quiet">{note}</span>
          </label>
        ))}
        {found.length > SHOWN && (
          <p className="px-1 text-[12px] text-quiet">And {found.length - SHOWN} more; find them by name.</p>
        )}
        {found.length === 0 && <p className="px-1 text-[12px] text-quiet">Nothing is called that.</p>}
      </div>
    </fieldset>
  );
}

interface ColumnValuesProps {
  readonly column: string;
  /** The step whose values are chosen: what stands in the column before it runs. */
  readonly before: string;
  readonly chosen: readonly string[];
  readonly onChange: (chosen: string[]) => void;
}

/** The values of a column, the commonest first. */
export function ColumnValues({ column, before, chosen, onChange }: ColumnValuesProps) {
  const { table } = useServices();
  const prepared = useSession((state) => state.prepared);
  const [items, setItems] = useState<readonly Listed[]>([]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: looks again when the steps have run again
  useEffect(() => {
    let ended = false;
    void table.valuesOf(column, before).then((values) => {
      if (!ended) setItems(values.map(({ text, count }) => ({ text, note: count.toLocaleString('en-GB') })));
    });
    return () => {
      ended = true;
    };
  }, [table, column, before, prepared]);
  return <CheckList label="Values" items={items} chosen={chosen} onChange={onChange} />;
}

interface CategoryListProps {
  readonly step: StepOf<'pick-categories'>;
  readonly onChange: (categories: string[]) => void;
}

/** The categories that there are, and those that the step names. */
export function CategoryList({ step, onChange }: CategoryListProps) {
  const cube = useSession((state) => state.cube);
  // Categories that a step has left out are not in the values any more, but once seen they can be chosen again.
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set(step.categories));
  useEffect(() => {
    setSeen((before) => new Set([...(cube?.categories ?? []), ...before, ...step.categories]));
  }, [cube, step.categories]);
  const items = [...seen].map((text) => ({ text, note: '' }));
  return <CheckList label="Categories" items={items} chosen={step.categories} onChange={onChange} />;
}
