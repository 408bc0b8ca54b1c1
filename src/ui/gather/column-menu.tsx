'use client';

import { ArrowDownAZ, ArrowLeft, ArrowRight, ArrowUpZA, ChevronDown, PenLine, Plus, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

interface ColumnMenuProps {
  readonly name: string;
  readonly onRename: () => void;
  readonly onSort: (direction: 'up' | 'down') => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onAdd: (place: 0 | 1) => void;
  readonly onRemove: () => void;
}

/** What can be done to a column, behind a button in its head. */
export function ColumnMenu({ name, onRename, onSort, onMove, onAdd, onRemove }: ColumnMenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`Column ${name}`}
        className="absolute top-1 right-1 rounded p-0.5 text-quiet hover:bg-line hover:text-ink"
      >
        <ChevronDown className="size-4" aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-50 w-52 rounded-md border border-line bg-card p-1 font-sans text-[13px] text-ink shadow-lg"
        >
          <Item icon={<PenLine />} label="Rename" onSelect={onRename} />
          <Item icon={<ArrowDownAZ />} label="Sort ascending" onSelect={() => onSort('up')} />
          <Item icon={<ArrowUpZA />} label="Sort descending" onSelect={() => onSort('down')} />
          <Item icon={<ArrowLeft />} label="Move left" onSelect={() => onMove(-1)} />
          <Item icon={<ArrowRight />} label="Move right" onSelect={() => onMove(1)} />
          <Item icon={<Plus />} label="New column before" onSelect={() => onAdd(0)} />
          <Item icon={<Plus />} label="New column after" onSelect={() => onAdd(1)} />
          <Item icon={<Trash2 />} label="Delete column" onSelect={onRemove} />
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({ icon, label, onSelect }: { icon: ReactNode; label: string; onSelect: () => void }) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      className="flex cursor-default items-center gap-2 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-line/60 [&_svg]:size-4 [&_svg]:text-quiet"
    >
      <span aria-hidden>{icon}</span>
      {label}
    </DropdownMenu.Item>
  );
}
