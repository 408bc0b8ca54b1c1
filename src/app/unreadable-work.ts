import { toast } from 'sonner';
import type { Restored } from '@/state/autosave';
import { loadAsset } from '@/state/shelf';
import { fileNameOf, save } from './download';

/** Says that the last visit's work cannot be read and stays where it is, and offers it as a file. */
export function tellUnreadable({ issues, kept }: Extract<Restored, { kind: 'unreadable' }>): void {
  const name = (kept.project as { name?: unknown } | null)?.name;
  const title = typeof name === 'string' && name !== '' ? name : 'The work of your last visit';
  toast.error(`${title} cannot be opened`, {
    description: `${issues[0]?.message ?? 'It cannot be read.'} It is kept in this browser as it is.`,
    duration: Number.POSITIVE_INFINITY,
    action: { label: 'Save it as a file', onClick: () => void saveAsItIs(title, kept) },
  });
}

async function saveAsItIs(name: string, { project, assets }: { project: unknown; assets?: readonly string[] }) {
  const { PROJECT_ENDING, writeProjectFile } = await import('@/export/project-file');
  const bytes = new Map<string, Uint8Array>();
  for (const id of assets ?? []) {
    const asset = await loadAsset(id);
    if (asset) bytes.set(id, new Uint8Array(asset));
  }
  save(
    new Blob([writeProjectFile({ project, assets: bytes })], { type: 'application/zip' }),
    fileNameOf(name, PROJECT_ENDING),
  );
}
