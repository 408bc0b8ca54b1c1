import { toast } from 'sonner';
import type { Project } from '@/core/project/project';
import { documentStore } from '@/state/document';
import { allCards, changeCard } from '@/state/keep/cards';
import { workLock } from '@/state/keep/hold';
import type { Keeper } from '@/state/keep/keeper';
import { newestWhole } from '@/state/keep/records';
import { binWork, copyWork, dropShelved, renameWork } from '@/state/keep/shelf-work';
import { dropVersion, versionsOf } from '@/state/keep/versions';
import { sessionStore } from '@/state/session';
import type { Services } from '@/ui/services';
import { askToKeep, saveShelf, saveTemplate, startLike, usedSpace } from './shelf-files';
import { tellUnopened } from './tell-unopened';
import { tellUnreadable } from './unreadable-work';

const PICTURE_PX = 240;
/** The person looks on a while before a picture is made of the film. */
const PICTURE_DELAY_MS = 1500;

/** The shelf of work, and the versions of the open one. */
export function shelfServices(keeper: Keeper) {
  const { disk } = keeper;
  const locks = navigator.locks ?? null;
  return {
    works: {
      async list() {
        await keeper.idle();
        const elsewhere = await heldNames(locks);
        const cards = await allCards(disk);
        return cards
          .filter(({ id, untouched }) => id !== keeper.openId && !untouched)
          .map((card) => ({ ...card, elsewhere: elsewhere.has(workLock(card.id)) }));
      },
      open: (id) => openWork(keeper, id),
      copy: async (id) => void (await copyWork(disk, id, Date.now())),
      rename: (id, name) => renameWork(disk, locks, id, name),
      remove: (id) => binWork(disk, locks, id, Date.now()),
      bringBack: (id) => changeCard(disk, id, { removedMs: null }),
      drop: (id) => dropShelved(disk, locks, id),
      takeOver: () => keeper.takeOver(),
      startLike: (id) => startLike(keeper, id),
      saveTemplate: (id) => saveTemplate(keeper, id),
      saveShelf: () => saveShelf(keeper),
      space: usedSpace,
      askToKeep,
    },
    versions: {
      async list() {
        await keeper.idle();
        return keeper.openId === null ? [] : versionsOf(disk, keeper.openId);
      },
      keep: (name) => keeper.keepVersion(name),
      drop: (version) => dropVersion(disk, version),
      async look(version) {
        const issues = await keeper.versions.begin(version);
        if (issues) toast.error('This version cannot be read', { description: issues[0]?.message });
        return issues === null;
      },
      leave: () => keeper.versions.end(),
      bringBack: () => keeper.versions.bringBack(),
    },
  } satisfies Partial<Services>;
}

/** Work that any tab of this browser has open, by the names of the locks. */
async function heldNames(locks: LockManager | null): Promise<ReadonlySet<string>> {
  const held = (await locks?.query().catch(() => null))?.held ?? [];
  return new Set(held.map(({ name }) => name ?? ''));
}

/** Opens work from the shelf; what was open stands there by itself. Work that cannot be read stays where it is. */
async function openWork(keeper: Keeper, id: string): Promise<boolean> {
  try {
    const opened = await keeper.open(id);
    if (opened.kind === 'none') toast.error('This work is no longer on the shelf. Was it removed in another tab?');
    if (opened.kind === 'unreadable') tellUnreadable(opened);
    return opened.kind === 'opened';
  } catch (error) {
    tellUnopened(error);
    return false;
  }
}

/** Is there work of this id on the shelf, or in its bin? */
export async function isOnShelf(keeper: Keeper, id: string): Promise<boolean> {
  return (await newestWhole(keeper.disk, id).catch(() => null)) !== null;
}

/** Keeps a picture of the open film for the shelf, whenever it has been looked at for a while. */
export function keepPictures(
  keeper: Keeper,
  pictures: (project: Project, widthPx: number) => Promise<readonly ImageBitmap[]>,
): void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  sessionStore.subscribe(({ overview }, before) => {
    if (overview === before.overview || !overview) return;
    clearTimeout(timer);
    timer = setTimeout(() => void take().catch(() => undefined), PICTURE_DELAY_MS);
  });
  const take = async () => {
    const { project, readOnly } = documentStore.getState();
    if (!project || readOnly) return;
    await keeper.picture(project.id, await pictureOf(await pictures(project, PICTURE_PX)));
  };
}

/** A picture as a data address; `''` where there is none. */
async function pictureOf([bitmap]: readonly ImageBitmap[]): Promise<string> {
  if (!bitmap) return '';
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  canvas.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return `data:${blob.type};base64,${btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))}`;
}
