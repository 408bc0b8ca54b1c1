'use client';

import { toast } from 'sonner';
import { currentTable } from '@/state/current';
import { documentStore } from '@/state/document';
import { ImportRefused, type Incoming } from '@/state/incoming';
import { LARGE_BYTES } from '@/state/keep/asset-store';
import { keepHandle, loadHandle } from '@/state/keep/assets';
import type { Disk } from '@/state/keep/disk';
import { interrupted, whileIncoming } from '@/state/keep/incoming-files';
import { sessionStore, setSession } from '@/state/session';
import type { AddHow, Studio } from '@/state/studio';
import type { OpenedFile } from '@/ui/services';

/** The most that a table's file may weigh; more does not fit into a browser's memory several times over. */
const MAX_FILE_BYTES = 400_000_000;

/** Says why a file could not be read; nothing else changes. */
export function tell(fileName: string, error: unknown): void {
  const message = error instanceof Error ? error.message : String(error);
  const issue = error instanceof ImportRefused ? error.issues[0] : undefined;
  const place = issue?.row === undefined ? '' : ` (row ${issue.row})`;
  toast.error(`${fileName}${place}`, { description: message });
}

/** Opens tables from files, from the clipboard and from the catalogue. */
export class TableOpener {
  constructor(
    private readonly studio: Studio,
    private readonly disk: Disk,
  ) {}

  async bytesOf(file: File): Promise<ArrayBuffer | null> {
    if (file.size > MAX_FILE_BYTES) {
      toast.error(`${file.name} is larger than 400 MB. Keep fewer columns or rows and drop it again.`);
      return null;
    }
    const bytes = await file.arrayBuffer().catch(() => null);
    if (!bytes) toast.error(`${file.name} could not be read from the disk. Is it still there?`);
    return bytes;
  }

  /**
   * Reads bytes as the table on stage, or adds them to it. Returns whether they could be read.
   *
   * @param file The file they come from, where there is one: a large one is kept without copying its bytes.
   */
  async take(bytes: ArrayBuffer, incoming: Incoming, add: AddHow | false, file?: Blob): Promise<boolean> {
    const { template } = sessionStore.getState();
    const like = template && !add && !incoming.sample ? { like: template.project } : {};
    const read = async (assetId?: string) => {
      const kept = { ...incoming, ...like, ...(assetId === undefined ? {} : { assetId }) };
      if (add) await this.studio.addFile(bytes, kept, add);
      else await this.studio.importFile(bytes, kept);
    };
    try {
      const { fileName, kind = 'file', sample } = incoming;
      if (sample || bytes.byteLength === 0) await read();
      else {
        const kept = file && file.size >= LARGE_BYTES ? file : bytes;
        await whileIncoming(this.disk, navigator.locks ?? null, { fileName, kind, add }, kept, read);
      }
      if (!add) setSession({ template: null });
      return true;
    } catch (error) {
      tell(incoming.fileName, error);
      return false;
    }
  }

  /** Reads what a page that is gone had begun to read. */
  async goOn(): Promise<void> {
    const left = await interrupted(this.disk, navigator.locks ?? null).catch(() => []);
    for (const { file, bytes } of left) {
      const { fileName, kind, add } = file;
      const said = `${fileName} was being read when the page closed`;
      if (!bytes) toast.error(said, { description: 'It had not come in whole. Drop it again.' });
      else if (await this.take(bytes, { fileName, kind }, add)) toast(said, { description: 'It has been read now.' });
    }
  }

  /** The first file replaces the table on stage; the others, or all of them, are added. */
  async files(files: readonly OpenedFile[], add: AddHow | false): Promise<void> {
    let added = 0;
    for (const [place, { file, handle }] of files.entries()) {
      const bytes = await this.bytesOf(file);
      if (!bytes) continue;
      const adds = add || (place > 0 && ('rows' as const));
      const read = await this.take(bytes, { fileName: file.name }, adds, file);
      if (read && adds) added++;
      if (read && handle) await this.keepHandleOf(handle, adds !== false);
    }
    if (added > 0) {
      const what = added === 1 ? 'One file was' : `${added} files were`;
      const how = add === 'values' ? 'joined by name and period' : 'added to the table';
      toast.success(`${what} ${how}. Undo takes it out again.`);
    }
  }

  private async keepHandleOf(handle: FileSystemFileHandle, added: boolean): Promise<void> {
    const { project } = documentStore.getState();
    const entry = project && currentTable(project);
    const assetId = added ? entry?.added.at(-1)?.source.assetId : entry?.source.assetId;
    // A browser that cannot keep handles only asks for the file again.
    if (assetId) await keepHandle(assetId, handle).catch(() => undefined);
  }

  /** Reads the table's file again; false where it has to be chosen by hand. */
  async refresh(): Promise<boolean> {
    const { project } = documentStore.getState();
    if (!project) return true;
    const { source } = currentTable(project);
    const handle = await loadHandle(source.assetId).catch(() => null);
    if (!handle) return false;
    const file = await fileOf(handle);
    if (!file) return false;
    await this.refreshFrom(file);
    const after = documentStore.getState().project;
    if (after) await keepHandle(currentTable(after).source.assetId, handle).catch(() => undefined);
    return true;
  }

  async refreshFrom(file: File): Promise<void> {
    const bytes = await this.bytesOf(file);
    if (!bytes) return;
    try {
      await this.studio.refresh(bytes, file.name);
    } catch (error) {
      tell(file.name, error);
    }
  }
}

type Permitted = FileSystemFileHandle & {
  readonly requestPermission?: (options: { mode: 'read' }) => Promise<PermissionState>;
};

/** The file behind a handle, when it is still there and may be read. */
async function fileOf(handle: Permitted): Promise<File | null> {
  try {
    const permission = (await handle.requestPermission?.({ mode: 'read' })) ?? 'granted';
    return permission === 'granted' ? await handle.getFile() : null;
  } catch {
    return null;
  }
}
