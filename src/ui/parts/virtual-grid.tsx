'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { type ReactNode, useEffect, useRef } from 'react';
import { cx } from './class-names';

interface VirtualGridProps {
  readonly label: string;
  readonly rowCount: number;
  readonly columnCount: number;
  readonly columnWidth: (column: number) => number;
  readonly headOf: (column: number) => ReactNode;
  readonly rowHeadOf: (row: number) => ReactNode;
  readonly cellOf: (
    row: number,
    column: number,
  ) => { readonly text: ReactNode; readonly number?: boolean; readonly mark?: boolean };
  readonly rowHeadWidth: number;
  /** What the heads of the rows are: their numbers, or the periods. */
  readonly rowHeadLabel: string;
  readonly headHeight?: number;
  /** Brings a cell into view whenever the count changes. */
  readonly focus?: { readonly row: number; readonly column: number; readonly count: number } | null;
  readonly onWindow?: (rows: readonly [number, number], columns: readonly [number, number]) => void;
}

const ROW_PX = 28;

/** A table of any size: only the cells in sight are in the page. */
export function VirtualGrid(props: VirtualGridProps) {
  const {
    label,
    rowCount,
    columnCount,
    columnWidth,
    headOf,
    rowHeadOf,
    cellOf,
    rowHeadWidth,
    rowHeadLabel,
    headHeight = 32,
    focus,
    onWindow,
  } = props;
  const box = useRef<HTMLElement>(null);
  const rows = useVirtualizer({
    count: rowCount,
    getScrollElement: () => box.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: columnCount,
    getScrollElement: () => box.current,
    estimateSize: columnWidth,
    overscan: 3,
  });
  const shownRows = rows.getVirtualItems();
  const shownColumns = columns.getVirtualItems();
  const firstRow = shownRows[0]?.index ?? 0;
  const lastRow = shownRows.at(-1)?.index ?? -1;
  const firstColumn = shownColumns[0]?.index ?? 0;
  const lastColumn = shownColumns.at(-1)?.index ?? -1;
  useEffect(() => {
    onWindow?.([firstRow, lastRow + 1], [firstColumn, lastColumn + 1]);
  }, [onWindow, firstRow, lastRow, firstColumn, lastColumn]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: scrolls once for each request, not when the window moves
  useEffect(() => {
    if (!focus) return;
    rows.scrollToIndex(focus.row, { align: 'center' });
    if (focus.column >= 0) columns.scrollToIndex(focus.column, { align: 'center' });
  }, [focus?.count]);
  const widthPx = rowHeadWidth + columns.getTotalSize();
  return (
    <section
      ref={box}
      aria-label={label}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region has to be reachable with the keyboard
      tabIndex={0}
      className="relative h-full min-h-0 overflow-auto bg-card font-mono text-[12px]"
    >
      <div
        role="table"
        aria-rowcount={rowCount + 1}
        aria-colcount={columnCount + 1}
        style={{ width: widthPx, height: rows.getTotalSize() + headHeight }}
      >
        <div
          role="row"
          className="sticky top-0 z-20 border-b border-ink bg-paper"
          style={{ width: widthPx, height: headHeight }}
        >
          <span
            role="columnheader"
            className="sticky left-0 z-10 inline-block h-full bg-paper"
            style={{ width: rowHeadWidth }}
          >
            <span className="sr-only">{rowHeadLabel}</span>
          </span>
          {shownColumns.map((column) => (
            <span
              role="columnheader"
              key={column.index}
              className="absolute top-0 flex h-full flex-col justify-center overflow-hidden px-2 font-sans whitespace-nowrap"
              style={{ left: rowHeadWidth + column.start, width: column.size }}
            >
              {headOf(column.index)}
            </span>
          ))}
        </div>
        {shownRows.map((row) => (
          <div
            role="row"
            key={row.index}
            aria-rowindex={row.index + 2}
            className="absolute left-0 border-b border-line/60"
            style={{ top: headHeight + row.start, width: widthPx, height: ROW_PX }}
          >
            <span
              role="rowheader"
              className="sticky left-0 z-10 inline-flex h-full items-center justify-end overflow-hidden bg-paper px-2 text-quiet whitespace-nowrap"
              style={{ width: rowHeadWidth }}
            >
              {rowHeadOf(row.index)}
            </span>
            {shownColumns.map((column) => {
              const cell = cellOf(row.index, column.index);
              const lit = focus?.row === row.index && focus.column === column.index;
              return (
                <span
                  role="cell"
                  key={column.index}
                  className={cx(
                    'absolute top-0 flex h-full items-center overflow-hidden px-2 text-ellipsis whitespace-nowrap',
                    cell.number && 'justify-end',
                    cell.mark && 'bg-mustard/25 underline decoration-mustard decoration-wavy',
                    lit && 'outline-2 -outline-offset-2 outline-accent',
                  )}
                  style={{ left: rowHeadWidth + column.start, width: column.size }}
                >
                  {cell.text}
                </span>
              );
            })}
          </div>
        ))}
      </div>
    </section>
  );
}
