import { toast } from 'sonner';
import { loadAsset } from '@/state/keep/assets';
import type { Opened } from '@/state/keep/keeper';
import { fileNameOf, save } from './download';

/** Says that work cannot be read and stays where it is, and offers it as a file. */
export function tellUnreadable({ issues, project }: Extract<Opened, { kind: 'unreadable' }>): void {
  const name = (project as { name?: unknown } | null)?.name;
  const title = typeof name === 'string' && name !== '' ? name : 'The work of your last visit';
  toast.error(`${title} cannot be opened`, {
    description: `${issues[0]?.message ?? 'It cannot be read.'} It is kept in this browser as it is.`,
    duration: Number.POSITIVE_INFINITY,
    action: { label: 'Save it as a file', onClick: () => void saveAsItIs(title, project) },
  });
}

async function saveAsItIs(name: string, project: unknown) {
  const { PROJECT_ENDING, writeProjectFile } = await import('@/export/project-file');
  const bytes = new Map<string, Uint8Array>();
  for (const id of namesIn(project)) {
    const asset = await loadAsset(id).catch(() => null);
    if (asset) bytes.set(id, new Uint8Array(asset));
  }
  save(
    new Blob([writeProjectFile({ project, assets: bytes })], { type: 'application/zip' }),
    fileNameOf(name, PROJECT_ENDING),
  );
}

/** Whatever in a document may name an asset: nothing is known of how a damaged one is built. */
function namesIn(value: unknown): string[] {
  if (typeof value === 'object' && value !== null)
    return Object.entries(value).flatMap(([key, part]) =>
      key === 'assetId' && typeof part === 'string' ? [part] : namesIn(part),
    );
  return [];
}
