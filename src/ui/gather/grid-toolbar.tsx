'use client';

import { ArrowDownToLine, Columns3, type LucideIcon, Rows3, Search, Trash2 } from 'lucide-react';
import { Toolbar } from 'radix-ui';
import type { ReactNode } from 'react';
import type { GridSummary } from '@/workers/protocol';
import { Button } from '../parts/button';
import type { Block } from './selection';

interface GridToolbarProps {
  readonly grid: GridSummary;
  readonly block: Block;
  readonly onAddRow: () => void;
  readonly onRemoveRows: () => void;
  readonly onAddColumn: () => void;
  readonly onFillDown: () => void;
  readonly onFind: () => void;
}

/** The grid's own actions, and where the selection stands. */
export function GridToolbar({
  grid,
  block,
  onAddRow,
  onRemoveRows,
  onAddColumn,
  onFillDown,
  onFind,
}: GridToolbarProps) {
  const rows = block.bottom - block.top + 1;
  const columns = block.right - block.left + 1;
  const name = grid.columns[block.left]?.name ?? '';
  const chosen = rows * columns > 1 ? `${rows.toLocaleString('en-GB')} × ${columns} cells` : name.slice(0, 40);
  return (
    <Toolbar.Root aria-label="Grid" className="flex items-center gap-1.5 border-b border-line bg-paper px-3 py-1.5">
      <Tool icon={Rows3} onClick={onAddRow}>
        Add row
      </Tool>
      <Tool icon={Columns3} onClick={onAddColumn}>
        Add column
      </Tool>
      <Tool icon={ArrowDownToLine} onClick={onFillDown} disabled={rows < 2}>
        Fill down
      </Tool>
      <Tool icon={Trash2} onClick={onRemoveRows}>
        {rows === 1 ? 'Delete row' : `Delete ${rows.toLocaleString('en-GB')} rows`}
      </Tool>
      <Tool icon={Search} onClick={onFind}>
        Find
      </Tool>
      <span className="ml-auto truncate text-[12px] text-quiet">{chosen}</span>
    </Toolbar.Root>
  );
}

interface ToolProps {
  readonly icon: LucideIcon;
  readonly disabled?: boolean;
  readonly onClick: () => void;
  readonly children: ReactNode;
}

function Tool({ icon: Icon, disabled = false, onClick, children }: ToolProps) {
  return (
    <Toolbar.Button asChild disabled={disabled} onClick={onClick}>
      <Button className="h-7 px-2 text-[12px]">
        <Icon className="size-4" aria-hidden /> {children}
      </Button>
    </Toolbar.Button>
  );
}
