import type { Card } from '@/core/project/card';
import type { Chart } from '@/core/project/chart';
import type { FilmPiece } from '@/core/project/film';
import { cardOf, chartOf, heldPiece, pieceOf, tableOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import type { TableEntry } from '@/core/project/table-entry';
import type { ChartPlace } from '@/workers/protocol';
import { documentStore, edit, type ProjectDraft } from './document';
import { sessionStore } from './session';

/** The piece that is edited. */
export function currentPiece(project: Project): FilmPiece {
  return pieceOf(project, sessionStore.getState().pieceId);
}

/** The chart that is edited; null while it is a card. */
export function editedChart(project: Project): Chart | null {
  return chartOf(project, sessionStore.getState().pieceId);
}

/**
 * The chart that is edited, or, while it is a card, the first one of the film: its table stays at hand.
 *
 * @throws RangeError if the film has no chart.
 */
export function currentChart(project: Project): Chart {
  const chart = editedChart(project) ?? chartOf(project, null);
  if (!chart) throw new RangeError('film.pieces: none of them shows a chart');
  return chart;
}

/** The table of `currentChart`. @throws RangeError as it does. */
export function currentTable(project: Project): TableEntry {
  return tableOf(project, currentChart(project));
}

/** The chart that is edited, and its table, as the worker that reads tables knows them. */
export function currentPlace(project: Project): ChartPlace {
  const { id, tableId } = currentChart(project);
  return { chartId: id, tableId };
}

export type ChartDraft = ProjectDraft['charts'][number];
export type TableDraft = ProjectDraft['tables'][number];
export type PieceDraft = ProjectDraft['film']['pieces'][number];

/** The chart that is edited, in a draft. */
export function draftChart(draft: ProjectDraft): ChartDraft {
  return currentChart(draft as Project) as ChartDraft;
}

/** Changes the chart that is edited; see `edit` for gestures. A card has none, and nothing is changed in its place. */
export function editChart(recipe: (chart: ChartDraft) => void, gesture: string | null = null): void {
  const { project } = documentStore.getState();
  if (project && editedChart(project)) edit((draft) => recipe(draftChart(draft)), gesture);
}

export type CardDraft = Extract<PieceDraft['content'], { kind: 'card' }>['card'];

/**
 * Changes the card that is edited; see `edit` for gestures.
 *
 * @param pieceId The piece whose card it was when something began that takes its time, such as reading a file: that one
 *   is changed, whichever is edited by then. Where it is gone, nothing is.
 */
export function editCard(
  recipe: (card: CardDraft) => void,
  gesture: string | null = null,
  pieceId: string | null = null,
): void {
  edit((draft) => {
    const piece = draftPiece(draft, pieceId);
    if (piece?.content.kind === 'card') recipe(piece.content.card);
  }, gesture);
}

/**
 * A piece in a draft; null where it is gone.
 *
 * @param pieceId null stands for the one that is edited.
 */
export function draftPiece(draft: ProjectDraft, pieceId: string | null): PieceDraft | null {
  const project = draft as Project;
  return (pieceId === null ? currentPiece(project) : heldPiece(project, pieceId)) as PieceDraft | null;
}

/** What is edited, be it a chart or a card. @throws RangeError as `currentChart` does. */
export function currentDressed(project: Project): Chart | Card {
  return cardOf(project, sessionStore.getState().pieceId) ?? currentChart(project);
}

/**
 * Changes what is edited, be it a chart or a card; see `edit` for gestures.
 *
 * @param pieceId The piece whose chart or card it was when something began that takes its time, as for `editCard`.
 */
export function editDressed(
  recipe: (dressed: ChartDraft | CardDraft) => void,
  gesture: string | null = null,
  pieceId: string | null = null,
): void {
  edit((draft) => {
    const project = draft as Project;
    const piece = draftPiece(draft, pieceId);
    const dressed = piece && (cardOf(project, piece.id) ?? chartOf(project, piece.id));
    if (dressed) recipe(dressed as ChartDraft | CardDraft);
  }, gesture);
}

/** Changes the table of the chart that is edited; see `edit` for gestures. */
export function editTable(recipe: (table: TableDraft) => void, gesture: string | null = null): void {
  edit((draft) => recipe(currentTable(draft as Project) as TableDraft), gesture);
}

/** Changes the piece that is edited; see `edit` for gestures. */
export function editPiece(recipe: (piece: PieceDraft) => void, gesture: string | null = null): void {
  edit((draft) => recipe(currentPiece(draft as Project) as PieceDraft), gesture);
}
