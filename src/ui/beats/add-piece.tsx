'use client';

import { ChevronRight, Plus } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { knownFamilies } from '@/core/families/known';
import { inFamily } from '@/core/families/switch-family';
import { cardKinds, cardNames } from '@/core/project/card';
import { currentTable } from '@/state/current';
import { addCardPiece, addChartPiece, addGroupPieces } from '@/state/edit-programme';
import { cx } from '../parts/class-names';
import { MenuItem } from '../parts/menu';
import { useServices } from '../services';
import { useChart, useDocument, useSession } from '../use-state';

const menuClass =
  'z-50 max-h-96 overflow-y-auto rounded-md border border-line bg-card p-1 text-[13px] text-ink shadow-lg';

/** Adds a piece behind the one that is edited. @param compact Shows a plus alone, beside the programme. */
export function AddPiece({ compact = false }: { readonly compact?: boolean }) {
  const ready = useSession((state) => state.overview !== null);
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        disabled={!ready}
        aria-label="Add a piece"
        title="Add a piece: another chart, or a card"
        className={cx(
          'flex items-center gap-1 rounded-md text-[12px] hover:bg-line/60 disabled:opacity-45',
          compact ? 'w-8 justify-center border border-dashed border-line' : 'h-7 px-2 text-quiet',
        )}
      >
        <Plus className="size-3.5" aria-hidden /> {!compact && 'Add a piece'}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content side="top" align="end" className={menuClass}>
          <Charts />
          <Tables />
          <Groups />
          <Cards />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** Stops the film before something is added, so that the new piece is what is on show next. */
function useAdd(): (add: () => void) => void {
  const { studio } = useServices();
  return (add) => void studio.playback.pause().then(add);
}

/** A choice that opens further ones. */
function Sub({ title, disabled, children }: { title: string; disabled?: boolean; children: ReactNode }) {
  return (
    <DropdownMenu.Sub>
      <DropdownMenu.SubTrigger
        disabled={disabled}
        className="flex cursor-default items-center gap-3 rounded px-2 py-1.5 outline-none data-[disabled]:opacity-45 data-[highlighted]:bg-line/60"
      >
        <span className="grow">{title}</span>
        <ChevronRight className="size-3.5 text-quiet" aria-hidden />
      </DropdownMenu.SubTrigger>
      <DropdownMenu.Portal>
        <DropdownMenu.SubContent sideOffset={4} collisionPadding={8} className={menuClass}>
          {children}
        </DropdownMenu.SubContent>
      </DropdownMenu.Portal>
    </DropdownMenu.Sub>
  );
}

/** The same table as each kind of chart. */
function Charts() {
  const cube = useSession((state) => state.cube);
  const add = useAdd();
  return (
    <Sub title="This table as another chart">
      {knownFamilies.map((family) => (
        <MenuItem key={family.id} onSelect={() => add(() => addChartPiece((chart) => inFamily(chart, family, cube)))}>
          {family.name}
        </MenuItem>
      ))}
    </Sub>
  );
}

/** The other tables of the work. */
function Tables() {
  const { studio } = useServices();
  const project = useDocument((state) => state.project);
  const add = useAdd();
  if (!project) return null;
  const open = currentTable(project).id;
  const others = project.tables.filter(({ id }) => id !== open);
  return (
    <Sub
      title={others.length > 0 ? 'Another table' : 'Another table: open it in Gather first'}
      disabled={others.length === 0}
    >
      {others.map(({ id, name }) => (
        <MenuItem key={id} onSelect={() => add(() => void studio.addTablePiece(id))}>
          {name}
        </MenuItem>
      ))}
    </Sub>
  );
}

/** A card of each kind. */
function Cards() {
  const add = useAdd();
  return (
    <Sub title="A card">
      {cardKinds.map((kind) => (
        <MenuItem key={kind} onSelect={() => add(() => addCardPiece(kind))}>
          {cardNames[kind]}
        </MenuItem>
      ))}
    </Sub>
  );
}

/** The other groups of the set, one by one or all of them. */
function Groups() {
  const groups = useSession((state) => state.prepared?.groups);
  const column = useChart((chart) => chart.fields.group);
  const shown = useChart((chart) => chart.group);
  const panes = useChart((chart) => chart.fields.panes);
  const add = useAdd();
  const others = groups?.map(({ name }) => name).filter((name) => name !== shown) ?? [];
  if (!column || panes || others.length === 0) return null;
  return (
    <>
      <Sub title={`Another ${column}`}>
        {others.map((name) => (
          <MenuItem key={name} onSelect={() => add(() => addGroupPieces([name]))}>
            {name}
          </MenuItem>
        ))}
      </Sub>
      <MenuItem onSelect={() => add(() => addGroupPieces(others))}>
        A piece for each of {others.length} more by {column}
      </MenuItem>
    </>
  );
}
