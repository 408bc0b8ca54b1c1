import type { Project } from '@/core/project/project';
import { type DocumentState, MAX_STEPS } from '../document';
import { type Difference, differenceOf } from './difference';
import type { Disk } from './disk';
import type { ChangeKind, ChangeRecord, KeptWork, Place } from './kept-work';
import { noteChanges } from './notes';
import { dropHeld, writeChange, writeWhole } from './records';

/** What one line of work tells of its writing. */
export interface LineWatch {
  nowMs(): number;
  /** Everything is kept; or why the browser could not. */
  onKept(failed: string | null): void;
  /** The work was kept whole. */
  onWhole(work: KeptWork): Promise<void>;
}

/** Where a line of work begins. */
export interface LineStart {
  readonly id: string;
  readonly epoch: number;
  readonly seq: number;
  readonly changedMs: number;
}

/** The history of a document: states of this very work before and after it. */
export type History = Pick<DocumentState, 'project' | 'past' | 'future'>;

/** The work is kept whole this long after the last change. */
const WHOLE_DELAY_MS = 1500;
/** What could not be kept is tried again after this long. */
const RETRY_MS = 5000;
/** Changes after which it is kept whole at the latest. */
const MAX_CHANGES = 60;

/**
 * Keeps one piece of work that this tab holds: each change at once as a small record, the whole a little later. A change that
 * is not yet in the database stands in a note that is written before the edit returns.
 */
export class WorkLine {
  private seq: number;
  /** The last change of the last whole whose writing was begun. */
  private wholeAsked = -1;
  private changedMs: number;
  private history: History;
  private place: Place;
  /** Changes whose writing has not ended. */
  private unwritten: ChangeRecord[] = [];
  private noted = true;
  private movedSince = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly writes = new Set<Promise<void>>();
  private ended = false;
  private readonly known = new WeakMap<object, WeakMap<object, Difference>>();

  constructor(
    private readonly disk: Disk,
    private readonly watch: LineWatch,
    private readonly start: LineStart,
    begin: History & Place,
  ) {
    this.seq = start.seq;
    this.changedMs = start.changedMs;
    this.history = begin;
    this.place = begin;
  }

  get id(): string {
    return this.start.id;
  }

  /** What the work is called now. */
  get name(): string {
    return this.history.project?.name ?? '';
  }

  get lastChangeMs(): number {
    return this.changedMs;
  }

  /** Would a change be lost if the browser died now? */
  get atRisk(): boolean {
    return this.unwritten.length > 0;
  }

  /** Would a change be lost if the page went now? */
  get lostByLeaving(): boolean {
    return this.unwritten.length > 0 && !this.noted;
  }

  /** Keeps new work for the first time, as a change that brings it whole. */
  begin(): void {
    this.keep('same', { whole: this.history.project }, false);
  }

  /** Notes a change of the document in the task of the edit, and starts to write it. */
  change(state: DocumentState, before: DocumentState, place: Place): void {
    if (this.ended || !state.project || !before.project) return;
    const kind = kindOf(state, before);
    const forward = this.difference(before.project, state.project);
    this.history = state;
    this.place = place;
    this.keep(kind, forward, state.future.length === 0 && kind !== 'redo');
  }

  private keep(kind: ChangeKind, forward: Difference, clears: boolean): void {
    this.changedMs = this.watch.nowMs();
    this.seq++;
    const { seq, changedMs, place } = this;
    const record: ChangeRecord = { ...place, epoch: this.start.epoch, seq, kind, clears, forward, changedMs };
    this.unwritten.push(record);
    this.noted = noteChanges(this.disk.notes, this.id, this.unwritten);
    this.write(writeChange(this.disk, this.id, record).then(() => this.settle([record])));
    if (this.seq - this.wholeAsked >= MAX_CHANGES) void this.whole();
    else this.later(WHOLE_DELAY_MS);
  }

  /** The person is at another place in the work: it is kept with the next whole. */
  moved(place: Place): void {
    if (this.ended || (place.step === this.place.step && place.timeSec === this.place.timeSec)) return;
    this.place = place;
    this.movedSince = true;
    this.later(WHOLE_DELAY_MS);
  }

  /** The page goes: notes where the person was. */
  noteMove(): void {
    if (this.movedSince && !this.ended) this.keep('same', [], false);
  }

  /** Keeps the work whole now. */
  whole(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    if (this.ended) return Promise.resolve();
    const work = this.asKept();
    this.wholeAsked = work.seq;
    this.movedSince = false;
    return this.write(
      writeWhole(this.disk, work).then(async () => {
        this.settle(this.unwritten.filter(({ seq }) => seq <= work.seq));
        await this.watch.onWhole(work);
        await dropHeld(this.disk, work).catch(() => undefined);
      }),
    );
  }

  /** Resolves once everything that was begun has been written or has failed; what waited is written now. */
  async flush(): Promise<void> {
    if (this.timer !== undefined) void this.whole();
    while (this.writes.size > 0) await Promise.all(this.writes);
  }

  /** Writes nothing any more. Returns the changes that never were written. */
  end(): readonly ChangeRecord[] {
    this.ended = true;
    clearTimeout(this.timer);
    return this.unwritten;
  }

  /** The work as it stands, as it is kept whole. */
  asKept(): KeptWork {
    const { project, past, future } = this.history;
    const steps = (states: readonly Project[]) =>
      states
        .slice(0, MAX_STEPS)
        .map((state, i) => this.difference((i === 0 ? project : states[i - 1]) as Project, state));
    const { epoch } = this.start;
    return {
      ...this.place,
      id: this.id,
      epoch,
      seq: this.seq,
      changedMs: this.changedMs,
      project,
      back: steps([...past].reverse()),
      ahead: steps(future),
    };
  }

  private later(delayMs: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.whole(), delayMs);
  }

  /** Differences between neighbours in the history are asked for again and again. */
  private difference(from: Project, to: Project): Difference {
    const known = this.known.get(from) ?? new WeakMap<object, Difference>();
    this.known.set(from, known);
    const found = known.get(to) ?? differenceOf(from, to);
    known.set(to, found);
    return found;
  }

  private write(writing: Promise<void>): Promise<void> {
    const done: Promise<void> = writing.then(
      () => this.ends(done, null),
      (error: unknown) => this.ends(done, error instanceof Error ? error.message : String(error)),
    );
    this.writes.add(done);
    return done;
  }

  private ends(done: Promise<void>, failed: string | null): void {
    this.writes.delete(done);
    if (failed !== null) {
      this.watch.onKept(failed);
      if (!this.ended) this.later(RETRY_MS);
    } else if (this.unwritten.length === 0) {
      this.watch.onKept(null);
    }
  }

  /** These changes are in the database. */
  private settle(records: readonly ChangeRecord[]): void {
    this.unwritten = this.unwritten.filter((each) => !records.includes(each));
    this.noted = noteChanges(this.disk.notes, this.id, this.unwritten);
  }
}

/** What a change did to the history. */
function kindOf(state: DocumentState, before: DocumentState): ChangeKind {
  if (state.past.length < before.past.length && state.project === before.past.at(-1)) return 'undo';
  if (state.future.length < before.future.length && state.project === before.future[0]) return 'redo';
  return state.past !== before.past && state.past.at(-1) === before.project ? 'step' : 'same';
}
