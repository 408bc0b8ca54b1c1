import { assetIdsOf, type Project } from '@/core/project/project';
import { documentStore } from './document';
import { playheadStore } from './playhead';
import { sessionStore } from './session';
import { dropWork, emptyOldBin, type ShelvedWork, shelve } from './work-shelf';

/** What shelving needs of the page. */
export interface ShelvingRoom {
  nowMs(): number;
  /** A small picture of the film on stage as a data address; `''` where none can be made. */
  picture(project: Project): Promise<string>;
  /** Told that work was put on the shelf because other work was opened. */
  onShelved(name: string): void;
  /** Told that it could not be. */
  onFailed(name: string, why: string): void;
}

/** The person looks on a while before a picture is made of the film. */
const PICTURE_DELAY_MS = 1500;

/**
 * Whatever takes the place of the open work (another table, a sample, a project file, a step of undo), the work that was open
 * goes on the shelf. One for a page.
 */
export class Shelving {
  /** Documents that ship with the app and that nobody has touched: they are had again with a press. */
  private readonly untouched = new WeakSet<Project>();
  private picture: { readonly id: string; readonly data: string } = { id: '', data: '' };
  private changedMs: number;
  /** One write after the other. */
  private writing: Promise<void> = Promise.resolve();

  constructor(private readonly room: ShelvingRoom) {
    this.changedMs = room.nowMs();
  }

  /** The open work was just made of a sample. */
  noteUntouched(): void {
    const { project } = documentStore.getState();
    if (project) this.untouched.add(project);
  }

  /** Follows the document from now on. */
  start(): () => void {
    void emptyOldBin(this.room.nowMs()).catch(() => undefined);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const stopDocument = documentStore.subscribe(({ project }, before) => {
      if (project === before.project) return;
      if (before.project && project && project.id !== before.project.id) this.replaced(before.project, project);
      this.changedMs = this.room.nowMs();
    });
    const stopSession = sessionStore.subscribe(({ overview }, before) => {
      if (overview === before.overview || !overview) return;
      clearTimeout(timer);
      timer = setTimeout(() => void this.takePicture(), PICTURE_DELAY_MS);
    });
    return () => {
      stopDocument();
      stopSession();
      clearTimeout(timer);
    };
  }

  /** Resolves once everything is written. */
  idle(): Promise<void> {
    return this.writing;
  }

  private async takePicture(): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const data = await this.room.picture(project).catch(() => '');
    if (documentStore.getState().project?.id === project.id) this.picture = { id: project.id, data };
  }

  private replaced(before: Project, project: Project): void {
    const work = this.untouched.has(before) ? null : this.workOf(before);
    this.writing = this.writing.then(async () => {
      try {
        if (work) await shelve(work);
        // What is open stands on no shelf.
        await dropWork(project.id);
        if (work) this.room.onShelved(work.name);
      } catch (error) {
        this.room.onFailed(before.name, error instanceof Error ? error.message : String(error));
      }
    });
  }

  private workOf(project: Project): ShelvedWork {
    return {
      id: project.id,
      name: project.name,
      tableName: project.tables[0]?.name ?? '',
      changedMs: this.changedMs,
      removedMs: null,
      picture: this.picture.id === project.id ? this.picture.data : '',
      project,
      step: sessionStore.getState().step,
      timeSec: playheadStore.getState().readout?.timeSec ?? 0,
      assets: [...assetIdsOf(project)],
    };
  }
}
