import { toast } from 'sonner';
import { filesOf } from '@/core/project/project';
import { documentStore, replaceProject } from '@/state/document';
import { freshId } from '@/state/fresh-id';
import { keepAsset, loadAsset } from '@/state/keep/assets';
import type { Keeper } from '@/state/keep/keeper';
import { sessionStore, setSession } from '@/state/session';
import { fileNameOf, save } from './download';
import { isOnShelf } from './shelf-services';

/** Saves the open project, data included, as one file; says which data is missing where some is. */
export async function saveProject(): Promise<void> {
  const { project } = documentStore.getState();
  if (!project) return;
  const { PROJECT_ENDING, writeProjectFile } = await import('@/export/project-file');
  const assets = new Map<string, Uint8Array>();
  for (const { assetId, fileName } of filesOf(project)) {
    const bytes = await loadAsset(assetId);
    if (!bytes) {
      toast.error(`The data of ${fileName} is no longer in this browser, so the project cannot be saved.`);
      return;
    }
    assets.set(assetId, new Uint8Array(bytes));
  }
  save(
    new Blob([writeProjectFile({ project, assets })], { type: 'application/zip' }),
    fileNameOf(project.name, PROJECT_ENDING),
  );
}

/**
 * Opens a project file in place of the open project; a damaged one changes nothing and is named. What stands on the shelf under
 * its id stays as it is.
 */
export async function openProject(keeper: Keeper, bytes: ArrayBuffer, fileName: string): Promise<void> {
  const { readProjectFile } = await import('@/export/project-file');
  const outcome = readProjectFile(new Uint8Array(bytes));
  if (!outcome.ok) {
    const [first, ...others] = outcome.issues;
    const more = others.length > 0 ? ` And ${others.length} more faults.` : '';
    toast.error(fileName, { description: `${first?.message}${more}` });
    return;
  }
  for (const [id, asset] of outcome.value.assets) await keepAsset(id, asset.slice().buffer);
  const { project } = outcome.value;
  const taken = project.id !== keeper.openId && (await isOnShelf(keeper, project.id));
  setSession({ pieceId: null, span: null, hovered: null, picked: null, playing: false });
  replaceProject(taken ? { ...project, id: freshId() } : project);
  if (sessionStore.getState().step === 'gather') setSession({ step: 'dress' });
}
