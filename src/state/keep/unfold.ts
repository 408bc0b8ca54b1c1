import { type Difference, withDifference } from './difference';
import type { ChangeRecord, KeptWork, Place } from './kept-work';

/** A piece of work with its history, as states. */
export interface UnfoldedWork extends Place {
  readonly id: string;
  readonly seq: number;
  readonly epoch: number;
  readonly changedMs: number;
  readonly project: unknown;
  /** States before, the oldest first. */
  readonly past: readonly unknown[];
  /** States that were taken back, the nearest first. */
  readonly future: readonly unknown[];
}

/**
 * Brings a piece of work to where its last change left it.
 *
 * @param work What is kept whole.
 * @param records Changes in any order, older and newer ones; those that `work` holds already, and those of a tab that had lost
 * the work by then, are left out.
 */
export function unfold(work: KeptWork, records: readonly ChangeRecord[]): UnfoldedWork {
  let state: UnfoldedWork = {
    id: work.id,
    seq: work.seq,
    epoch: work.epoch,
    changedMs: work.changedMs,
    step: work.step,
    timeSec: work.timeSec,
    project: work.project,
    past: chain(work.project, work.back).reverse(),
    future: chain(work.project, work.ahead),
  };
  for (const record of line(work, records)) {
    const next = after(state, record);
    if (!next) break;
    state = next;
  }
  return state;
}

/** The states that differences lead to, one after the other, as far as they fit. */
function chain(start: unknown, differences: readonly Difference[]): unknown[] {
  const states: unknown[] = [];
  let state = start;
  for (const difference of differences) {
    try {
      state = withDifference(state, difference);
    } catch {
      break;
    }
    states.push(state);
  }
  return states;
}

/** The changes that follow on what is kept whole, without a gap; of two with one number the one of the later epoch. */
function line(work: KeptWork, records: readonly ChangeRecord[]): ChangeRecord[] {
  const bySeq = new Map<number, ChangeRecord>();
  for (const record of records) {
    const other = bySeq.get(record.seq);
    if (record.epoch >= work.epoch && (!other || other.epoch < record.epoch)) bySeq.set(record.seq, record);
  }
  const found: ChangeRecord[] = [];
  let epoch = work.epoch;
  for (let seq = work.seq + 1; ; seq++) {
    const record = bySeq.get(seq);
    if (!record || record.epoch < epoch) return found;
    epoch = record.epoch;
    found.push(record);
  }
}

function after(state: UnfoldedWork, record: ChangeRecord): UnfoldedWork | null {
  const { kind, clears, seq, epoch, step, timeSec, changedMs } = record;
  let project: unknown;
  try {
    project = withDifference(state.project, record.forward);
  } catch {
    return null;
  }
  const where = { ...state, project, seq, epoch, step, timeSec, changedMs };
  if (kind === 'undo') return { ...where, past: state.past.slice(0, -1), future: [state.project, ...state.future] };
  const future = clears ? [] : kind === 'redo' ? state.future.slice(1) : state.future;
  return { ...where, past: kind === 'same' ? state.past : [...state.past, state.project], future };
}
