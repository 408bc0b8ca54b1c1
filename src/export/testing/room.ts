import type { PreparedFilm } from '@/core/film/prepare-film';
import type { Project } from '@/core/project/project';
import type { Cube } from '@/core/shaping/cube';
import { measureBySize } from '@/core/testing/films';
import { filmOf } from '@/core/testing/projects';
import type { Room } from '../room';
import type { Watch } from '../watch';

/** A room without a browser: the film is prepared, and nothing can be painted in it. */
export function roomOf(project: Project, cube: Cube): Room & { readonly film: PreparedFilm } {
  const cubes = new Map(project.charts.map(({ id }) => [id, cube]));
  return {
    order: { project, cubes, assets: { images: [], fonts: [] }, baseUrl: 'http://app' },
    film: filmOf(project, cube),
    resources: { measure: measureBySize, images: new Map() },
  };
}

/** A watch that writes down what it is told. @param stopAfter Cancels once so many pictures are done. */
export function watchOf(stopAfter = Number.POSITIVE_INFINITY): Watch & { readonly told: [number, number][] } {
  const controller = new AbortController();
  const told: [number, number][] = [];
  return {
    told,
    signal: controller.signal,
    gate: async () => undefined,
    onProgress: (done, count) => {
      told.push([done, count]);
      if (done >= stopAfter) controller.abort();
    },
  };
}
