import { knownFamilies } from '@/core/families/known';
import type { Project } from '@/core/project/project';
import type { Issue } from '@/core/table/issue';
import { type DocumentState, documentStore, replaceProject } from '../document';
import type { Version } from './versions';

/** Looking at an earlier version of the open work, which stays as it is meanwhile. One for a page. */
export class VersionLook {
  private now: DocumentState | null = null;

  /** @param show Sets the document without its being kept. */
  constructor(private readonly show: (state: Partial<DocumentState>) => void) {}

  /** Shows a version; nothing can be changed meanwhile. Returns why it cannot be read; null where it is shown. */
  async begin(version: Version): Promise<readonly Issue[] | null> {
    const { readProject } = await import('@/core/project/read-project');
    const read = readProject(version.project, knownFamilies);
    if (!read.ok) return read.issues;
    const state = documentStore.getState();
    if (state.project?.id !== version.id || state.readOnly?.kind === 'elsewhere') return null;
    if (this.now?.project?.id !== version.id) this.now = null;
    this.now ??= state;
    const readOnly = { kind: 'version', atMs: version.atMs } as const;
    this.show({ project: read.value, past: [], future: [], gesture: null, readOnly });
    return null;
  }

  /** Back to the work as it is now. */
  end(): void {
    if (this.now && documentStore.getState().readOnly?.kind === 'version') this.show(this.now);
    this.now = null;
  }

  /** The version that is looked at takes the place of what there is now, as a step of undo. */
  bringBack(): void {
    const { project } = documentStore.getState();
    this.end();
    if (project) replaceProject(project as Project);
  }
}
