'use client';

import { Command } from 'cmdk';
import { Search } from 'lucide-react';
import { useRef, useState } from 'react';
import type { WorkStep } from '@/state/session';
import { type ControlId, findControls } from './controls';
import { goToControl } from './go-to';
import { BesideCard, CardDress, CardPace, DressBench, GatherBench, OutputBench, PaceBench, ShapeBench } from './later';
import { cx } from './parts/class-names';
import { SectionPlaces } from './section-places';
import { useAbsentControl } from './use-absent-control';
import { useCard, useDocument, useEditedKind, useSession } from './use-state';

// A visit begins in Dress; the benches of the other steps come when they are looked at.
const benches: Record<WorkStep, React.ComponentType> = {
  gather: GatherBench,
  shape: ShapeBench,
  dress: DressBench,
  pace: PaceBench,
  output: OutputBench,
};

/** Of cards, where they have benches of their own. */
const cardBenches: Partial<Record<WorkStep, React.ComponentType>> = {
  shape: BesideCard,
  dress: CardDress,
  pace: CardPace,
};

const names: Record<WorkStep, string> = {
  gather: 'Gather',
  shape: 'Shape',
  dress: 'Dress',
  pace: 'Pace',
  output: 'Output',
};

/** Controls that a search lists at once; more words narrow it. */
const MOST_FOUND = 8;

/** The controls of the open step, and a search over all of them. */
export function Bench() {
  const step = useSession((state) => state.step);
  // What is only shown has nothing to set; its film can still be exported.
  const shown = useDocument(({ readOnly }) => readOnly !== null) && step !== 'output';
  const onCard = useCard(() => true) ?? false;
  const Controls = (onCard && cardBenches[step]) || benches[step];
  const box = useRef<HTMLDivElement>(null);
  useAbsentControl();
  return (
    <section data-bench aria-label="Bench" className="flex h-full min-h-0 flex-col bg-paper">
      <ControlSearch />
      <SectionPlaces key={`places of ${step}`} of={box} step={names[step]} />
      <div key={step} ref={box} tabIndex={shown ? 0 : undefined} className="relative min-h-0 flex-1 overflow-y-auto">
        {shown && <p className="px-4 pt-3 text-[12px] text-quiet">Nothing can be set while the work is only shown.</p>}
        <div inert={shown} className={cx('contents', shown && '*:opacity-55')}>
          <Controls />
        </div>
      </div>
    </section>
  );
}

function ControlSearch() {
  const [query, setQuery] = useState('');
  const id = useEditedKind();
  const found = findControls(query, id);
  const open = (control: ControlId) => {
    setQuery('');
    goToControl(control);
  };
  return (
    <search>
      <Command
        shouldFilter={false}
        label="Find a control"
        className="relative border-b border-line px-4 py-2"
        onKeyDown={(event) => event.key === 'Escape' && setQuery('')}
      >
        <div className="flex h-8 items-center gap-2 rounded-md border border-line bg-card px-2 focus-within:border-ink">
          <Search className="size-4 shrink-0 text-quiet" aria-hidden />
          <Command.Input
            placeholder="Find a control by name"
            value={query}
            className="w-full bg-transparent text-[13px] outline-none"
            onValueChange={setQuery}
          />
        </div>
        <Command.List label="Controls found">
          {query.trim() !== '' && (
            <div className="absolute inset-x-4 top-11 z-40 rounded-md border border-line bg-card p-1 text-[13px] shadow-lg">
              {found.slice(0, MOST_FOUND).map(({ id, label, step }) => (
                <Command.Item
                  key={id}
                  value={id}
                  className="flex w-full justify-between gap-2 rounded px-2 py-1.5 hover:bg-line/60 data-[selected=true]:bg-line/60"
                  onSelect={() => open(id)}
                >
                  {label}
                  <span className="text-quiet capitalize">{step}</span>
                </Command.Item>
              ))}
              {found.length === 0 && <p className="px-2 py-1.5 text-quiet">No control is called that.</p>}
            </div>
          )}
        </Command.List>
      </Command>
    </search>
  );
}
