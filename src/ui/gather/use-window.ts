'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { CellWindow, GridSummary, View } from '@/workers/protocol';
import { useServices } from '../services';

interface Loaded extends CellWindow {
  readonly of: GridSummary;
  readonly rowFrom: number;
  readonly columnFrom: number;
}

/** Cells of a table that the worker holds, loaded by the window that is in sight. */
export interface WindowedCells {
  readonly textAt: (row: number, column: number) => string;
  /** Number of a row in the file; undefined while it is loaded. */
  readonly numberAt: (row: number) => number | undefined;
  readonly onWindow: (rows: readonly [number, number], columns: readonly [number, number]) => void;
  readonly ready: boolean;
}

const MARGIN = 20;

/** @param summary The table to load from; another one loads anew, while the cells in sight stay until they come. */
export function useWindow(view: View, summary: GridSummary): WindowedCells {
  const { table } = useServices();
  const [loaded, setLoaded] = useState<Loaded | null>(null);
  const wanted = useRef(0);
  const latest = useRef<readonly [readonly [number, number], readonly [number, number]]>([
    [0, 0],
    [0, 0],
  ]);
  const key = view.kind === 'step' ? view.id : view.kind;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the key stands for the view
  const onWindow = useCallback(
    async (rows: readonly [number, number], columns: readonly [number, number]) => {
      latest.current = [rows, columns];
      const request = ++wanted.current;
      const from = Math.max(0, rows[0] - MARGIN);
      const cells = await table.cells(view, [from, Math.min(summary.rowCount, rows[1] + MARGIN)], columns);
      if (request === wanted.current) setLoaded({ ...cells, of: summary, rowFrom: from, columnFrom: columns[0] });
    },
    [table, key, summary],
  );
  useEffect(() => {
    void onWindow(...latest.current);
  }, [onWindow]);
  return {
    textAt: (row, column) => loaded?.cells[row - loaded.rowFrom]?.[column - loaded.columnFrom] ?? '',
    numberAt: (row) => loaded?.rowNumbers[row - loaded.rowFrom],
    onWindow,
    ready: loaded?.of === summary,
  };
}
