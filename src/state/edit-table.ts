import type { Chart } from '@/core/project/chart';
import type { Project } from '@/core/project/project';
import { stepsWithRenamedColumn, withRenamedColumn } from '@/core/project/renamed-column';
import type { TableEntry } from '@/core/project/table-entry';
import { type CellEdit, isHandStep, type Step, type StepPlan, sectionOf } from '@/core/shaping/steps/step';
import { stepOf } from '@/core/shaping/understand';
import { currentTable, editTable, type TableDraft } from './current';
import { edit } from './document';
import { changeById, moveItem, removeById } from './edit-list';
import { freshId } from './fresh-id';
import { sessionStore } from './session';

/** Cells edited twice keep what they held at first, so that the step still fits its file. */
function mergeCells(before: readonly CellEdit[], after: readonly CellEdit[]): CellEdit[] {
  const key = ({ row, column }: CellEdit) => `${row}\n${column}`;
  const merged = new Map(before.map((cell) => [key(cell), cell]));
  for (const cell of after) {
    const known = merged.get(key(cell));
    const was = known?.was ?? cell.was;
    merged.delete(key(cell));
    if (was !== cell.text) merged.set(key(cell), { ...cell, was });
  }
  return [...merged.values()];
}

/** The steps with one more made by hand; edits of cells on end are one step. */
export function withHandStep(steps: readonly Step[], plan: StepPlan): Step[] {
  const hand = steps.filter(isHandStep);
  const others = steps.filter((step) => !isHandStep(step));
  const last = hand.at(-1);
  if (plan.kind === 'edit-cells' && last?.kind === 'edit-cells' && last.on) {
    const cells = mergeCells(last.cells, plan.cells);
    const rest = hand.slice(0, -1);
    return [...rest, ...(cells.length > 0 ? [{ ...last, cells }] : []), ...others];
  }
  return [...hand, stepOf(plan, freshId()), ...others];
}

/** Adds steps made in the grid, as one step of undo. */
export function addHandSteps(plans: readonly StepPlan[], gesture: string | null = null): void {
  if (plans.length === 0) return;
  edit((draft) => {
    const table = currentTable(draft as Project) as TableDraft;
    const charts = draft.charts.filter(({ tableId }) => tableId === table.id);
    let steps = table.steps as Step[];
    for (const plan of plans) {
      steps = withHandStep(steps, plan);
      if (plan.kind !== 'rename-column' || isTaken(plan.to)) continue;
      const { column, to } = plan;
      // What names the column follows it: fields, colours of a name, later steps.
      for (const chart of charts) Object.assign(chart, withRenamedColumn(chart as Chart, column, to));
      const areCategories = charts.some(({ fields }) => fields.shape === 'periods-down');
      steps = stepsWithRenamedColumn(steps, column, to, areCategories);
    }
    table.steps = steps as TableDraft['steps'];
  }, gesture);
}

/** Has another column the name already? Then the step does not fit, and nothing follows it. */
const isTaken = (name: string) =>
  sessionStore.getState().prepared?.grid.columns.some((column) => column.name === name) ?? false;

/** Adds a step at the end of its section; returns its id. */
export function addStep(plan: StepPlan): string {
  const id = freshId();
  if (sectionOf(plan.kind) === 'hand') {
    addHandSteps([plan]);
    return id;
  }
  editTable((table) => {
    table.steps = [...table.steps, stepOf(plan, id) as TableDraft['steps'][number]];
  });
  return id;
}

/** Changes one step. */
export function changeStep(id: string, change: Partial<Step>, gesture: string | null = null): void {
  editTable((table) => changeById(table.steps, id, change), gesture);
}

export function removeStep(id: string): void {
  editTable((table) => removeById(table.steps, id));
}

/** Puts a step where another one stands. */
export function moveStep(id: string, toId: string): void {
  editTable((table) => {
    const placeOf = (wanted: string) => table.steps.findIndex((step) => step.id === wanted);
    moveItem(table.steps, placeOf(id), placeOf(toId));
  });
}

/** Puts other steps in place of all. */
export function replaceSteps(steps: TableEntry['steps'], gesture: string | null = null): void {
  editTable((table) => {
    table.steps = steps as TableDraft['steps'];
  }, gesture);
}
