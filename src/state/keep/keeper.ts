import type { Project } from '@/core/project/project';
import type { Issue } from '@/core/table/issue';
import { type DocumentState, documentStore } from '../document';
import { freshId } from '../fresh-id';
import { playheadStore, readoutAtSec, setReadout } from '../playhead';
import { sessionStore, setSession, workSteps } from '../session';
import { adoptOld } from './adopt-old';
import { cardOf, changeCard, dropWork, writeCard } from './cards';
import type { Disk, SyncStore } from './disk';
import type { TabWays } from './hold';
import type { Place } from './kept-work';
import { lastOpen, noteOpen } from './last-open';
import { OpenWork } from './open-work';
import { readable } from './readable';
import { readWork } from './records';
import { VersionLook } from './version-look';
import { keepVersion } from './versions';

/** What became of work that was to be opened. */
export type Opened =
  | { readonly kind: 'opened' | 'none' }
  /** It is there and cannot be read: it stays as it is. */
  | { readonly kind: 'unreadable'; readonly issues: readonly Issue[]; readonly project: unknown };

/** What became of the last visit. */
export type Restored =
  | Opened
  /** The browser gives out nothing: this visit must not write. */
  | { readonly kind: 'locked'; readonly why: string };

/** What the keeper needs of the page. */
export interface KeeperRoom extends TabWays {
  nowMs(): number;
  /** What belongs to this tab and outlives a reload. */
  readonly tab: SyncStore;
  /** Other work took the place of this one, which stands on the shelf now. @param next The id of that work. */
  onShelved(id: string, name: string, next: string | null): void;
  /** Another tab took the work before the last edits were kept: they go on as a copy of this name. */
  onCopied(name: string): void;
}

/** Keeps the open work in the browser, from edit to edit; opens other work; and shares work between tabs. One for a page. */
export class Keeper {
  private work: OpenWork | null = null;
  private leaving: Promise<void> = Promise.resolve();
  /** The document is being set from what is kept. */
  private showing = false;
  private off = false;
  private opening = 0;
  /** Earlier versions of the open work are looked at without being kept. */
  readonly versions = new VersionLook((state) => this.show(state));

  constructor(
    readonly disk: Disk,
    private readonly room: KeeperRoom,
  ) {}

  /** The id of the open work; null while there is none. */
  get openId(): string | null {
    return this.work?.id ?? null;
  }

  /** Would an edit be lost if the page went now? */
  get lostByLeaving(): boolean {
    return this.work?.line?.lostByLeaving ?? false;
  }

  /** Brings the last visit back, before anything is drawn. */
  async restore(): Promise<Restored> {
    try {
      const old = await adoptOld(this.disk, this.room.nowMs());
      for (const id of [...(old ? [old] : []), ...(await lastOpen(this.disk, this.room.tab))]) {
        const opened = await this.open(id);
        if (opened.kind !== 'none') return opened;
      }
      return { kind: 'none' };
    } catch (error) {
      this.off = true;
      const failed = 'The browser does not give out what it keeps, so nothing is kept now. Save a project file.';
      setSession({ saving: { failed } });
      return { kind: 'locked', why: error instanceof Error ? error.message : String(error) };
    }
  }

  /** Opens work of the shelf in place of the open one, for writing if no other tab has it. Throws what the browser throws. */
  async open(id: string): Promise<Opened> {
    if (this.work?.id === id) return { kind: 'opened' };
    const turn = ++this.opening;
    await this.leaving;
    const next = this.openWork(id);
    try {
      await next.hold.ask();
      const kept = await readWork(this.disk, id);
      const read = kept ? await readable(kept) : null;
      if (!kept || !read?.ok || turn !== this.opening) {
        next.hold.end();
        return kept && read && !read.ok
          ? { kind: 'unreadable', issues: read.issues, project: kept.project }
          : { kind: 'none' };
      }
      this.leave();
      this.work = next;
      noteOpen(this.disk, this.room.tab, id, this.room.nowMs());
      const step = workSteps.find((each) => each === kept.step) ?? 'dress';
      setSession({ step, cameFrom: null, pieceId: null, span: null, hovered: null, picked: null, playing: false });
      setReadout(readoutAtSec(Number.isFinite(kept.timeSec) ? kept.timeSec : 0));
      next.settle(kept, read.value);
    } catch (error) {
      if (this.work !== next) next.hold.end();
      throw error;
    }
    return { kind: 'opened' };
  }

