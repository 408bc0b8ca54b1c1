import type { Issue } from '../table/issue';
import { shorten } from '../table/issue';
import type { Fields } from './fields';
import type { StepPlan } from './steps/step';

/** A step that mends an issue, with what the button says. */
export interface Remedy {
  readonly label: string;
  readonly step: StepPlan;
}

/** The remedy for an issue; null where only the person can know. */
export function remedyFor(issue: Issue, fields: Fields): Remedy | null {
  const { code, column, raw } = issue;
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
  return null;
}
