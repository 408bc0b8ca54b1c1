import { toast } from 'sonner';
import { knownFamilies } from '@/core/families/known';
import { documentStore, replaceProject } from '@/state/document';
import { readoutAtSec, setReadout } from '@/state/playhead';
import { setSession, workSteps } from '@/state/session';
import { Shelving } from '@/state/shelving';
import {
  binWork,
  copyWork,
  dropWork,
  listWorks,
  renameWork,
  type ShelvedWork,
  takeWork,
  unbinWork,
} from '@/state/work-shelf';
import type { Services } from '@/ui/services';

const PICTURE_PX = 240;

/** The shelf of work, wired to the stage that makes its pictures. */
export function shelfServices(pictures: Services['familyPictures']) {
  const shelving = new Shelving({
    nowMs: () => Date.now(),
    picture: async ({ charts: [chart] }) => pictureOf(await pictures(chart?.family ?? '', PICTURE_PX, 1)),
    onShelved: (name) =>
      toast(`“${name.slice(0, 60)}” is on the shelf`, { description: 'Open the shelf, or undo, to have it back.' }),
    onFailed: (name, why) =>
      toast.error(`“${name.slice(0, 60)}” could not be put on the shelf`, {
        description: `${why}. Undo brings it back: save it as a project file.`,
        duration: Number.POSITIVE_INFINITY,
      }),
  });
  const services = {
    works: {
      async list() {
        await shelving.idle();
        const open = documentStore.getState().project?.id;
        return (await listWorks()).filter(({ id }) => id !== open);
      },
      open: openWork,
      copy: async (id) => void (await copyWork(id, Date.now())),
      rename: renameWork,
      remove: (id) => binWork(id, Date.now()),
      bringBack: unbinWork,
      drop: dropWork,
    },
  } satisfies Partial<Services>;
  return { shelving, services };
}

/** Opens work from the shelf; what was open goes there by itself. Work that cannot be read stays where it is. */
async function openWork(id: string): Promise<boolean> {
  const work = await takeWork(id).catch(() => null);
  if (!work) {
    toast.error('This work is no longer on the shelf. Was it opened in another tab?');
    return false;
  }
  const { readProject } = await import('@/core/project/read-project');
  const outcome = readProject(work.project, knownFamilies);
  if (!outcome.ok) {
    toast.error(`“${work.name.slice(0, 60)}” cannot be opened`, {
      description: `${outcome.issues[0]?.message ?? 'It cannot be read.'} It stays on the shelf as it is.`,
    });
    return false;
  }
  setSession({ pieceId: null, span: null, hovered: null, picked: null, playing: false, step: stepOf(work) });
  setReadout(readoutAtSec(Number.isFinite(work.timeSec) ? work.timeSec : 0));
  replaceProject(outcome.value);
  return true;
}

const stepOf = ({ step }: ShelvedWork) => workSteps.find((each) => each === step) ?? 'dress';

/** A picture as a data address; `''` where there is none. */
async function pictureOf([bitmap]: readonly ImageBitmap[]): Promise<string> {
  if (!bitmap) return '';
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
  canvas.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
  const blob = await canvas.convertToBlob({ type: 'image/webp', quality: 0.8 });
  const bytes = new Uint8Array(await blob.arrayBuffer());
  return `data:${blob.type};base64,${btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(''))}`;
}
