import { type ClipboardEvent, type MouseEvent, type PointerEvent, useRef } from 'react';
import { columnOf, oneCell, rowOf } from './selection';
import type { GridWork } from './use-grid-work';

/** Row and column of a cell or a head; -1 where the head has none. */
function placeOf(target: EventTarget | null) {
  const cell = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-row], [data-head]') : null;
  if (!cell) return null;
  const { row, column, head } = cell.dataset;
  return { row: row === undefined ? -1 : Number(row), column: Number(column ?? head ?? -1) };
}

/** Selecting by pointer: cells, whole rows and columns, and stretches of them. */
export function useGridPointer({ selection, setSelection, size, edit }: GridWork) {
  const dragging = useRef(false);
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
  const onPointerUp = () => {
    dragging.current = false;
  };
  const onDoubleClick = (event: MouseEvent) => {
    const place = placeOf(event.target);
    if (place && place.row >= 0 && place.column >= 0) edit();
  };
  return { onPointerDown, onPointerMove, onPointerUp, onDoubleClick };
}

/** Copying, cutting and pasting of the selected block. */
export function gridClipboard({ actions, block, typing }: GridWork) {
  const takeClipboard = (event: ClipboardEvent, cut: boolean) => {
    if (typing) return;
    event.preventDefault();
    // The clipboard of the event closes before the worker answers; the page may write to it after a key or a click.
    void actions.copy(block).then(async (text) => {
      await navigator.clipboard.writeText(text);
      if (cut) await actions.clear(block);
    });
  };
  const onPaste = (event: ClipboardEvent) => {
    if (typing) return;
    event.preventDefault();
    event.stopPropagation();
    void actions.paste(block, event.clipboardData.getData('text/plain'));
  };
  return {
    onCopy: (event: ClipboardEvent) => takeClipboard(event, false),
    onCut: (event: ClipboardEvent) => takeClipboard(event, true),
    onPaste,
  };
}