  /** Follows the document from now on; before all that an edit causes on the page, so that it is kept first. */
  start(): () => void {
    const moved = () => this.work?.line?.moved(place());
    const stops = [
      documentStore.subscribe((state, before) => {
        if (state.project !== before.project && !this.showing) this.changed(state, before);
      }),
      sessionStore.subscribe((state, before) => {
        if (state.step !== before.step || (before.playing && !state.playing)) moved();
      }),
      playheadStore.subscribe((state, before) => {
        if (!sessionStore.getState().playing && state.readout?.frame !== before.readout?.frame) moved();
      }),
    ];
    const leave = () => this.work?.line?.noteMove();
    addEventListener('pagehide', leave);
    return () => {
      for (const stop of stops) stop();
      removeEventListener('pagehide', leave);
    };
  }

  /** Resolves once everything that was begun has been written or has failed. */
  async idle(): Promise<void> {
    await this.leaving;
    await this.work?.line?.flush();
  }

  /** Lets go of the open work once everything of it is written. */
  async close(): Promise<void> {
    this.leave();
    await this.leaving;
  }

  /** The open work was just made of a sample, which ships with the app. */
  async noteUntouched(): Promise<void> {
    if (!this.work) return;
    this.work.untouched = true;
    await changeCard(this.disk, this.work.id, { untouched: true }).catch(() => undefined);
  }

  /** The open work has been taken into other work: it goes when that is opened. */
  giveUp(): void {
    if (this.work) this.work.untouched = true;
  }

  /** Works on here; the tab that has the work shows it from now on. */
  async takeOver(): Promise<void> {
    await this.work?.takeOver();
  }

  /** Keeps the open work as it is now as a version with a name. */
  async keepVersion(name: string): Promise<void> {
    const line = this.work?.line;
    if (line) await keepVersion(this.disk, line.asKept(), this.room.nowMs(), name);
  }

  /** A picture of the film on stage, for the shelf. */
  async picture(id: string, picture: string): Promise<void> {
    if (this.work?.id === id && this.work.line) await changeCard(this.disk, id, { picture });
  }

  private changed(state: DocumentState, before: DocumentState): void {
    const { project } = state;
    if (!project || this.off) return;
    if (this.work?.id !== project.id) this.begin(project);
    else if (this.work.line) {
      setSession({ saving: 'saving' });
      this.work.untouched = false;
      this.work.line.change(state, before, place());
    }
  }

  /** Other work was begun in this tab. */
  private begin(project: Project): void {
    this.opening++;
    const before = this.leave();
    const work = this.openWork(project.id);
    this.work = work;
    noteOpen(this.disk, this.room.tab, project.id, this.room.nowMs());
    setSession({ saving: 'saving', cameFrom: before });
    work.begin(documentStore.getState(), place());
    void writeCard(this.disk, cardOf(project.id, project, this.room.nowMs())).catch((error: unknown) =>
      work.kept(error instanceof Error ? error.message : String(error)),
    );
  }

  private openWork(id: string): OpenWork {
    return new OpenWork(
      {
        disk: this.disk,
        locks: this.room.locks,
        channel: (name) => this.room.channel(name),
        nowMs: () => this.room.nowMs(),
        isOpen: (work) => this.work === work,
        show: (state) => this.show(state),
        onGive: () => this.versions.end(),
        onLost: (project) => this.copy(project),
      },
      id,
    );
  }

  /** The open work goes back to the shelf, if it stays: its id. A sample that nobody has touched goes. */
  private leave(): string | null {
    const { work, leaving } = this;
    this.work = null;
    if (!work) return null;
    const held = work.line;
    this.leaving = leaving.then(() =>
      work.end(async () => {
        if (held && work.untouched) await dropWork(this.disk, work.id).catch(() => undefined);
        else if (held) this.room.onShelved(work.id, held.name, this.openId);
      }),
    );
    return held && work.untouched ? null : work.id;
  }

  private show(state: Partial<DocumentState>): void {
    this.showing = true;
    documentStore.setState(state);
    this.showing = false;
  }

  /** What this tab had goes on as work of its own. */
  private copy(project: Project): void {
    const copy = { ...project, id: freshId(), name: `${project.name}, copy` };
    documentStore.setState({ project: copy, past: [], future: [], gesture: null, readOnly: null });
    this.room.onCopied(copy.name);
  }
}

const place = (): Place => ({
  step: sessionStore.getState().step,
  timeSec: playheadStore.getState().readout?.timeSec ?? 0,
});
