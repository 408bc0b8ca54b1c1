'use client';

import { useVirtualizer, type VirtualItem } from '@tanstack/react-virtual';
import { type HTMLAttributes, type ReactNode, type Ref, useEffect, useImperativeHandle, useRef } from 'react';
import { cx } from './class-names';
import { ROW_PX, useRowWindow } from './use-row-window';

/** What a cell shows. */
export interface GridCell {
  readonly text: ReactNode;
  readonly number?: boolean;
  readonly mark?: boolean;
  readonly selected?: boolean;
  readonly active?: boolean;
}

/** What others may ask of a grid. */
export interface GridHandle {
  show(row: number, column: number, align?: 'center' | 'nearest'): void;
  focus(): void;
  readonly pageRows: number;
}

interface VirtualGridProps {
  readonly label: string;
  readonly rowCount: number;
  readonly columnCount: number;
  readonly columnWidth: (column: number) => number;
  readonly headOf: (column: number) => ReactNode;
  /** What is not known yet, while the row is on its way, shows as `…`: a head must never be empty. */
  readonly rowHeadOf: (row: number) => ReactNode;
  readonly cellOf: (row: number, column: number) => GridCell;
  readonly rowHeadWidth: number;
  /** What the heads of the rows are: their numbers, or the periods. */
  readonly rowHeadLabel: string;
  readonly headHeight?: number;
  /** Brings a cell into view whenever the count changes. */
  readonly focus?: { readonly row: number; readonly column: number; readonly count: number } | null;
  readonly onWindow?: (rows: readonly [number, number], columns: readonly [number, number]) => void;
  /** An editable grid has cells that can be selected; it takes the keyboard itself. */
  readonly editable?: boolean;
  readonly activeId?: string | undefined;
  readonly sectionProps?: HTMLAttributes<HTMLElement>;
  readonly handle?: Ref<GridHandle>;
  /** Changes when the widths of columns do. */
  readonly widthKey?: unknown;
  /** Heads that stand upright reach over their narrow columns. */
  readonly openHeads?: boolean;
}

