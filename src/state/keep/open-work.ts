import type { Project } from '@/core/project/project';
import { type DocumentState, documentStore, type ReadOnly } from '../document';
import { setSession } from '../session';
import { afterWhole } from './after-whole';
import { sharing } from './difference';
import type { Disk } from './disk';
import { Hold, type TabMessage, type TabWays } from './hold';
import type { Place } from './kept-work';
import { readable } from './readable';
import { readWork } from './records';
import type { UnfoldedWork } from './unfold';
import { type History, type LineStart, WorkLine } from './work-line';

/** What open work needs of the page. */
export interface OpenRoom extends TabWays {
  readonly disk: Disk;
  nowMs(): number;
  /** Is this still the work that the tab has open? */
  isOpen(work: OpenWork): boolean;
  /** Sets the document to what is kept already. */
  show(state: Partial<DocumentState>): void;
  /** Another tab is about to have the work: what is only looked at is left. */
  onGive(): void;
  /** Another tab has taken the work, and these edits are kept nowhere. */
  onLost(project: Project): void;
}

const FULL = /quota|full|space/i;
const unknownHolder: ReadOnly = { kind: 'elsewhere', sinceMs: null, changedMs: null };

/** The work that a tab has open: written from edit to edit, or shown as another tab changes it. */
export class OpenWork {
  readonly hold: Hold;
  /** null while another tab has the work. */
  line: WorkLine | null = null;
  /** A sample that nobody has touched so far. */
  untouched = false;
  /** Another tab has asked for it, and will take it. */
  private giving = false;
  private readonly sinceMs: number;

  constructor(
    private readonly room: OpenRoom,
    readonly id: string,
  ) {
    this.sinceMs = room.nowMs();
    this.hold = new Hold(room, id, {
      onTurn: (ours) => void this.turned(ours).catch((error) => this.kept(reasonOf(error))),
      onMessage: (message) => void this.hear(message).catch((error) => this.kept(reasonOf(error))),
    });
  }

  /** Keeps work that begins here. */
  begin(history: History, place: Place): void {
    // Nobody else can have it.
    void this.hold.turn.ask();
    const start = { id: this.id, epoch: 1, seq: 0, changedMs: this.room.nowMs() };
    this.line = this.lineOf(start, { ...history, ...place });
    this.line.begin();
  }

  /** Shows what is kept, and writes it from now on or follows the tab that does. */
  settle(work: UnfoldedWork, history: History): void {
    const ours = this.hold.turn.ours;
    this.show(ours ? history : { ...history, past: [], future: [] }, ours ? null : unknownHolder);
    if (ours) {
      this.line = this.lineOf(
        { ...work, epoch: work.epoch + 1 },
        { ...history, step: work.step, timeSec: work.timeSec },
      );
      this.giving = false;
      void this.line.whole();
    } else this.hold.say({ kind: 'who' });
    setSession({ saving: 'saved' });
  }

  /** Works on here; the tab that has the work shows it from now on. */
  async takeOver(): Promise<void> {
    if (this.line) {
      // Another tab asked for it, and then did not come for it.
      this.giving = false;
      documentStore.setState({ readOnly: null });
      return;
    }
    await this.hold.takeOver();
    await this.turned(true);
  }

  /** Writes what is left, and lets go of it. @param last What is done before another tab may have it. */
  async end(last: () => Promise<void>): Promise<void> {
    await this.line?.flush();
    this.line?.end();
    await last();
    this.hold.end();
  }

  private lineOf(start: LineStart, begin: History & Place): WorkLine {
    const { disk } = this.room;
    const watch = {
      nowMs: () => this.room.nowMs(),
      onKept: (failed: string | null) => this.kept(failed),
      onWhole: (work: Parameters<typeof afterWhole>[1]) => afterWhole(disk, work, this.untouched, this.room.nowMs()),
    };
    return new WorkLine(disk, watch, start, begin);
  }

  /** Tells that everything is kept, or why not. */
  kept(failed: string | null): void {
    if (!this.room.isOpen(this)) return;
    if (failed !== null) {
      const advice = FULL.test(failed)
        ? 'The space that the browser gives is used up. Remove work from the shelf and its bin, or save a project file.'
        : 'Save a project file.';
      setSession({ saving: { failed: `The browser could not keep your work (${failed}). ${advice}` } });
      return;
    }
    if (this.line) setSession({ saving: 'saved' });
    this.hold.say({ kind: 'kept' });
  }

  private show(history: History, readOnly: ReadOnly | null): void {
    const { project } = documentStore.getState();
    const shown = history.project && sharing(history.project, project);
    this.room.show({ ...history, project: shown, gesture: null, readOnly });
  }

  /** Shows what the tab that has the work has kept since. */
  private async follow(): Promise<void> {
    const work = await readWork(this.room.disk, this.id);
    const read = work ? await readable(work) : null;
    if (!work || !read?.ok || !this.room.isOpen(this) || this.line) return;
    if (this.hold.turn.ours) this.settle(work, read.value);
    else this.show({ ...read.value, past: [], future: [] }, documentStore.getState().readOnly);
  }

  private async turned(ours: boolean): Promise<void> {
    if (!this.room.isOpen(this)) return;
    if (ours) return this.follow();
    const lost = this.line?.end() ?? [];
    this.line = null;
    const { project } = documentStore.getState();
    if (lost.length > 0 && !this.giving && project) {
      this.room.onLost(project);
      return;
    }
    this.giving = false;
    this.becomeReadOnly();
    await this.follow();
  }

  private becomeReadOnly(): void {
    documentStore.setState({ gesture: null, readOnly: unknownHolder });
    this.hold.say({ kind: 'who' });
  }

  private async hear(message: TabMessage): Promise<void> {
    if (!this.room.isOpen(this)) return;
    const { line } = this;
    if (message.kind === 'kept' && !line) {
      await this.follow();
      this.hold.say({ kind: 'who' });
    }
    if (message.kind === 'who' && line)
      this.hold.say({ kind: 'held', sinceMs: this.sinceMs, changedMs: line.lastChangeMs });
    if (message.kind === 'held' && !line) {
      const { sinceMs, changedMs } = message;
      documentStore.setState({ readOnly: { kind: 'elsewhere', sinceMs, changedMs } });
    }
    if (message.kind === 'give' && line) {
      this.room.onGive();
      this.giving = true;
      this.becomeReadOnly();
      await line.flush();
      this.hold.say({ kind: 'given' });
      // With locks the other tab takes the turn; without them it has it from now on.
      if (!this.hold.hasLocks) {
        this.hold.turn.end();
        await this.turned(false);
      }
    }
  }
}

const reasonOf = (error: unknown) => (error instanceof Error ? error.message : String(error));
