import type { KeyboardEvent } from 'react';
import { moved, shifted, wholeOf } from './selection';
import type { GridWork } from './use-grid-work';

/** What a key does on the grid while no cell is typed in. */
export function gridKeyDown(work: GridWork, event: KeyboardEvent): void {
  const { actions, block, edit, go, handle, leaving, selection, setFinding, setSelection, size } = work;
  if (work.typing || event.target !== event.currentTarget) return;
  const left = leaving.current && event.key === 'Tab';
  // The Shift of Shift Tab is no key of its own.
  if (event.key !== 'Shift') leaving.current = event.key === 'Escape';
  if (left) return;
  const command = event.ctrlKey || event.metaKey;
  const key = event.key.toLowerCase();
  const next = event.altKey ? null : moved(selection, event, size, handle.current?.pageRows ?? 20);
  if (next) {
    // Tab leaves the grid at its edges, and anywhere after Escape.
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
}
