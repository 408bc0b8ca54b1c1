import { sessionStore, setSession, type WorkStep } from '@/state/session';
import { type ControlId, controlEntry } from './controls';

/** Opens a step. */
export function goToStep(step: WorkStep): void {
  setSession({ step, stageAlone: false });
}

/** How often something was asked for. */
let asks = 0;

/** Opens the bench at a control and lights it. */
export function goToControl(id: ControlId): void {
  setSession({ step: controlEntry(id).step, stageAlone: false, focusControl: { id, count: ++asks } });
}

/** Lets go of what was asked for, once it has been shown or cannot be: what comes later does not take the keyboard. */
export function letGoOfControl(count: number): void {
  if (sessionStore.getState().focusControl?.count === count) setSession({ focusControl: null });
}

/** Shows a cell of the table as it was read. */
export function goToCell(row: number, column: string): void {
  setSession({ step: 'gather', focusCell: { row, column, count: ++asks } });
}

/** Lets go of a cell, once it has been shown or is not there: the table that comes next is not searched for it. */
export function letGoOfCell(count: number): void {
  if (sessionStore.getState().focusCell?.count === count) setSession({ focusCell: null });
}

/** Opens the colour of a category. */
export function goToColour(category: string): void {
  setSession({ picked: category });
  goToControl('colours');
}
