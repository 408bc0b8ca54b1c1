'use client';

import { ArrowDownToLine, Columns3, Rows3, Search, Trash2 } from 'lucide-react';
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

const small = 'h-7 px-2 text-[12px]';

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
    <div
      role="toolbar"
      aria-label="Grid"
      className="flex items-center gap-1.5 border-b border-line bg-paper px-3 py-1.5"
    >
      <Button className={small} onClick={onAddRow}>
        <Rows3 className="size-4" aria-hidden /> Add row
      </Button>
      <Button className={small} onClick={onAddColumn}>
        <Columns3 className="size-4" aria-hidden /> Add column
      </Button>
      <Button className={small} onClick={onFillDown} disabled={rows < 2}>
        <ArrowDownToLine className="size-4" aria-hidden /> Fill down
      </Button>
      <Button className={small} onClick={onRemoveRows}>
        <Trash2 className="size-4" aria-hidden />{' '}
        {rows === 1 ? 'Delete row' : `Delete ${rows.toLocaleString('en-GB')} rows`}
      </Button>
      <Button className={small} onClick={onFind}>
        <Search className="size-4" aria-hidden /> Find
      </Button>
      <span className="ml-auto truncate text-[12px] text-quiet">{chosen}</span>
    </div>
  );
}
