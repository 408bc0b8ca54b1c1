'use client';

import { columnResizingFeature, columnSizingFeature, tableFeatures, useTable } from '@tanstack/react-table';
import {
  type ClipboardEvent,
  type KeyboardEvent,
  type PointerEvent,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
} from 'react';
import { sourceRowOf } from '@/core/shaping/add-table';
import { isAddedRow } from '@/core/table/table';
import type { ColumnSummary, GridSummary } from '@/workers/protocol';
import { type GridHandle, VirtualGrid } from '../parts/virtual-grid';
import { useServices } from '../services';
import { useSession } from '../use-state';
import { CellInput } from './cell-input';
import { ColumnMenu } from './column-menu';
import { FindBar } from './find-bar';
import { GridActions } from './grid-actions';
import { GridToolbar } from './grid-toolbar';
import { useProblems } from './problem-list';
import { blockOf, moved, oneCell, type Selection } from './selection';
import { useWindow } from './use-window';

const kindWords = { number: 'numbers', period: 'periods', text: 'text', blank: 'blank' };
const features = tableFeatures({ columnSizingFeature, columnResizingFeature });

interface Editing {
  readonly row: number;
  readonly column: number;
  readonly text: string;
}

/** The table of Gather: every cell can be edited; each edit is a step that stays with the table. */
export function GridEditor() {
  const grid = useSession((state) => state.prepared?.grid ?? state.table);
  if (!grid) return null;
  return <Grid grid={grid} />;
}

