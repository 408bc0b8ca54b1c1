import type { Project } from '@/core/project/project';
import { usualSound } from '@/core/project/sound';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import type { FilmForm } from '../film-record';
import type { FarmFilm } from '../submit';

/** Values of a race; the last one of the first row can differ. */
export const farmCube = (last = 40) =>
  cubeOf([
    [30, 20, last],
    [45, 25, 30],
    [50, 60, 20],
  ]);

/** How a film of a test differs. */
export interface FilmChange {
  readonly name?: string;
  readonly title?: string;
  readonly sec?: number;
  readonly widthPx?: number;
  readonly sound?: boolean;
  readonly last?: number;
  readonly formatId?: string;
}

/** A film of a race: 640 by 360, ten frames a second. */
export function farmFilm({
  name = 'race.mp4',
  title = 'Boats',
  sec = 12,
  widthPx = 640,
  ...more
}: FilmChange = {}): FarmFilm {
  const { sound = false, last = 40, formatId = 'mp4' } = more;
  const base = raceProject({}, { stage: { widthPx, heightPx: 360 } });
  const charts = base.charts.map((chart) => ({
    ...chart,
    text: { ...chart.text, title },
    pace: { ...chart.pace, length: { by: 'whole' as const, sec } },
  }));
  const music = {
    ...usualSound,
    id: 's',
    kind: 'music' as const,
    name: 's',
    fileName: 's.wav',
    assetId: 'a',
    fileSec: 9,
  };
  const project: Project = {
    ...base,
    charts,
    film: { ...base.film, framesPerSec: 10, sounds: sound ? [music] : [] },
  };
  const form: FilmForm = { kind: 'film', formatId, widthPx, heightPx: 360, quality: 'good' };
  const assets = new Map(sound ? [['a', new TextEncoder().encode('a sound')]] : []);
  return { project, cubes: new Map([['c1', farmCube(last)]]), assets, name, form };
}
