import { toast } from 'sonner';
import { currentTable } from '@/state/current';
import { documentStore } from '@/state/document';
import { FileFollower } from '@/state/follow-file';
import { keepHandle, loadHandle } from '@/state/keep/assets';
import { sessionStore, setSession } from '@/state/session';
import type { Studio } from '@/state/studio';

type Picker = (options: { multiple: false }) => Promise<readonly FileSystemFileHandle[]>;

/** Following the file of the table on stage. One for a page. */
export class FileFollowing {
  private follower: FileFollower | null = null;

  constructor(private readonly studio: Studio) {
    documentStore.subscribe(({ project }, before) => {
      if (project === before.project || !this.follower) return;
      // Another table, or other work, has nothing to do with the file.
      const { following } = sessionStore.getState();
      if (!project || currentTable(project).id !== following?.tableId) this.stop();
    });
  }

  /** Follows the file of the table on stage, which is chosen again where the browser has no way to it. */
  async start(): Promise<void> {
    const { project } = documentStore.getState();
    if (!project) return;
    const { id, source } = currentTable(project);
    const known = await loadHandle(source.assetId).catch(() => null);
    const handle = known ?? (await this.choose());
    if (!handle) return;
    this.stop();
    const follower = new FileFollower(handle, {
      read: (bytes, fileName) => this.read(handle, bytes, fileName),
      trouble: (words) => {
        const { following } = sessionStore.getState();
        if (following && this.follower === follower) setSession({ following: { ...following, trouble: words } });
      },
    });
    try {
      if (!(await allowed(handle))) throw new Error('The browser was not allowed to read it');
      const file = await handle.getFile();
      // What was chosen anew may be newer than what is on stage.
      if (!known) await this.read(handle, await file.arrayBuffer(), file.name);
      await follower.start();
      this.follower = follower;
      setSession({ following: { tableId: id, fileName: handle.name, trouble: '' } });
    } catch (error) {
      toast.error(`${handle.name} cannot be followed`, { description: error instanceof Error ? error.message : '' });
    }
  }

  stop(): void {
    this.follower?.stop();
    this.follower = null;
    setSession({ following: null });
  }

  private async choose(): Promise<FileSystemFileHandle | null> {
    const pick = (globalThis as { showOpenFilePicker?: Picker }).showOpenFilePicker;
    const [handle] = (await pick?.({ multiple: false }).catch(() => [])) ?? [];
    return handle ?? null;
  }

  private async read(handle: FileSystemFileHandle, bytes: ArrayBuffer, fileName: string): Promise<void> {
    if (documentStore.getState().readOnly) throw new Error('The work is only shown here, so the file was not read');
    await this.studio.refresh(bytes, fileName, true);
    const { project } = documentStore.getState();
    if (project) await keepHandle(currentTable(project).source.assetId, handle).catch(() => undefined);
    toast.success(`${fileName} has changed and was read again`, { description: changeWords() });
  }
}

/** Whether this browser gives ways back to files. */
export const canFollow = () => 'showOpenFilePicker' in globalThis;

type Permitted = FileSystemFileHandle & {
  readonly requestPermission?: (options: { mode: 'read' }) => Promise<PermissionState>;
};

async function allowed(handle: Permitted): Promise<boolean> {
  return ((await handle.requestPermission?.({ mode: 'read' })) ?? 'granted') === 'granted';
}

/** What reading again changed, in a line. */
function changeWords(): string {
  const changes = sessionStore.getState().refreshed?.changes;
  if (!changes) return 'Undo takes it back.';
  const { periodsAdded, periodsGone, categoriesAdded, categoriesGone, revisedCount } = changes;
  const parts = [
    count(periodsAdded.length, 'period', 'added'),
    count(periodsGone.length, 'period', 'gone'),
    count(categoriesAdded.length, 'category', 'added'),
    count(categoriesGone.length, 'category', 'gone'),
    count(revisedCount, 'value', 'revised'),
  ].filter((words) => words !== '');
  return parts.length === 0 ? 'All values are the same.' : `${parts.join(', ')}. Undo takes it back.`;
}

function count(number: number, one: string, what: string): string {
  const many = one === 'category' ? 'categories' : `${one}s`;
  return number === 0 ? '' : `${number.toLocaleString('en-GB')} ${number === 1 ? one : many} ${what}`;
}
