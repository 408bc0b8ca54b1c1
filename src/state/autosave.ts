import { knownFamilies } from '@/core/families/known';
import { assetIdsOf, type Project } from '@/core/project/project';
import type { Issue } from '@/core/table/issue';
import { documentStore } from './document';
import { freshId } from './fresh-id';
import { playheadStore, readoutAtSec, setReadout } from './playhead';
import { sessionStore, setSession, workSteps } from './session';
import {
  dropAssets,
  type KeptSession,
  keepSession,
  loadSession,
  noteUnwritten,
  setSessionAside,
  takeUnwritten,
} from './shelf';
import { assetsOnShelf } from './work-shelf';
import type { WriteTurn } from './write-turn';

/** Moves of the playhead are kept a moment later; edits of the document at once. */
const PLAYHEAD_DELAY_MS = 400;
/** Writes under way at the most; edits that come meanwhile are written together. */
const MAX_WRITES = 4;

/** What became of the last visit. */
export type Restored =
  | { readonly kind: 'restored' | 'none' }
  /** It is there and cannot be read. It was put aside, and nothing writes over it. */
  | { readonly kind: 'unreadable'; readonly issues: readonly Issue[]; readonly kept: KeptSession }
  /** The browser gives out nothing, or could not put the unreadable work aside: this visit must not write. */
  | { readonly kind: 'locked'; readonly why: string };

/** Keeps the work in the browser, and brings it back. One for a page. */
export class Autosave {
  private mayWrite = false;
  private stamp: string | undefined;
  /** Stamps of the writes under way, before them that of the last one that ended. */
  private pending: (string | undefined)[] = [];
  private writes = 0;
  private again = false;
  /** Everything that this work has ever held. */
  private readonly known = new Set<string>();

  constructor(private readonly turn: WriteTurn) {}

  /** Brings the last visit back, before anything is drawn. */
  async restore(): Promise<Restored> {
    const alone = await this.turn.ask();
    let kept: KeptSession | null;
    try {
      kept = await loadSession();
      if (alone) kept = await this.withUnwritten(kept);
    } catch (error) {
      return { kind: 'locked', why: reasonOf(error) };
    }
    if (!kept) {
      this.mayWrite = true;
      return { kind: 'none' };
    }
    const outcome = await readKept(kept);
    if (!outcome.ok) return this.putAside(kept, outcome.issues);
    this.mayWrite = true;
    this.show(kept, outcome.value);
    if (alone) void this.dropForgotten(kept, outcome.value);
    return { kind: 'restored' };
  }

  /** The last edit of a page that went before its writing had ended; another tab's later work goes first. */
  private async withUnwritten(kept: KeptSession | null): Promise<KeptSession | null> {
    const unwritten = takeUnwritten();
    if (!unwritten || unwritten.stamp === kept?.stamp) return kept;
    const { after, ...session } = unwritten;
    // In JSON a write before the first one, which has no stamp, is null.
    if (after.some((stamp) => (stamp ?? undefined) === kept?.stamp)) {
      await keepSession(session);
      return session;
    }
    await setSessionAside(session);
    return kept;
  }

  private async putAside(kept: KeptSession, issues: readonly Issue[]): Promise<Restored> {
    try {
      // In a second tab the first one has put it aside already, or still has it open.
      if (this.turn.ours) await setSessionAside(kept);
    } catch (error) {
      return { kind: 'locked', why: reasonOf(error) };
    }
    this.mayWrite = true;
    this.stamp = kept.stamp;
    return { kind: 'unreadable', issues, kept };
  }

  private show(kept: KeptSession, project: Project): void {
    this.stamp = kept.stamp;
    for (const id of [...(kept.assets ?? []), ...assetIdsOf(project)]) this.known.add(id);
    documentStore.setState({ project, past: [], future: [], gesture: null });
    const step = workSteps.find((each) => each === kept.step) ?? 'dress';
    const timeSec = Number.isFinite(kept.timeSec) ? kept.timeSec : 0;
    setSession({ step, pieceId: null });
    setReadout(readoutAtSec(timeSec));
  }

  /** Only what this very work held and no longer refers to, and only while no other tab is open. */
  private async dropForgotten(kept: KeptSession, project: Project): Promise<void> {
    const used = new Set(assetIdsOf(project));
    const shelved = await assetsOnShelf().catch(() => null);
    // Where the shelf cannot be read nobody knows what it needs.
    if (!shelved) return;
    const forgotten = (kept.assets ?? []).filter((id) => !used.has(id) && !shelved.has(id));
    await dropAssets(forgotten).catch(() => undefined);
    for (const id of forgotten) this.known.delete(id);
  }

