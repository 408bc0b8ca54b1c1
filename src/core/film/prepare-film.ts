import { type PreparedCard, prepareCard } from '../card/prepare-card';
import { backgroundNodes } from '../chart/background';
import { overlayNodes } from '../chart/extras';
import type { Stage } from '../project/film';
import type { Project } from '../project/project';
import type { SceneNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import { PieceShelf } from './piece-shelf';
import { type PreparedChart, prepareChart } from './prepare-chart';
import {
  type Cubes,
  type TellSetting,
  type Timeline,
  type ToldChartPiece,
  type ToldPiece,
  tellFilm,
} from './tell-film';

export type { Cubes } from './tell-film';

/** A piece that is ready to be drawn. */
export type PreparedPiece = ToldPiece<PreparedChart, PreparedCard>;
export type PreparedChartPiece = ToldChartPiece<PreparedChart>;

/** Everything a film needs to be drawn, prepared once for each edit. */
export interface PreparedFilm extends Timeline<PreparedPiece> {
  readonly project: Project;
  readonly stage: Stage;
  readonly background: readonly SceneNode[];
  /** What lies over all pieces. */
  readonly overlays: readonly SceneNode[];
}

/** What a film is prepared with. */
export interface PrepareSetting extends TellSetting {
  readonly measure: MeasureText;
  /** Another number whenever texts may measure otherwise than before: fonts have come. */
  readonly fonts?: number;
}

/**
 * Prepares a project's film.
 *
 * @param cubes The values of each chart that plays.
 * @throws RangeError if a chart has no values or its cube no period.
 */
export function prepareFilm(
  project: Project,
  cubes: Cubes,
  { measure, fonts = 0, ...setting }: PrepareSetting,
): PreparedFilm {
  const { shelf = new PieceShelf() } = setting;
  const told = tellFilm(project, cubes, { ...setting, shelf });
  const { stage } = project.film;
  const { pictures } = project;
  const shared = JSON.stringify([stage, pictures]);
  const pieces = told.pieces.map((piece, i): PreparedPiece => {
    const { id } = piece.piece;
    const own = JSON.stringify(piece.piece);
    if (piece.kind === 'card') {
      // What the next piece takes the place of does not go by itself as well.
      const goes = !told.pieces[i + 1]?.arrival;
      const depends = [piece.card, own, shared, goes, measure, fonts];
      const make = () => prepareCard({ told: piece.card, piece: piece.piece, stage, pictures, goes, measure });
      return { ...piece, card: shelf.once('prepared', id, depends, make) };
    }
    const depends = [piece.chart, own, shared, measure, fonts];
    const make = () => prepareChart({ ...piece, stage, pictures, measure });
    return { ...piece, chart: shelf.once('prepared', id, depends, make) };
  });
  shelf.tidy();
  return {
    ...told,
    pieces: pieces as [PreparedPiece, ...PreparedPiece[]],
    project,
    stage,
    background: backgroundNodes(stage, pictures),
    overlays: overlayNodes(project.film, measure),
  };
}
