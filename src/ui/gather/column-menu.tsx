'use client';

import { ArrowDownAZ, ArrowLeft, ArrowRight, ArrowUpZA, ChevronDown, PenLine, Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Menu, MenuItem } from '../parts/menu';

interface ColumnMenuProps {
  readonly name: string;
  /** Where it can go: not beyond the first and the last column. */
  readonly canMove: { readonly left: boolean; readonly right: boolean };
  readonly onRename: () => void;
  readonly onSort: (direction: 'up' | 'down') => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onAdd: (place: 0 | 1) => void;
  readonly onRemove: () => void;
}

/** What can be done to a column, behind a button in its head. */
export function ColumnMenu({ name, canMove, onRename, onSort, onMove, onAdd, onRemove }: ColumnMenuProps) {
  return (
    <Menu
      label={`Column ${name}`}
      icon={<ChevronDown className="size-4" aria-hidden />}
      buttonClass="top-1 right-1 p-0.5 hover:bg-line hover:text-ink"
      className="w-52 font-sans"
    >
      <Item icon={<PenLine />} label="Rename" onSelect={onRename} />
      <Item icon={<ArrowDownAZ />} label="Sort ascending" onSelect={() => onSort('up')} />
      <Item icon={<ArrowUpZA />} label="Sort descending" onSelect={() => onSort('down')} />
      <Item icon={<ArrowLeft />} label="Move left" disabled={!canMove.left} onSelect={() => onMove(-1)} />
      <Item icon={<ArrowRight />} label="Move right" disabled={!canMove.right} onSelect={() => onMove(1)} />
      <Item icon={<Plus />} label="New column before" onSelect={() => onAdd(0)} />
      <Item icon={<Plus />} label="New column after" onSelect={() => onAdd(1)} />
      <Item icon={<Trash2 />} label="Delete column" onSelect={onRemove} />
    </Menu>
  );
}

interface ItemProps {
  readonly icon: ReactNode;
  readonly label: string;
  readonly disabled?: boolean;
  readonly onSelect: () => void;
}

function Item({ icon, label, disabled, onSelect }: ItemProps) {
  return (
    <MenuItem onSelect={onSelect} disabled={disabled} className="items-center gap-2 [&_svg]:size-4 [&_svg]:text-quiet">
      <span aria-hidden>{icon}</span>
      {label}
    </MenuItem>
  );
}
