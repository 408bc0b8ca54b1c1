import { backgroundNodes } from '../chart/background';
import type { Stage } from '../project/film';
import type { Project } from '../project/project';
import type { SceneNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import { PieceShelf } from './piece-shelf';
import { type PreparedChart, prepareChart } from './prepare-chart';
import { type Cubes, type TellSetting, type Timeline, type ToldPiece, tellFilm } from './tell-film';

export type { Cubes } from './tell-film';

/** A piece that is ready to be drawn. */
export type PreparedPiece = ToldPiece<PreparedChart>;

/** Everything a film needs to be drawn, prepared once for each edit. */
export interface PreparedFilm extends Timeline<PreparedPiece> {
  readonly project: Project;
  readonly stage: Stage;
  readonly background: readonly SceneNode[];
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
  const pieces = told.pieces.map((piece): PreparedPiece => {
    const depends = [piece.chart, JSON.stringify(piece.piece), shared, measure, fonts];
    const make = () => prepareChart({ ...piece, stage, pictures, measure });
    return { ...piece, chart: shelf.once('prepared', piece.piece.id, depends, make) };
  });
  shelf.tidy();
  return {
    ...told,
    pieces: pieces as [PreparedPiece, ...PreparedPiece[]],
    project,
    stage,
    background: backgroundNodes(stage, pictures),
  };
}
