import { useEffect, useId, useMemo, useRef, useState } from 'react';
import type { GridSummary } from '@/workers/protocol';
import type { GridHandle } from '../parts/virtual-grid';
import { useServices } from '../services';
import type { EndMove } from './cell-input';
import { GridActions } from './grid-actions';
import { blockOf, clampSelection, oneCell, type Selection } from './selection';
import { useFocus } from './use-grid-marks';
import { useWindow } from './use-window';

/** A cell that is being typed in. */
interface Editing {
  readonly row: number;
  readonly column: number;
  readonly text: string;
}

/** Everything that the grid's keys, pointer and cells share: what is selected, what is typed in, and what can be done. */
export type GridWork = ReturnType<typeof useGridWork>;

/** The state of work on a grid. */
export function useGridWork(grid: GridSummary) {
  const { table } = useServices();
  const actions = useMemo(() => new GridActions(table, grid), [table, grid]);
  const cells = useWindow({ kind: 'grid' }, grid);
  const [chosen, setSelection] = useState<Selection>(oneCell(0, 0));
  const [editing, setEditing] = useState<Editing | null>(null);
  const [renaming, setRenaming] = useState<number | null>(null);
  const [finding, setFinding] = useState(false);
  const handle = useRef<GridHandle>(null);
  /** Whether Escape was pressed last, so that Tab leaves the grid. */
  const leaving = useRef(false);
  const activeId = useId();
  const size = { rowCount: grid.rowCount, columnCount: grid.columns.length };
  const selection = clampSelection(chosen, size);
  const focus = useFocus(grid, cells.ready);

  // A problem that was chosen in the list is where the keyboard goes on.
  useEffect(() => {
    if (focus && focus.column >= 0) setSelection(oneCell(focus.row, focus.column));
  }, [focus]);

  const go = (next: Selection) => {
    setSelection(next);
    handle.current?.show(next.head.row, next.head.column);
  };
  const edit = (text?: string) => {
    const { row, column } = selection.head;
    setSelection(oneCell(row, column));
    setEditing({ row, column, text: text ?? cells.textAt(row, column) });
  };
  const commit = async (text: string, move: EndMove) => {
    if (!editing) return;
    const { row, column } = editing;
    setEditing(null);
    handle.current?.focus();
    // The selection moves before the worker answers, so that quick typing goes to the next cell.
    const by = { down: [1, 0], right: [0, 1], left: [0, -1], stay: [0, 0] }[move] as [number, number];
    go(oneCell(Math.min(size.rowCount - 1, row + by[0]), Math.max(0, Math.min(size.columnCount - 1, column + by[1]))));
    await actions.put(row, column, [[text]]);
  };
  const stopEditing = () => {
    setEditing(null);
    handle.current?.focus();
  };
  const rename = (column: number, name: string | null) => {
    setRenaming(null);
    handle.current?.focus();
    if (name !== null) actions.renameColumn(column, name);
  };
  return {
    ...{ grid, actions, cells, size, selection, block: blockOf(selection), handle, leaving, activeId, focus },
    ...{ editing, renaming, finding, typing: editing !== null || renaming !== null },
    ...{ setSelection, setRenaming, setFinding, go, edit, commit, stopEditing, rename },
  };
}