function Grid({ grid }: { readonly grid: GridSummary }) {
  const { table } = useServices();
  const actions = useMemo(() => new GridActions(table, grid), [table, grid]);
  const cells = useWindow({ kind: 'grid' }, grid);
  const [chosen, setSelection] = useState<Selection>(oneCell(0, 0));
  const [editing, setEditing] = useState<Editing | null>(null);
  const [renaming, setRenaming] = useState<number | null>(null);
  const [finding, setFinding] = useState(false);
  const handle = useRef<GridHandle>(null);
  const dragging = useRef(false);
  const activeId = useId();
  const size = { rowCount: grid.rowCount, columnCount: grid.columns.length };
  const selection = clampSelection(chosen, size);
  const block = blockOf(selection);
  const widths = useWidths(grid);
  const marks = useMarks();
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
  const commit = async (text: string, move: 'down' | 'right' | 'left' | 'stay') => {
    if (!editing) return;
    const { row, column } = editing;
    setEditing(null);
    handle.current?.focus();
    // The selection moves before the worker answers, so that quick typing goes to the next cell.
    const by = { down: [1, 0], right: [0, 1], left: [0, -1], stay: [0, 0] }[move] as [number, number];
    go(oneCell(Math.min(size.rowCount - 1, row + by[0]), Math.max(0, Math.min(size.columnCount - 1, column + by[1]))));
    await actions.put(row, column, [[text]]);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (editing || renaming !== null || event.target !== event.currentTarget) return;
    const command = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    const next = event.altKey ? null : moved(selection, event, size, handle.current?.pageRows ?? 20);
    if (next) {
      // Tab leaves the grid at its edges, as anywhere in the page.
      if (event.key === 'Tab' && next.head.column === selection.head.column) return;
      go(next);
    } else if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      void actions.moveRows(block, event.key === 'ArrowUp' ? -1 : 1).then((by) => go(shifted(selection, by, 0)));
    } else if (event.altKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
      go(shifted(selection, 0, actions.moveColumn(selection.head.column, event.key === 'ArrowLeft' ? -1 : 1)));
    } else if (event.key === 'Enter' || event.key === 'F2') edit();
    else if (event.key === 'Delete' || event.key === 'Backspace') void actions.clear(block);
    else if (command && key === 'a') setSelection(wholeOf(size));
    else if (command && key === 'd') void actions.fillDown(block);
    else if (command && key === 'f') setFinding(true);
    else if (!command && !event.altKey && event.key.length === 1) edit(event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const placeOf = (target: EventTarget | null) => {
    const cell = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-row], [data-head]') : null;
    if (!cell) return null;
    const { row, column, head } = cell.dataset;
    return { row: row === undefined ? -1 : Number(row), column: Number(column ?? head ?? -1) };
  };
  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0 || (event.target as HTMLElement).closest('button, input')) return;
    const place = placeOf(event.target);
    if (!place) return;
    if (place.row < 0) setSelection(columnOf(place.column, size));
    else if (place.column < 0) setSelection(rowOf(place.row, size, event.shiftKey ? selection : null));
    else {
      dragging.current = true;
      setSelection(event.shiftKey ? { anchor: selection.anchor, head: place } : oneCell(place.row, place.column));
    }
  };
  const onPointerMove = (event: PointerEvent) => {
    if (!dragging.current || event.buttons !== 1) return;
    const place = placeOf(document.elementFromPoint(event.clientX, event.clientY));
    if (place && place.row >= 0 && place.column >= 0) setSelection({ anchor: selection.anchor, head: place });
  };
  const takeClipboard = (event: ClipboardEvent, cut: boolean) => {
    if (editing || renaming !== null) return;
    event.preventDefault();
    // The clipboard of the event closes before the worker answers; the page may write to it after a key or a click.
    void actions.copy(block).then(async (text) => {
      await navigator.clipboard.writeText(text);
      if (cut) await actions.clear(block);
    });
  };

  return (
    <div className="flex h-full flex-col">
      <GridToolbar
        grid={grid}
        block={block}
        onAddRow={() => void actions.addRows(block.bottom + 1, 1)}
        onRemoveRows={() => void actions.removeRows(block)}
        onAddColumn={() => actions.addColumn(block.right + 1)}
        onFillDown={() => void actions.fillDown(block)}
        onFind={() => setFinding(!finding)}
      />
      {finding && (
        <FindBar
          grid={grid}
          at={selection.head}
          onShow={({ row, column }) => {
            setSelection(oneCell(row, column));
            handle.current?.show(row, column, 'center');
          }}
          onReplace={(find, put, whole, matchCase) => actions.replaceAll({ column: '', find, put, whole, matchCase })}
          onClose={() => {
            setFinding(false);
            handle.current?.focus();
          }}
        />
      )}
      <div className="min-h-0 flex-1">
        <VirtualGrid
          editable
          handle={handle}
          label="Table to edit"
          activeId={activeId}
          rowCount={size.rowCount}
          columnCount={size.columnCount}
          columnWidth={(column) => widths.table.getColumn(String(column))?.getSize() ?? 120}
          widthKey={widths.key}
          headHeight={44}
          headOf={(column) => {
            const summary = grid.columns[column];
            if (renaming === column) {
              return (
                <CellInput
                  label="Name of the column"
                  text={summary?.name ?? ''}
                  onEnd={(name) => {
                    setRenaming(null);
                    handle.current?.focus();
                    if (name !== null) actions.renameColumn(column, name);
                  }}
                />
              );
            }
            return (
              <>
                {/* biome-ignore lint/a11y/noStaticElementInteractions: renaming is in the column's menu too */}
                <span
                  className="truncate pr-5 text-[13px] font-semibold"
                  title={summary?.name.slice(0, 300)}
                  onDoubleClick={() => setRenaming(column)}
                >
                  {summary?.name.slice(0, 80)}
                </span>
                <span className="truncate text-[11px] text-quiet" title={summary?.why}>
                  {kindWords[summary?.kind ?? 'blank']}
                </span>
                <ColumnMenu
                  name={summary?.name.slice(0, 80) ?? ''}
                  onRename={() => setTimeout(() => setRenaming(column), 0)}
                  onSort={(direction) => actions.sort(column, direction)}
                  onMove={(by) => actions.moveColumn(column, by)}
                  onAdd={(place) => actions.addColumn(column + place)}
                  onRemove={() => actions.removeColumns({ ...block, left: column, right: column })}
                />
                <WidthHandle column={column} widths={widths} />
              </>
            );
          }}
          rowHeadWidth={76}
          rowHeadLabel="Row of the file"
          rowHeadOf={(row) => rowName(cells.numberAt(row))}
          cellOf={(row, column) => {
            const summary = grid.columns[column];
            const number = cells.numberAt(row);
            const inBlock = row >= block.top && row <= block.bottom && column >= block.left && column <= block.right;
            const active = selection.head.row === row && selection.head.column === column;
            const open = editing?.row === row && editing.column === column;
            return {
              text: open ? (
                <CellInput
                  label={`${summary?.name}, row ${rowName(number)}`}
                  text={editing.text}
                  onEnd={(text, move) => {
                    if (text !== null) void commit(text, move);
                    else {
                      setEditing(null);
                      handle.current?.focus();
                    }
                  }}
                />
              ) : (
                cells.textAt(row, column)
              ),
              number: summary?.kind === 'number',
              mark: number !== undefined && marks.has(`${number}\n${summary?.name}`),
              selected: inBlock,
              active,
            };
          }}
          focus={focus}
          onWindow={cells.onWindow}
          sectionProps={{
            onKeyDown,
            onPointerDown,
            onPointerMove,
            onPointerUp: () => {
              dragging.current = false;
            },
            onDoubleClick: (event) => {
              const place = placeOf(event.target);
              if (place && place.row >= 0 && place.column >= 0) edit();
            },
            onCopy: (event) => takeClipboard(event, false),
            onCut: (event) => takeClipboard(event, true),
            onPaste: (event) => {
              if (editing || renaming !== null) return;
              event.preventDefault();
              event.stopPropagation();
              void actions.paste(block, event.clipboardData.getData('text/plain'));
            },
          }}
        />
      </div>
    </div>
  );
}

