import { afterEach, expect, it } from 'vitest';
import type { Chart } from '@/core/project/chart';
import type { FilmPiece } from '@/core/project/film';
import { cubeOf } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { setSession } from '@/state/session';
import { inStage, ofAnotherGroup, type QueuedFilm } from './queued-film';

afterEach(() => setSession({ broken: new Map() }));

const cube = cubeOf([[1, 2]]);

/** Three charts: two of the group North, one of the group South on purpose. */
function film(): QueuedFilm {
  const base = raceProject();
  const [chart] = base.charts as [Chart];
  const [piece] = base.film.pieces as [FilmPiece];
  const of = (id: string, group: string): Chart => ({
    ...chart,
    id,
    group,
    fields: { ...chart.fields, group: 'Coast' },
  });
  const charts = [of('a', 'North'), of('b', 'North'), of('c', 'South')];
  const pieces = charts.map(({ id }): FilmPiece => ({ ...piece, id, content: { kind: 'chart', chartId: id } }));
  const project = { ...base, charts, film: { ...base.film, pieces } };
  return { project, cubes: new Map(charts.map(({ id }) => [id, cube])), pieceId: 'a', imageIds: [] };
}

it('a film that lacks the values of a piece is not handed over: its name and the reason are told', () => {
  const { cubes, ...rest } = film();
  const lacking = { ...rest, cubes: new Map([...cubes].filter(([id]) => id !== 'b')) };
  expect(() => inStage(lacking, null)).toThrow(/cannot be shown: Its table has no values\. Mend its table/);
  setSession({ broken: new Map([['b', 'The data of b.csv is lost.']]) });
  expect(() => inStage(lacking, null)).toThrow('The data of b.csv is lost. Mend its table');
  const off = lacking.project.film.pieces.map((piece) => ({ ...piece, on: piece.id !== 'b' }));
  const without = { ...lacking, project: { ...lacking.project, film: { ...lacking.project.film, pieces: off } } };
  expect(inStage(without, { widthPx: 320, heightPx: 180 }).project.film.stage).toMatchObject({ widthPx: 320 });
  expect(inStage(without, null)).toBe(without);
});

it('another group is taken by the chart that was edited and by those that show the same one', async () => {
  const asked: string[] = [];
  const made = await ofAnotherGroup(film(), 'West', {
    async valuesOfGroup({ chartId }, _, __, group) {
      asked.push(`${chartId} ${group}`);
      return { ok: true, value: cubeOf([[7, 8]]), issues: [] };
    },
  });
  expect(asked).toEqual(['a West', 'b West']);
  expect(made.project.charts.map(({ group }) => group)).toEqual(['West', 'West', 'South']);
  expect([...made.cubes.values()].map(({ values }) => values[0])).toEqual([7, 7, 1]);
});

it('a group without values is an error of the chart that was edited alone', async () => {
  const refuses = (lost: string) => ({
    async valuesOfGroup({ chartId }: { chartId: string }) {
      if (chartId !== lost) return { ok: true as const, value: cube, issues: [] };
      return {
        ok: false as const,
        issues: [{ code: 'no-rows-left' as const, severity: 'error' as const, message: 'None.' }],
      };
    },
  });
  await expect(ofAnotherGroup(film(), 'West', refuses('a'))).rejects.toThrow('None.');
  const made = await ofAnotherGroup(film(), 'West', refuses('b'));
  expect(made.project.charts.map(({ group }) => group)).toEqual(['West', 'North', 'South']);
});
