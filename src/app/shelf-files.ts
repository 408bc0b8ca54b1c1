import { toast } from 'sonner';
import { knownFamilies } from '@/core/families/known';
import type { Project } from '@/core/project/project';
import { documentStore } from '@/state/document';
import { keepAsset, loadAsset } from '@/state/keep/assets';
import { backUp, bringBack } from '@/state/keep/backup';
import type { Keeper } from '@/state/keep/keeper';
import { readWork } from '@/state/keep/records';
import { setSession } from '@/state/session';
import { fileNameOf, save } from './download';

const plural = (count: number, one: string, many: string) => (count === 1 ? `One ${one}` : `${count} ${many}`);

/** A piece of work that can be opened, the open one for null. Throws where it cannot be read. */
async function projectOf(keeper: Keeper, id: string | null): Promise<Project> {
  const { project } = documentStore.getState();
  if (id === null && project) return project;
  const work = id === null ? null : await readWork(keeper.disk, id);
  const { readProject } = await import('@/core/project/read-project');
  const outcome = readProject(work?.project, knownFamilies);
  if (!outcome.ok) throw new Error(outcome.issues[0]?.message ?? 'It cannot be read.');
  return outcome.value;
}

/** The next table that comes in becomes like this work, the open one for null. Throws where it cannot be read. */
export async function startLike(keeper: Keeper, id: string | null): Promise<void> {
  const project = await projectOf(keeper, id);
  setSession({ template: { name: project.name, project } });
}

/** Saves how a piece of work looks and moves, without its data. Throws where it cannot be read. */
export async function saveTemplate(keeper: Keeper, id: string | null): Promise<void> {
  const project = await projectOf(keeper, id);
  const { TEMPLATE_ENDING, templateAssets, writeTemplateFile } = await import('@/export/template-file');
  const assets = new Map<string, Uint8Array>();
  for (const asset of templateAssets(project)) {
    const bytes = await loadAsset(asset);
    if (!bytes) throw new Error('A picture or a font of it is no longer in this browser');
    assets.set(asset, new Uint8Array(bytes));
  }
  const file = writeTemplateFile({ project, assets });
  save(new Blob([file], { type: 'application/zip' }), fileNameOf(project.name, TEMPLATE_ENDING));
}

/** Reads a template's file: the next table becomes like it. What is none is named, and changes nothing. */
export async function openTemplate(bytes: ArrayBuffer, fileName: string): Promise<void> {
  const { readTemplateFile } = await import('@/export/template-file');
  const outcome = readTemplateFile(new Uint8Array(bytes));
  if (!outcome.ok) {
    toast.error(fileName, { description: outcome.issues[0]?.message });
    return;
  }
  const { project, assets } = outcome.value;
  for (const [id, asset] of assets) await keepAsset(id, asset.slice().buffer);
  setSession({ template: { name: project.name, project } });
}

/** Saves everything on the shelf and in the bin as one file. Throws what the browser throws. */
export async function saveShelf(keeper: Keeper): Promise<void> {
  await keeper.idle();
  const { SHELF_ENDING, writeShelfFile } = await import('@/export/shelf-file');
  const backup = await backUp(keeper.disk);
  const day = new Date().toISOString().slice(0, 10);
  save(new Blob([writeShelfFile(backup)], { type: 'application/zip' }), fileNameOf(`Shelf ${day}`, SHELF_ENDING));
}

/** Brings back what a shelf's file holds; what stands on the shelf stays. What is none is named, and changes nothing. */
export async function bringShelf(keeper: Keeper, bytes: ArrayBuffer, fileName: string): Promise<void> {
  const { readShelfFile } = await import('@/export/shelf-file');
  const outcome = readShelfFile(new Uint8Array(bytes));
  if (!outcome.ok) {
    toast.error(fileName, { description: outcome.issues[0]?.message });
    return;
  }
  try {
    const { added, same } = await bringBack(keeper.disk, outcome.value.works, outcome.value.assets);
    const stood = same === 0 ? '' : ` ${plural(same, 'piece', 'pieces')} stood there as it is in the file.`;
    toast.success(`${plural(added, 'piece of work came', 'pieces of work came')} back to the shelf.${stood}`);
  } catch (error) {
    const why = error instanceof Error ? error.message : String(error);
    toast.error(fileName, {
      description: `Not all of it could be kept: ${why}. What stands on the shelf is as it was.`,
    });
  }
}

/** How much of the browser's space is used, in bytes; null where it does not say. */
export async function usedSpace() {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage;
  const { usage, quota } = (await storage?.estimate?.().catch(() => null)) ?? {};
  if (usage === undefined || !quota) return null;
  const lasting = (await storage?.persisted?.().catch(() => false)) ?? false;
  return { usedBytes: usage, roomBytes: quota, lasting };
}

/** Asks the browser never to clear what is kept here by itself; whether it will. */
export async function askToKeep(): Promise<boolean> {
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage;
  return (await storage?.persist?.().catch(() => false)) ?? false;
}
