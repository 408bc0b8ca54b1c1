import type { Memory } from '@/core/families/memory';
import { cutFilm } from '@/core/film/cut-film';
import { SpanContents, soundContent } from '@/core/film/span-content';
import { tellFilm } from '@/core/film/tell-film';
import { endingOf } from '@/core/project/export-form';
import { addressOf } from './address';
import type { FarmSource, StoredPack } from './film-pack';
import type { FarmSpan, FilmForm, FilmRecord } from './film-record';
import type { FarmVersion } from './version';

/** What a film is planned with. */
export interface PlanSetting {
  readonly name: string;
  readonly form: FilmForm;
  readonly version: FarmVersion;
  readonly spanSec: number;
  readonly memory?: Memory;
}

/**
 * Plans a film: its spans, and where all that is made of it will lie. What is the same has the same place, whichever film and job
 * it is for.
 *
 * @param stored Where its document, values and files lie.
 */
export function planFilm({ project, cubes }: FarmSource, stored: StoredPack, setting: PlanSetting): FilmRecord {
  const { name, form, version, spanSec, memory } = setting;
  const told = tellFilm(project, cubes, memory ? { memory } : {});
  const contents = new SpanContents(project, told, stored);
  const { formatId, widthPx, heightPx, quality } = form;
  const made = { version, formatId, widthPx, heightPx, quality };
  const spans = cutFilm(told, spanSec).map((span): FarmSpan => {
    const address = addressOf([made, contents.of(span)]);
    return { ...span, part: `spans/${address.slice(0, 2)}/${address}${endingOf(form)}` };
  });
  const heard = form.silent ? null : soundContent(project, told, stored);
  const soundForm = endingOf(form) === '.mp4' ? 'm4a' : 'weba';
  const sound = heard === null ? null : `sounds/${addressOf([version, soundForm, heard])}.${soundForm}`;
  const joined = addressOf([spans.map(({ part }) => part), sound, told.framesPerSec]);
  return {
    name,
    form,
    frames: told.frameCount,
    framesPerSec: told.framesPerSec,
    pack: stored.pack,
    needs: stored.needs,
    spans,
    sound,
    joined: `joined/${joined}${endingOf(form)}`,
  };
}
