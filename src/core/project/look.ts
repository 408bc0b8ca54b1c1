import type { Background } from './background';
import type { Dress } from './dress';
import { pieceOf, withCard, withChart } from './pieces';
import type { Project } from './project';

/** The version of looks that this code writes. A new one comes with a migration, as projects do. */
export const LOOK_VERSION = 3;

/** A complete look: everything that can be given from one chart to another. */
export interface Look {
  readonly format: 'plucky-tempo-look';
  readonly version: typeof LOOK_VERSION;
  readonly name: string;
  readonly background: Background;
  readonly dress: Dress;
}

/** The look that a project has now, under a name. Its background loses a picture, which belongs to the project. */
export function lookOf(project: Project, dress: Dress, name: string): Look {
  const { background } = project.film.stage;
  const kept: Background = background.kind === 'picture' ? { kind: 'plain', colour: background.colour } : background;
  return { format: 'plucky-tempo-look', version: LOOK_VERSION, name, background: kept, dress };
}

/**
 * A project in another look: all of its charts and cards, but for those of pieces with a look of their own.
 *
 * @param pieceId The piece that is looked at. One with a look of its own changes alone, over the film's background.
 */
export function withLook(project: Project, { dress, background }: Look, pieceId: string | null = null): Project {
  const piece = pieceOf(project, pieceId);
  if (piece.ownLook) return dressedPiece(project, piece.id, dress);
  const dressed = project.film.pieces
    .filter(({ ownLook }) => !ownLook)
    .reduce((changed, { id }) => dressedPiece(changed, id, dress), project);
  return { ...dressed, film: { ...dressed.film, stage: { ...dressed.film.stage, background } } };
}

/** A project with the chart or the card of a piece in a dress. */
function dressedPiece(project: Project, pieceId: string, dress: Dress): Project {
  const charts = withChart(project, pieceId, (chart) => ({ ...chart, dress }));
  return withCard(charts, pieceId, (card) => ({ ...card, dress }));
}
