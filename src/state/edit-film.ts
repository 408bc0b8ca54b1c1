import type { FilmOverview } from '@/core/film/overview';
import { beatAt } from '@/core/pace/film-clock';
import type { Caption, Extra, Moment, Picture } from '@/core/project/film-parts';
import { type Look, withLook } from '@/core/project/look';
import type { Project } from '@/core/project/project';
import { currentPiece, editPiece, type PieceDraft } from './current';
import { edit } from './document';
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

/** Puts an extra on stage, and its picture into the project where it is one, as one step; returns its id. */
export function addExtra(extra: Omit<Extra, 'id'>, picture: Picture | null = null): string {
  const id = freshId();
  edit((draft) => {
    if (picture) draft.pictures.push(picture);
    const piece = currentPiece(draft as Project) as PieceDraft;
    piece.extras.push({ ...extra, id });
  });
  return id;
}

export function changeExtra(id: string, change: Partial<Extra>, gesture: string | null = null): void {
  editPiece((piece) => changeById(piece.extras, id, change), gesture);
}

/** Changes what lies anywhere in an extra: its anchor, say. */
export function editExtra(id: string, change: (extra: Extra) => void, gesture: string | null = null): void {
  editPiece((piece) => {
    const extra = piece.extras.find((each) => each.id === id);
    if (extra) change(extra);
  }, gesture);
}

export function removeExtra(id: string): void {
  editPiece((piece) => removeById(piece.extras, id));
}

/** Moves an extra in the order of drawing. */
export function moveExtra(id: string, by: 1 | -1): void {
  editPiece((piece) => {
    const from = piece.extras.findIndex((each) => each.id === id);
    moveItem(piece.extras, from, from + by);
  });
}

/** Gives the chart that is edited a look. */
export function applyLook(look: Look): void {
  edit((draft) => {
    const { charts, film } = withLook(draft as Project, look, sessionStore.getState().pieceId);
    Object.assign(draft, { charts, film });
  });
}
