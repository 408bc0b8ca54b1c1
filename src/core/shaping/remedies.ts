import type { Issue } from '../table/issue';
import { shorten } from '../table/issue';
import type { Fields } from './fields';
import type { Step, StepPlan } from './steps/step';

/** A step that mends an issue, with what the button says. */
export interface Remedy {
  readonly label: string;
  readonly step: StepPlan;
}

/** The remedy for an issue; null where only the person can know. */
export function remedyFor(issue: Issue, fields: Fields): Remedy | null {
  const { code, column, raw, rows, columns } = issue;
  // A text that was cut for showing names no cell.
  if (raw !== undefined && raw.length >= 120) return null;
  const text = `“${shorten(raw ?? '', 24)}”`;
  if ((code === 'unreadable-number' || code === 'error-cell') && column && raw) {
    return { label: `Read ${text} as missing`, step: { kind: 'recode', column, pairs: [{ from: raw, to: '' }] } };
  }
  if (code === 'unreadable-period' && column && raw !== undefined) {
    const label = raw === '' ? 'Leave out rows without a period' : `Leave out rows with ${text}`;
    return { label, step: { kind: 'filter-rows', column, test: 'is-not', values: [raw] } };
  }
  if (code === 'blank-category' && column) {
    return {
      label: 'Leave out rows without a name',
      step: { kind: 'filter-rows', column, test: 'is-not', values: [''] },
    };
  }
  if (code === 'repeated-row') return { label: 'Add repeated rows up', step: { kind: 'combine', how: 'sum' } };
  if (code === 'out-of-order' && fields.period) {
    return { label: 'Sort by period', step: { kind: 'sort-rows', column: fields.period, direction: 'up' } };
  }
  if (code === 'column-left-out' && column) {
    return { label: 'Delete this column', step: { kind: 'remove-columns', columns: [column] } };
  }
  if (code === 'years-as-values' && columns)
    return { label: `Leave “${shorten(columns[0] ?? '', 24)}” out`, step: { kind: 'remove-columns', columns } };
  if (code === 'hidden-cells' && rows) return { label: 'Leave hidden rows out', step: { kind: 'remove-rows', rows } };
  if (code === 'hidden-cells' && columns)
    return { label: 'Leave hidden columns out', step: { kind: 'remove-columns', columns } };
  return null;
}

/** Do the steps that there are leave out already what a remedy would? An issue of the file itself stays when it is mended. */
export function isMended(step: StepPlan, steps: readonly Step[]): boolean {
  const on = steps.filter((each) => each.on);
  if (step.kind === 'remove-rows') {
    const gone = new Set(on.flatMap((each) => (each.kind === 'remove-rows' ? each.rows : [])));
    return step.rows.every((row) => gone.has(row));
  }
  if (step.kind !== 'remove-columns') return false;
  const gone = new Set(on.flatMap((each) => (each.kind === 'remove-columns' ? each.columns : [])));
  return step.columns.every((column) => gone.has(column));
}