function rowName(number: number | undefined): string {
  if (number === undefined) return '';
  if (isAddedRow(number)) return 'new';
  const added = sourceRowOf(number);
  return added ? `+${added.row}` : String(number);
}

interface Size {
  readonly rowCount: number;
  readonly columnCount: number;
}

const columnOf = (column: number, { rowCount }: Size): Selection => ({
  anchor: { row: rowCount - 1, column },
  head: { row: 0, column },
});

const rowOf = (row: number, { columnCount }: Size, from: Selection | null): Selection => ({
  anchor: { row: from ? from.anchor.row : row, column: columnCount - 1 },
  head: { row, column: 0 },
});

const wholeOf = ({ rowCount, columnCount }: Size): Selection => ({
  anchor: { row: rowCount - 1, column: columnCount - 1 },
  head: { row: 0, column: 0 },
});

function shifted({ anchor, head }: Selection, rows: number, columns: number): Selection {
  const by = (place: Selection['head']) => ({ row: place.row + rows, column: place.column + columns });
  return { anchor: by(anchor), head: by(head) };
}

/** Undo can make the table smaller under the selection. */
function clampSelection({ anchor, head }: Selection, { rowCount, columnCount }: Size): Selection {
  const within = (place: Selection['head']) => ({
    row: Math.max(0, Math.min(rowCount - 1, place.row)),
    column: Math.max(0, Math.min(columnCount - 1, place.column)),
  });
  return { anchor: within(anchor), head: within(head) };
}

function widthOf(column: ColumnSummary): number {
  const characters = Math.max(column.name.length + 3, column.longest);
  return Math.round(Math.min(280, Math.max(96, characters * 7.6 + 24)));
}

/** Columns past these keep their width: managing a hundred thousand of them would stop the page. */
const MANAGED_COLUMNS = 1000;

/** Widths of the columns: from their contents, and as the person drags them. */
function useWidths(grid: GridSummary) {
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

function WidthHandle({ column, widths }: { readonly column: number; readonly widths: ReturnType<typeof useWidths> }) {
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

/** Cells with problems, as `row, line break, column`. The list is short enough to be made for each drawing. */
function useMarks(): ReadonlySet<string> {
  const bad = useProblems().filter(({ severity, raw }) => severity === 'warning' && raw !== undefined);
  return new Set(bad.map(({ row, column }) => `${row}\n${column}`));
}

/** Row numbers of the file become rows of the table: blank lines in between make them differ. */
function useFocus(grid: GridSummary, ready: boolean) {
  const cell = useSession((state) => state.focusCell);
  const { table } = useServices();
  const [focus, setFocus] = useState<{ row: number; column: number; count: number } | null>(null);
  const done = useRef(0);
  useEffect(() => {
    if (!cell || !ready || done.current === cell.count) return;
    let ended = false;
    void table.placeOfRow({ kind: 'grid' }, cell.row).then((row) => {
      if (ended) return;
      done.current = cell.count;
      const column = grid.columns.findIndex(({ name }) => name === cell.column);
      if (row >= 0) setFocus({ row, column, count: cell.count });
    });
    return () => {
      ended = true;
    };
  }, [cell, table, ready, grid]);
  return focus;
}
