import { backgroundNodes } from '../chart/background';
import type { Stage } from '../project/film';
import type { Project } from '../project/project';
import type { SceneNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
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

/**
 * Prepares a project's film.
 *
 * @param cubes The values of each chart that plays.
 * @throws RangeError if a chart has no values or its cube no period.
 */
export function prepareFilm(
  project: Project,
  cubes: Cubes,
  { measure, ...setting }: TellSetting & { readonly measure: MeasureText },
): PreparedFilm {
  const told = tellFilm(project, cubes, setting);
  const { stage } = project.film;
  const { pictures } = project;
  const pieces = told.pieces.map(
    (piece): PreparedPiece => ({ ...piece, chart: prepareChart({ ...piece, stage, pictures, measure }) }),
  );
  return {
    ...told,
    pieces: pieces as [PreparedPiece, ...PreparedPiece[]],
    project,
    stage,
    background: backgroundNodes(stage, pictures),
  };
}
