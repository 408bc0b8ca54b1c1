import type { FilmOverview } from '@/core/film/overview';
import { beatAt } from '@/core/pace/film-clock';
import type { Caption, Extra, Moment, Picture } from '@/core/project/film-parts';
import { type Look, withLook } from '@/core/project/look';
import type { Project } from '@/core/project/project';
import { currentPiece, draftPiece, editPiece, type PieceDraft } from './current';
import { edit, type ProjectDraft } from './document';
import { changeById, moveItem, removeById } from './edit-list';
import { freshId } from './fresh-id';
import { sessionStore } from './session';

/** The moment of a time, kept by its period. */
export function momentAt(overview: Pick<FilmOverview, 'spanStartSec' | 'periodKeys'>, timeSec: number): Moment {
  const { period, share } = beatAt(overview.spanStartSec, timeSec);
  return { periodKey: overview.periodKeys[period] ?? '', share };
}

/** Adds captions at their times, or puts them in place of all that there are; returns the id of the first. */
export function addCaptions(
  cues: readonly { readonly fromSec: number; readonly toSec: number; readonly text: string }[],
  overview: FilmOverview,
  replace = false,
): string {
  const captions = cues.map(
    ({ fromSec, toSec, text }): Caption => ({
      id: freshId(),
      text: text.slice(0, 1000),
      from: momentAt(overview, fromSec),
      to: momentAt(overview, Math.min(toSec, overview.lengthSec)),
    }),
  );
  editPiece((piece) => {
    piece.captions = replace ? captions : [...piece.captions, ...captions];
  });
  return captions[0]?.id ?? '';
}

export function changeCaption(id: string, change: Partial<Caption>, gesture: string | null = null): void {
  editPiece((piece) => changeById(piece.captions, id, change), gesture);
}

export function removeCaption(id: string): void {
  editPiece((piece) => removeById(piece.captions, id));
}

/**
 * Puts an extra on stage, and its picture into the project where it is one, as one step; returns its id.
 *
 * @param pieceId The piece that it was asked for, null for the one that is edited; where it is gone, nothing is added.
 */
export function addExtra(
  extra: Omit<Extra, 'id'>,
  picture: Picture | null = null,
  pieceId: string | null = null,
): string {
  const id = freshId();
  edit((draft) => {
    const piece = draftPiece(draft, pieceId);
    if (!piece) return;
    if (picture) draft.pictures.push(picture);
    piece.extras.push({ ...extra, id });
  });
  return id;
}

type ExtraList = PieceDraft['extras'];

/** The list that an extra stands in: that of the piece that is edited, or that of the whole film. */
function listOf(draft: ProjectDraft, id: string): ExtraList {
  const { extras } = currentPiece(draft as Project) as PieceDraft;
  return extras.some((each) => each.id === id) ? extras : draft.film.overlays;
}

export function changeExtra(id: string, change: Partial<Extra>, gesture: string | null = null): void {
  edit((draft) => changeById(listOf(draft, id), id, change), gesture);
}

/** Changes what lies anywhere in an extra: its anchor, say. */
export function editExtra(id: string, change: (extra: Extra) => void, gesture: string | null = null): void {
  edit((draft) => {
    const extra = listOf(draft, id).find((each) => each.id === id);
    if (extra) change(extra);
  }, gesture);
}

export function removeExtra(id: string): void {
  edit((draft) => removeById(listOf(draft, id), id));
}

/** Moves an extra in the order of drawing. */
export function moveExtra(id: string, by: 1 | -1): void {
  edit((draft) => {
    const list = listOf(draft, id);
    const from = list.findIndex((each) => each.id === id);
    moveItem(list, from, from + by);
  });
}

/**
 * Lets an extra lie over the whole film, or over the piece that is edited alone. Over the whole film it is held by the stage, and
 * there from start to end.
 */
export function layOverFilm(id: string, whole: boolean): void {
  edit((draft) => {
    const from = listOf(draft, id);
    const to = whole ? draft.film.overlays : (currentPiece(draft as Project) as PieceDraft).extras;
    const extra = from.find((each) => each.id === id);
    if (!extra || from === to) return;
    removeById(from, id);
    const held =
      extra.anchor.kind === 'stage' ? extra.anchor : ({ kind: 'stage', corner: 'centre', dx: 0, dy: 0 } as const);
    to.push(whole ? { ...extra, anchor: held, behind: false, from: null, to: null } : { ...extra });
  });
}

/** Gives the chart that is edited a look. */
export function applyLook(look: Look): void {
  edit((draft) => {
    const { charts, film } = withLook(draft as Project, look, sessionStore.getState().pieceId);
    Object.assign(draft, { charts, film });
  });
}
