'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { CellWindow, ColumnSummary, TableSummary } from '@/workers/protocol';
import { VirtualGrid } from '../parts/virtual-grid';
import { useServices } from '../services';
import { useSession } from '../use-state';
import { useProblems } from './problem-list';

const kindWords = { number: 'numbers', period: 'periods', text: 'text', blank: 'blank' };

interface Loaded extends CellWindow {
  readonly table: TableSummary;
  readonly rowFrom: number;
  readonly columnFrom: number;
}

/** The table as it was read. Cells come from the worker by the window; those with problems are marked. */
export function TableView() {
  const table = useSession((state) => state.table);
  if (!table) return null;
  return <Grid table={table} />;
}

function Grid({ table }: { readonly table: TableSummary }) {
  const { cells } = useServices();
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const wanted = useRef(0);
  const latest = useRef<readonly [readonly [number, number], readonly [number, number]]>([
    [0, 0],
    [0, 0],
  ]);
  const load = useCallback(
    async (rows: readonly [number, number], columns: readonly [number, number]) => {
      latest.current = [rows, columns];
      const request = ++wanted.current;
      const window = await cells([Math.max(0, rows[0] - 20), Math.min(table.rowCount, rows[1] + 20)], columns);
      if (request !== wanted.current) return;
      setLoaded({ ...window, table, rowFrom: Math.max(0, rows[0] - 20), columnFrom: columns[0] });
    },
    [cells, table],
  );
  useEffect(() => {
    void load(...latest.current);
  }, [load]);
  const marks = useMarks();
  const focus = useFocus(table, loaded);
  const here = loaded?.table === table ? loaded : null;
  return (
    <VirtualGrid
      label="The table as it was read"
      rowCount={table.rowCount}
      columnCount={table.columns.length}
      columnWidth={(column) => widthOf(table.columns[column])}
      headHeight={44}
      headOf={(column) => (
        <>
          <span className="truncate text-[13px] font-semibold">{table.columns[column]?.name.slice(0, 80)}</span>
          <span className="text-[11px] text-quiet">{kindWords[table.columns[column]?.kind ?? 'blank']}</span>
        </>
      )}
      rowHeadWidth={72}
      rowHeadLabel="Row of the file"
      rowHeadOf={(row) => here?.rowNumbers[row - here.rowFrom] ?? ''}
      cellOf={(row, column) => {
        const summary = table.columns[column];
        const number = here?.rowNumbers[row - here.rowFrom];
        return {
          text: here?.cells[row - here.rowFrom]?.[column - here.columnFrom] ?? '',
          number: summary?.kind === 'number',
          mark: number !== undefined && marks.has(`${number}\n${summary?.name}`),
        };
      }}
      focus={focus}
      onWindow={load}
    />
  );
}

function widthOf(column: ColumnSummary | undefined): number {
  const characters = Math.max(column?.name.length ?? 0, column?.longest ?? 0);
  return Math.min(280, Math.max(96, characters * 7.6 + 24));
}

/** Cells with problems, as `row, line break, column`. The list is short enough to be made for each drawing. */
function useMarks(): ReadonlySet<string> {
  const bad = useProblems().filter(({ severity, raw }) => severity === 'warning' && raw !== undefined);
  return new Set(bad.map(({ row, column }) => `${row}\n${column}`));
}

/** Row numbers of the file become rows of the table: blank lines in between make them differ by a few. */
function useFocus(table: TableSummary, loaded: Loaded | null) {
  const cell = useSession((state) => state.focusCell);
  const { cells } = useServices();
  const [focus, setFocus] = useState<{ row: number; column: number; count: number } | null>(null);
  const ready = loaded?.table === table;
  useEffect(() => {
    if (!cell || !ready) return;
    let ended = false;
    const find = async () => {
      let [low, high] = [0, table.rowCount - 1];
      while (low < high) {
        const middle = (low + high) >> 1;
        const { rowNumbers } = await cells([middle, middle + 1], [0, 0]);
        if ((rowNumbers[0] ?? 0) < cell.row) low = middle + 1;
        else high = middle;
      }
      if (ended) return;
      const column = table.columns.findIndex(({ name }) => name === cell.column);
      setFocus({ row: low, column, count: cell.count });
    };
    void find();
    return () => {
      ended = true;
    };
  }, [cell, cells, ready, table]);
  return focus;
}