/** A table of any size: only the cells in sight are in the page. Cells carry their place in `data-row` and `data-column`. */
export function VirtualGrid(props: VirtualGridProps) {
  const { label, rowCount, columnCount, columnWidth, rowHeadWidth } = props;
  const { headHeight = 32, focus, onWindow, editable = false, sectionProps, handle, widthKey, activeId } = props;
  const box = useRef<HTMLDivElement>(null);
  // A region may not be called a grid, so an editable grid is a plain box with that role.
  const Box = editable ? 'div' : 'section';
  const rows = useRowWindow(box, rowCount, headHeight);
  const columns = useVirtualizer({
    horizontal: true,
    count: columnCount,
    getScrollElement: () => box.current,
    estimateSize: columnWidth,
    scrollPaddingStart: rowHeadWidth,
    overscan: 3,
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: measures anew whenever the key says that widths have changed
  useEffect(() => columns.measure(), [widthKey]);
  const shownRows = Array.from({ length: Math.max(0, rows.to - rows.from) }, (_, i) => rows.from + i);
  const shownColumns = columns.getVirtualItems();
  const firstColumn = shownColumns[0]?.index ?? 0;
  const lastColumn = shownColumns.at(-1)?.index ?? -1;
  useEffect(() => {
    onWindow?.([rows.from, rows.to], [firstColumn, lastColumn + 1]);
  }, [onWindow, rows.from, rows.to, firstColumn, lastColumn]);
  const show = (row: number, column: number, align: 'center' | 'nearest' = 'nearest') => {
    rows.scrollToRow(row, align);
    if (column >= 0) columns.scrollToIndex(column, { align: align === 'center' ? 'center' : 'auto' });
  };
  useImperativeHandle(handle, () => ({
    show,
    focus: () => box.current?.focus({ preventScroll: true }),
    pageRows: rows.pageRows,
  }));
  // biome-ignore lint/correctness/useExhaustiveDependencies: scrolls once for each request, not when the window moves
  useEffect(() => {
    if (focus) show(focus.row, focus.column, 'center');
  }, [focus?.count]);
  const widthPx = rowHeadWidth + columns.getTotalSize();
  return (
    <Box
      ref={box}
      aria-label={label}
      tabIndex={0}
      {...(editable
        ? {
            role: 'grid',
            'aria-activedescendant': activeId,
            'aria-rowcount': rowCount + 1,
            'aria-colcount': columnCount + 1,
            'aria-multiselectable': true,
          }
        : {})}
      {...sectionProps}
      className="relative h-full min-h-0 overflow-auto bg-card font-mono text-[12px] -outline-offset-2"
    >
      <div
        {...(editable
          ? { role: 'rowgroup' }
          : { role: 'table', 'aria-rowcount': rowCount + 1, 'aria-colcount': columnCount + 1 })}
        style={{ width: widthPx, height: rows.heightPx + headHeight }}
      >
        <HeadRow {...props} headHeight={headHeight} columns={shownColumns} widthPx={widthPx} />
        {shownRows.map((row) => (
          <BodyRow
            {...props}
            key={row}
            row={row}
            columns={shownColumns}
            topPx={headHeight + rows.topOf(row)}
            widthPx={widthPx}
          />
        ))}
      </div>
    </Box>
  );
}

interface RowProps extends VirtualGridProps {
  /** Those in sight. */
  readonly columns: readonly VirtualItem[];
  readonly widthPx: number;
}

function HeadRow({ columns, widthPx, headHeight, headOf, rowHeadWidth, rowHeadLabel, openHeads = false }: RowProps) {
  return (
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
      {columns.map((column) => (
        <span
          role="columnheader"
          key={column.index}
          data-head={column.index}
          className={cx(
            'absolute top-0 flex h-full flex-col justify-center font-sans whitespace-nowrap',
            !openHeads && 'overflow-hidden px-2',
          )}
          style={{ left: rowHeadWidth + column.start, width: column.size }}
        >
          {headOf(column.index)}
        </span>
      ))}
    </div>
  );
}

interface BodyRowProps extends RowProps {
  readonly row: number;
  readonly topPx: number;
}

function BodyRow(props: BodyRowProps) {
  const { row, columns, topPx, widthPx, rowHeadOf, rowHeadWidth, cellOf, focus, editable = false, activeId } = props;
  return (
    <div
      role="row"
      aria-rowindex={row + 2}
      className="absolute left-0 border-b border-line/60"
      style={{ top: topPx, width: widthPx, height: ROW_PX }}
    >
      <span
        role="rowheader"
        data-row={row}
        className="sticky left-0 z-10 inline-flex h-full items-center justify-end overflow-hidden bg-paper px-2 text-quiet whitespace-nowrap"
        style={{ width: rowHeadWidth }}
      >
        {rowHeadOf(row) || '…'}
      </span>
      {columns.map((column) => {
        const cell = cellOf(row, column.index);
        const lit = focus?.row === row && focus.column === column.index;
        return (
          <span
            {...(editable ? { role: 'gridcell', 'aria-selected': Boolean(cell.selected) } : { role: 'cell' })}
            key={column.index}
            id={cell.active ? activeId : undefined}
            data-row={row}
            data-column={column.index}
            className={cx(
              'absolute top-0 flex h-full items-center overflow-hidden px-2 text-ellipsis whitespace-nowrap',
              editable && 'cursor-cell border-r border-line/40',
              cell.number && 'justify-end',
              cell.mark && 'bg-mustard/25 underline decoration-mustard decoration-wavy',
              cell.selected && !cell.active && 'bg-spruce/15',
              lit && !cell.active && 'outline-2 -outline-offset-2 outline-accent',
              cell.active && 'outline-2 -outline-offset-2 outline-spruce',
            )}
            style={{ left: rowHeadWidth + column.start, width: column.size }}
          >
            {cell.text}
          </span>
        );
      })}
    </div>
  );
}
