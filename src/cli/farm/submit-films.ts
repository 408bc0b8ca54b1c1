import path from 'node:path';
import { endingOf } from '@/core/project/export-form';
import type { FarmPlace } from '@/core/project/farm-job';
import type { Issue } from '@/core/table/issue';
import { filmFormatIds } from '@/export/video/film-format';
import { Farm } from '@/farm/farm';
import type { FilmForm } from '@/farm/film-record';
import { productVersion, versionForJob } from '@/farm/own-version';
import { openStore } from '@/farm/store/open-store';
import { storeMark } from '@/farm/store/store-mark';
import { type FarmFilm, submit } from '@/farm/submit';
import { priorityRange, spanSecRange } from '@/farm/submit-limits';
import { sizeOf } from '../change-project';
import { type FilmInput, type FilmOptions, filmsFrom } from '../film-input';
import { withSoundsAtHand } from '../film-sounds';
import { nameWords } from '../name-words';
import { numberIn, oneOf, wholeIn } from '../numbers';
import { chromiumVersionIfAny } from './chromium-version';

/** Options of `farm submit`, as they are typed. */
export interface SubmitOptions extends FilmOptions {
  readonly groups?: string;
  readonly sizes?: string;
  readonly formats?: string;
  readonly quality?: string;
  readonly silent?: boolean;
  readonly spanSec: string;
  readonly priority: string;
  readonly name?: string;
  readonly chromium?: string;
}

/** A farm, and the product's folder. */
export interface FarmSetting extends FarmPlace {
  readonly root: string;
}

const words = [...filmFormatIds, 'webm'] as const;
const listOf = (text: string) => text.split(',').map((each) => each.trim());

/**
 * Reads films, and puts them into a farm: each group in each size and each form.
 *
 * @throws Refusal for a file or an option that cannot be taken; FarmError for a farm that does not answer.
 */
export async function submitFilms(
  files: readonly string[],
  options: SubmitOptions,
  place: FarmSetting,
): Promise<{
  readonly job: number;
  readonly films: number;
  readonly frames: number;
  readonly notes: readonly Issue[];
}> {
  const spanSec = numberIn('--span-sec', options.spanSec, spanSecRange);
  const priority = wholeIn('--priority', options.priority, priorityRange);
  const notes: Issue[] = [];
  const films: FarmFilm[] = [];
  for (const file of files) {
    const found = await filmsFrom(file, { ...options, group: options.groups });
    const heard = found.films.map(withSoundsAtHand);
    notes.push(...found.notes, ...heard.flatMap((each) => each.notes));
    for (const { film } of heard) films.push(...variantsOf(film, file, options));
  }
  const farm = await Farm.open(place.queue);
  try {
    const store = await openStore(place.store, `submit-${process.pid}`);
    const chromium = options.chromium ?? chromiumVersionIfAny();
    const own = { product: productVersion(place.root), store: await storeMark(store) };
    const version = await versionForJob(farm, own, chromium, options.chromium !== undefined);
    const name = options.name ?? files.map((file) => path.basename(file)).join(', ');
    const made = await submit(farm, store, films, { name, version, spanSec, priority });
    return { ...made, films: films.length, notes };
  } finally {
    await farm.close();
  }
}

/** A film in all sizes and forms that are wanted. */
function variantsOf(film: FilmInput, file: string, options: SubmitOptions): FarmFilm[] {
  const sizes = options.sizes === undefined ? [film.project.film.stage] : listOf(options.sizes).map(sizeOf);
  const formats = listOf(options.formats ?? 'mp4').map((each) => oneOf('--formats', each, words));
  const quality = oneOf('--quality', options.quality ?? 'good', ['light', 'good', 'best'] as const);
  const stem = path.basename(file, path.extname(file));
  return sizes.flatMap(({ widthPx, heightPx }) => {
    const stage = { ...film.project.film.stage, widthPx, heightPx };
    const project = { ...film.project, film: { ...film.project.film, stage } };
    return formats.map((word): FarmFilm => {
      const clear = stage.background.kind === 'clear';
      const formatId = word === 'webm' ? (clear ? 'webm-alpha' : 'webm-vp9') : word;
      const form: FilmForm = {
        kind: 'film',
        formatId,
        widthPx,
        heightPx,
        quality,
        ...(options.silent ? { silent: true } : {}),
      };
      const size = options.sizes === undefined ? '' : `${widthPx}x${heightPx}`;
      const kind = formats.length > 1 && word.includes('-') ? word : '';
      const name = [stem, film.group ?? '', size, kind].map(nameWords).filter(Boolean).join('-') || 'film';
      return { ...film, project, form, name: `${name}${endingOf(form)}` };
    });
  });
}
