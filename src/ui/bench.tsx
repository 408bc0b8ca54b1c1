'use client';

import { Search } from 'lucide-react';
import { useState } from 'react';
import type { WorkStep } from '@/state/session';
import { type ControlId, findControls } from './controls';
import { DressBench } from './dress/dress-bench';
import { GatherBench } from './gather/gather-bench';
import { goToControl } from './go-to';
import { OutputBench } from './output/output-bench';
import { PaceBench } from './pace/pace-bench';
import { ShapeBench } from './shape/shape-bench';
import { useSession } from './use-state';

const benches: Record<WorkStep, () => React.ReactNode> = {
  gather: GatherBench,
  shape: ShapeBench,
  dress: DressBench,
  pace: PaceBench,
  output: OutputBench,
};

/** The controls of the open step, and a search over all of them. */
export function Bench() {
  const step = useSession((state) => state.step);
  const Controls = benches[step];
  return (
    <aside aria-label="Bench" className="flex h-full min-h-0 flex-col bg-paper">
      <ControlSearch />
      <div key={step} className="relative min-h-0 flex-1 overflow-y-auto">
        <Controls />
      </div>
    </aside>
  );
}

function ControlSearch() {
  const [query, setQuery] = useState('');
  const found = findControls(query);
  const open = (id: string) => {
    setQuery('');
    goToControl(id as ControlId);
  };
  return (
    <search className="relative border-b border-line px-4 py-2">
      <label className="flex h-8 items-center gap-2 rounded-md border border-line bg-card px-2 focus-within:border-ink">
        <Search className="size-4 text-quiet" aria-hidden />
        <input
          type="search"
          aria-label="Find a control"
          placeholder="Find a control by name"
          value={query}
          className="w-full bg-transparent text-[13px] outline-none"
          onChange={(event) => setQuery(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && found[0]) open(found[0].id);
            if (event.key === 'Escape') setQuery('');
          }}
        />
      </label>
      {query.trim() !== '' && (
        <ul
          aria-label="Controls found"
          className="absolute inset-x-4 top-11 z-40 rounded-md border border-line bg-card p-1 shadow-lg"
        >
          {found.slice(0, 8).map(({ id, label, step }) => (
            <li key={id}>
              <button
                type="button"
                className="flex w-full justify-between gap-2 rounded px-2 py-1.5 text-left text-[13px] hover:bg-line/60"
                onClick={() => open(id)}
              >
                {label}
                <span className="text-quiet capitalize">{step}</span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="px-2 py-1.5 text-[13px] text-quiet">No control is called that.</li>}
        </ul>
      )}
    </search>
  );
}
