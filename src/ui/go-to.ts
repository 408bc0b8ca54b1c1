import { sessionStore, setSession, type WorkStep } from '@/state/session';
import { type ControlId, controlEntry } from './controls';

/** Opens a step. */
export function goToStep(step: WorkStep): void {
  setSession({ step, stageAlone: false });
}

/** Opens the bench at a control and lights it. */
export function goToControl(id: ControlId): void {
  const count = (sessionStore.getState().focusControl?.count ?? 0) + 1;
  setSession({ step: controlEntry(id).step, stageAlone: false, focusControl: { id, count } });
}

/** Shows a cell of the table as it was read. */
export function goToCell(row: number, column: string): void {
  const count = (sessionStore.getState().focusCell?.count ?? 0) + 1;
  setSession({ step: 'gather', focusCell: { row, column, count } });
}

/** Opens the colour of a category. */
export function goToColour(category: string): void {
  setSession({ picked: category });
  goToControl('colours');
}