  /** Writes each change from now on. */
  start(): () => void {
    if (!this.mayWrite) {
      setSession({
        saving: {
          failed: 'The browser does not give out what it keeps, so nothing is kept now. Save a project file.',
        },
      });
      return () => undefined;
    }
    if (!this.turn.ours) setSession({ saving: 'elsewhere', unkept: false });
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stopDocument = documentStore.subscribe((state, before) => {
      if (state.project === before.project) return;
      clearTimeout(timer);
      timer = undefined;
      this.save();
    });
    const stopSession = sessionStore.subscribe((state, before) => {
      const paused = before.playing && !state.playing;
      if (state.step !== before.step || paused) soon();
    });
    const stopPlayhead = playheadStore.subscribe((state, before) => {
      if (!sessionStore.getState().playing && state.readout?.frame !== before.readout?.frame) soon();
    });
    const soon = () => {
      clearTimeout(timer);
      timer = setTimeout(flush, PLAYHEAD_DELAY_MS);
    };
    const flush = () => {
      if (timer === undefined) return;
      clearTimeout(timer);
      timer = undefined;
      if (this.turn.ours) this.save();
    };
    const leave = () => {
      flush();
      const session = this.session();
      if (session && this.turn.ours && this.writes > 0) noteUnwritten({ ...session, after: this.pending });
    };
    addEventListener('pagehide', leave);
    return () => {
      stopDocument();
      stopSession();
      stopPlayhead();
      removeEventListener('pagehide', leave);
      clearTimeout(timer);
    };
  }

  /** The work as it stands; null while there is none. */
  private session(): KeptSession | null {
    const { project } = documentStore.getState();
    const { step } = sessionStore.getState();
    const { readout } = playheadStore.getState();
    if (!project) return null;
    for (const id of assetIdsOf(project)) this.known.add(id);
    return { project, step, timeSec: readout?.timeSec ?? 0, stamp: this.stamp, assets: [...this.known] };
  }

  /** Starts to write at once, in the task of the edit. */
  private save(): void {
    if (!documentStore.getState().project) return;
    if (!this.turn.ours) {
      setSession({ saving: 'elsewhere', unkept: true });
      return;
    }
    setSession({ saving: 'saving' });
    if (this.writes >= MAX_WRITES) {
      this.again = true;
      return;
    }
    if (this.writes === 0) this.pending = [this.stamp];
    const stamp = freshId();
    this.stamp = stamp;
    this.pending.push(stamp);
    this.writes++;
    keepSession(this.session() as KeptSession).then(
      () => this.written(stamp, null),
      (error: unknown) => this.written(stamp, reasonOf(error)),
    );
  }

  private written(stamp: string, failed: string | null): void {
    this.writes--;
    if (failed === null) this.pending = this.pending.slice(this.pending.indexOf(stamp));
    if (failed !== null)
      setSession({ saving: { failed: `The browser could not keep your work (${failed}). Save a project file.` } });
    if (this.again) {
      this.again = false;
      this.save();
    } else if (failed === null && this.writes === 0 && this.turn.ours) setSession({ saving: 'saved' });
  }

  /** The turn has come or gone: another tab was closed, or has taken over. */
  async turned(ours: boolean): Promise<void> {
    if (!ours) {
      setSession({ saving: 'elsewhere', unkept: false });
      return;
    }
    if (sessionStore.getState().unkept) {
      // What is here was never kept: the person says what stays. Meanwhile a tab that was only loaded again goes on.
      this.turn.end();
      return;
    }
    const kept = await loadSession().catch(() => null);
    if (kept && kept.stamp !== this.stamp) this.showKept(kept);
    else setSession({ saving: 'saved' });
  }

  /**
   * Works on here, while another tab has the same work open.
   *
   * @param which Keeps what is here, over what the other tab has kept; or takes that over, and drops what is here.
   */
  async workHere(which: 'mine' | 'kept'): Promise<void> {
    await this.turn.take();
    const kept = which === 'kept' ? await loadSession().catch(() => null) : null;
    if (kept) await this.showKept(kept);
    else this.save();
    setSession({ unkept: false });
  }

  private async showKept(kept: KeptSession): Promise<void> {
    const outcome = await readKept(kept);
    if (!outcome.ok) return;
    this.show(kept, outcome.value);
    setSession({ saving: 'saved', unkept: false });
  }
}

/** The project of a visit. What checks documents is heavy, and a first visit has none, so it comes when it is needed. */
async function readKept({ project }: KeptSession) {
  const { readProject } = await import('@/core/project/read-project');
  return readProject(project, knownFamilies);
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
