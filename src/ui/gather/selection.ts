/** A selection in the grid: the cell it started from, and the one it reaches to. */
export interface Selection {
  readonly anchor: { readonly row: number; readonly column: number };
  readonly head: { readonly row: number; readonly column: number };
}

/** The block of a selection, both ends included. */
export interface Block {
  readonly top: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
}

export function blockOf({ anchor, head }: Selection): Block {
  return {
    top: Math.min(anchor.row, head.row),
    bottom: Math.max(anchor.row, head.row),
    left: Math.min(anchor.column, head.column),
    right: Math.max(anchor.column, head.column),
  };
}

export const oneCell = (row: number, column: number): Selection => ({ anchor: { row, column }, head: { row, column } });

/** Of the grid, in cells. */
export interface GridSize {
  readonly rowCount: number;
  readonly columnCount: number;
}

const clamp = (value: number, count: number) => Math.max(0, Math.min(count - 1, value));

/** Where a key takes the selection; null for keys that move nothing. */
export function moved(selection: Selection, event: KeyLike, size: GridSize, pageRows: number): Selection | null {
  const { head, anchor } = selection;
  const to = target(head, event, size, pageRows);
  if (!to) return null;
  const next = { row: clamp(to.row, size.rowCount), column: clamp(to.column, size.columnCount) };
  return { anchor: event.shiftKey && event.key !== 'Tab' ? anchor : next, head: next };
}

interface KeyLike {
  readonly key: string;
  readonly shiftKey: boolean;
  readonly ctrlKey: boolean;
  readonly metaKey: boolean;
}

function target({ row, column }: Selection['head'], event: KeyLike, size: GridSize, pageRows: number) {
  const far = event.ctrlKey || event.metaKey;
  switch (event.key) {
    case 'ArrowUp':
      return { row: far ? 0 : row - 1, column };
    case 'ArrowDown':
      return { row: far ? size.rowCount - 1 : row + 1, column };
    case 'ArrowLeft':
      return { row, column: far ? 0 : column - 1 };
    case 'ArrowRight':
      return { row, column: far ? size.columnCount - 1 : column + 1 };
    case 'PageUp':
      return { row: row - pageRows, column };
    case 'PageDown':
      return { row: row + pageRows, column };
    case 'Home':
      return { row: far ? 0 : row, column: 0 };
    case 'End':
      return { row: far ? size.rowCount - 1 : row, column: size.columnCount - 1 };
    case 'Tab':
      return { row, column: column + (event.shiftKey ? -1 : 1) };
    default:
      return null;
  }
}

/** A whole column. */
export const columnOf = (column: number, { rowCount }: GridSize): Selection => ({
  anchor: { row: rowCount - 1, column },
  head: { row: 0, column },
});

/** A whole row; the rows from another selection to it. */
export const rowOf = (row: number, { columnCount }: GridSize, from: Selection | null): Selection => ({
  anchor: { row: from ? from.anchor.row : row, column: columnCount - 1 },
  head: { row, column: 0 },
});

/** The whole table. */
export const wholeOf = ({ rowCount, columnCount }: GridSize): Selection => ({
  anchor: { row: rowCount - 1, column: columnCount - 1 },
  head: { row: 0, column: 0 },
});

/** A selection that went along with its cells. */
export function shifted({ anchor, head }: Selection, rows: number, columns: number): Selection {
  const by = (place: Selection['head']) => ({ row: place.row + rows, column: place.column + columns });
  return { anchor: by(anchor), head: by(head) };
}

/** Undo can make the table smaller under the selection. */
export function clampSelection({ anchor, head }: Selection, { rowCount, columnCount }: GridSize): Selection {
  const within = (place: Selection['head']) => ({
    row: clamp(place.row, rowCount),
    column: clamp(place.column, columnCount),
  });
  return { anchor: within(anchor), head: within(head) };
}
