import { useEffect, useState } from 'react';
import type { GridSummary } from '@/workers/protocol';
import { letGoOfCell } from '../go-to';
import { useServices } from '../services';
import { useSession } from '../use-state';
import { useProblems } from './problem-list';

/** Cells with problems, as `row, line break, column`. The list is short enough to be made for each drawing. */
export function useMarks(): ReadonlySet<string> {
  const bad = useProblems().filter(({ severity, raw }) => severity === 'warning' && raw !== undefined);
  return new Set(bad.map(({ row, column }) => `${row}\n${column}`));
}

/** Row numbers of the file become rows of the table: blank lines in between make them differ. */
export function useFocus(grid: GridSummary, ready: boolean) {
  const cell = useSession((state) => state.focusCell);
  const { table } = useServices();
  const [focus, setFocus] = useState<{ row: number; column: number; count: number } | null>(null);
  useEffect(() => {
    if (!cell || !ready) return;
    let ended = false;
    void table.placeOfRow({ kind: 'grid' }, cell.row).then((row) => {
      if (ended) return;
      const column = grid.columns.findIndex(({ name }) => name === cell.column);
      if (row >= 0) setFocus({ row, column, count: cell.count });
      letGoOfCell(cell.count);
    });
    return () => {
      ended = true;
    };
  }, [cell, table, ready, grid]);
  return focus;
}
