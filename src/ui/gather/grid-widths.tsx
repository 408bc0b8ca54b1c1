'use client';

import { columnResizingFeature, columnSizingFeature, tableFeatures, useTable } from '@tanstack/react-table';
import { useMemo } from 'react';
import type { ColumnSummary, GridSummary } from '@/workers/protocol';

const features = tableFeatures({ columnSizingFeature, columnResizingFeature });

function widthOf(column: ColumnSummary): number {
  const characters = Math.max(column.name.length + 3, column.longest);
  return Math.round(Math.min(280, Math.max(96, characters * 7.6 + 24)));
}

/** Columns past these keep their width: managing a hundred thousand of them would stop the page. */
const MANAGED_COLUMNS = 1000;

/** Widths of the columns: from their contents, and as the person drags them. */
export function useWidths(grid: GridSummary) {
  const names = grid.columns.map(({ name, longest }) => `${name}\n${longest}`).join('\n\n');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the names and lengths are all that widths depend on
  const columns = useMemo(
    () =>
      grid.columns
        .slice(0, MANAGED_COLUMNS)
        .map((column, i) => ({ id: String(i), header: column.name, size: widthOf(column), minSize: 48, maxSize: 900 })),
    [names],
  );
  const none = useMemo(() => [], []);
  const table = useTable({ features, columns, data: none, columnResizeMode: 'onChange' });
  const key = `${names}${JSON.stringify(table.state.columnSizing)}`;
  return { table, key };
}

interface WidthHandleProps {
  readonly column: number;
  readonly widths: Widths;
}

/** The edge of a column's head, by which it is made wider. */
export function WidthHandle({ column, widths }: WidthHandleProps) {
  const header = widths.table.getFlatHeaders().find(({ id }) => id === String(column));
  if (!header) return null;
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={`Width of column ${column + 1}`}
      className="absolute top-0 right-0 h-full w-1.5 cursor-col-resize hover:bg-line"
      onMouseDown={header.getResizeHandler()}
      onTouchStart={header.getResizeHandler()}
    />
  );
}

/** Widths of the columns, and how they are dragged. */
export type Widths = ReturnType<typeof useWidths>;
