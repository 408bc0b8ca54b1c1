import type { FilmOverview } from '@/core/film/overview';
import { pieceName } from '@/core/project/piece-name';
import { pieceOf } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';

/** The whole film as the strip shows one piece: its pieces are the beats. What belongs to one piece alone is left out. */
export function wholeFilm(overview: FilmOverview, project: Project): FilmOverview {
  const { blocks, filmSec } = overview;
  return {
    ...overview,
    fromSec: 0,
    lengthSec: filmSec,
    // A piece is there when it is half there.
    periodSec: Float64Array.from(blocks, ({ fromSec, arrivalSec }) => fromSec + arrivalSec / 2),
    periodLabels: blocks.map(({ id }) => pieceName(project, pieceOf(project, id))),
    periodKeys: [],
    spanStartSec: new Float64Array(),
    lines: [],
    slots: new Float32Array(),
    sampleCount: 0,
    leads: [],
    moments: [],
    captions: [],
    focuses: [],
    steps: [],
  };
}
