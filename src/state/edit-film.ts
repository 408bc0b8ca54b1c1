import type { FilmOverview } from '@/core/chart/overview';
import { beatAt } from '@/core/pace/film-clock';
import type { Caption, Extra, Moment } from '@/core/project/film-parts';
import type { Look } from '@/core/project/looks';
import { edit, type ProjectDraft } from './document';
import { freshId } from './fresh-id';

type FilmDraft = ProjectDraft['film'];

/** Changes what belongs to the film rather than to a chart; see `edit` for gestures. */
export function editFilm(recipe: (film: FilmDraft) => void, gesture: string | null = null): void {
  edit((draft) => recipe(draft.film), gesture);
}

/** The moment of a time, kept by its period. */
export function momentAt(overview: Pick<FilmOverview, 'spanStartSec' | 'periodKeys'>, timeSec: number): Moment {
  const { period, share } = beatAt(overview.spanStartSec, timeSec);
  return { periodKey: overview.periodKeys[period] ?? '', share };
}

/** Adds captions at their times; returns the id of the first. */
export function addCaptions(
  cues: readonly { readonly fromSec: number; readonly toSec: number; readonly text: string }[],
  overview: FilmOverview,
): string {
  const captions = cues.map(
    ({ fromSec, toSec, text }): Caption => ({
      id: freshId(),
      text: text.slice(0, 1000),
      from: momentAt(overview, fromSec),
      to: momentAt(overview, Math.min(toSec, overview.lengthSec)),
    }),
  );
  editFilm((film) => {
    film.captions.push(...captions);
  });
  return captions[0]?.id ?? '';
}

export function changeCaption(id: string, change: Partial<Caption>, gesture: string | null = null): void {
  editFilm((film) => {
    const caption = film.captions.find((each) => each.id === id);
    if (caption) Object.assign(caption, change);
  }, gesture);
}

export function removeCaption(id: string): void {
  editFilm((film) => {
    film.captions = film.captions.filter((each) => each.id !== id);
  });
}

/** Puts an extra on stage; returns its id. */
export function addExtra(extra: Omit<Extra, 'id'>): string {
  const id = freshId();
  editFilm((film) => {
    film.extras.push({ ...extra, id });
  });
  return id;
}

export function changeExtra(id: string, change: Partial<Extra>, gesture: string | null = null): void {
  editFilm((film) => {
    const extra = film.extras.find((each) => each.id === id);
    if (extra) Object.assign(extra, change);
  }, gesture);
}

export function removeExtra(id: string): void {
  editFilm((film) => {
    film.extras = film.extras.filter((each) => each.id !== id);
  });
}

/** Moves an extra in the order of drawing. */
export function moveExtra(id: string, by: 1 | -1): void {
  editFilm((film) => {
    const from = film.extras.findIndex((each) => each.id === id);
    const to = from + by;
    if (from < 0 || to < 0 || to >= film.extras.length) return;
    const [extra] = film.extras.splice(from, 1);
    if (extra) film.extras.splice(to, 0, extra);
  });
}

/** Gives the chart on stage a look. */
export function applyLook(look: Look): void {
  edit((draft) => {
    const chart = draft.charts.find(({ id }) => id === draft.film.sequence[0]);
    if (chart) chart.dress = look.dress as typeof chart.dress;
    draft.film.stage.background = look.background as typeof draft.film.stage.background;
  });
}
