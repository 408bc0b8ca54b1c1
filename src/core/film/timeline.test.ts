import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Chart } from '../project/chart';
import type { FilmPiece } from '../project/film';
import { chartOf, pieceOf, playedCharts, withChart } from '../project/pieces';
import type { Project } from '../project/project';
import { cubeOf, measureBySize } from '../testing/films';
import { raceProject } from '../testing/projects';
import { overviewOf } from './overview';
import { periodStops } from './period-stops';
import { pieceAt } from './piece-at';
import { prepareFilm } from './prepare-film';
import { readoutAt } from './readout';
import { sceneAt } from './scene-at';
import { stopBeside } from './stop-beside';
import { tellFilm } from './tell-film';

const cube = cubeOf([
  [10, 20, 30],
  [40, 20, 30],
  [5, 50, 30],
]);
const other = cubeOf([
  [7, 1],
  [2, 9],
]);

/** A film of three pieces: two charts, and the first one once more. */
function three(on: readonly boolean[] = [true, true, true]): Project {
  const base = raceProject({ pace: { ...(raceProject().charts[0] as Chart).pace, length: { by: 'whole', sec: 4 } } });
  const [chart] = base.charts as [Chart];
  const [piece] = base.film.pieces as [FilmPiece];
  const second: Chart = { ...chart, id: 'c2', text: { ...chart.text, title: 'Second' } };
  const pieces = ['c1', 'c2', 'c1'].map((chartId, i) => ({
    ...piece,
    id: `p${i + 1}`,
    on: on[i] ?? true,
    content: { kind: 'chart' as const, chartId },
  }));
  return { ...base, charts: [chart, second], film: { ...base.film, framesPerSec: 25, pieces } };
}
const cubes = new Map([
  ['c1', cube],
  ['c2', other],
]);
const film = prepareFilm(three(), cubes, { measure: measureBySize });

describe('a film of several pieces', () => {
  it('is as long as its pieces, which stand without gaps', () => {
    expect(film.lengthSec).toBeCloseTo(12, 9);
    expect(film.frameCount).toBe(300);
    expect(film.pieces.map(({ fromSec }) => fromSec)).toEqual([0, 4, 8]);
  });

  it('shows each piece as it would be alone', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: film.frameCount - 1 }), (frame) => {
        const timeSec = frame / film.framesPerSec;
        const { piece, pieceSec } = pieceAt(film, timeSec);
        const project = three();
        const alone = { ...project, film: { ...project.film, pieces: [piece.piece] } };
        const single = prepareFilm(alone, cubes, { measure: measureBySize });
        expect(sceneAt(film, timeSec)).toEqual(sceneAt(single, pieceSec));
        expect(readoutAt(film, timeSec)).toMatchObject({ timeSec, frame, pieceId: piece.piece.id });
      }),
      { numRuns: 30 },
    );
  });

  it('leaves out pieces that are off, and plays the first one where all are', () => {
    expect(tellFilm(three([true, false, true]), cubes).pieces.map(({ piece }) => piece.id)).toEqual(['p1', 'p3']);
    expect(tellFilm(three([false, false, false]), cubes).pieces.map(({ piece }) => piece.id)).toEqual(['p1']);
  });

  it('stops at the periods of all pieces, in order', () => {
    const stops = periodStops(film);
    expect(stops).toHaveLength(3 + 2 + 3);
    expect([...stops].sort((a, b) => a - b)).toEqual(stops);
  });

  it('gives the map of the piece that is edited, and the pictures of all', () => {
    expect(overviewOf(film, 'p2').lines).toHaveLength(2);
    expect(overviewOf(film, 'p1').lines).toHaveLength(3);
    expect(overviewOf(film, 'gone').pieceId).toBe('p1');
    expect(overviewOf(film)).toMatchObject({
      filmSec: expect.closeTo(12, 9),
      fromSec: 0,
      lengthSec: expect.closeTo(4, 9),
    });
    expect(overviewOf(film, 'p2')).toMatchObject({ fromSec: expect.closeTo(4, 9), pieceId: 'p2' });
    expect(overviewOf(film).blocks.map(({ id, fromSec }) => [id, fromSec])).toEqual([
      ['p1', 0],
      ['p2', 4],
      ['p3', 8],
    ]);
  });

  it('refuses a chart without values by its name', () => {
    expect(() => tellFilm(three(), new Map([['c1', cube]]))).toThrow(/c2/);
  });
});

describe('pieces and their charts', () => {
  const project = three([false, true, true]);

  it('are found by id; another id stands for the first one that plays', () => {
    expect(pieceOf(project, 'p3').id).toBe('p3');
    expect(pieceOf(project, null).id).toBe('p2');
    expect(chartOf(project, 'gone')?.id).toBe('c2');
    expect(playedCharts(project).map(({ chart }) => chart.id)).toEqual(['c2', 'c1']);
  });

  it('change one at a time', () => {
    const changed = withChart(project, 'p2', (chart) => ({ ...chart, group: 'x' }));
    expect(changed.charts.map(({ group }) => group)).toEqual(['', 'x']);
    expect(changed.charts[0]).toBe(project.charts[0]);
  });
});

describe('stepping by periods', () => {
  it('goes to the first frame that shows the period, and to the ends beyond', () => {
    const times = fc.array(fc.double({ min: 0, max: 20, noNaN: true }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(
        times,
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.constantFrom(24, 25, 60),
        (list, now, rate) => {
          const stops = list.sort((a, b) => a - b);
          const setting = { timeSec: now, lengthSec: 20, framesPerSec: rate };
          const next = stopBeside(stops, 1, setting);
          const last = stopBeside(stops, -1, setting);
          expect(next).toBeGreaterThanOrEqual(Math.min(20, now));
          expect(last).toBeLessThanOrEqual(now + 1e-9);
          for (const stop of [next, last])
            if (stop > 0 && stop < 20) {
              expect(stop * rate).toBeCloseTo(Math.round(stop * rate), 6);
              expect(stops.some((time) => time <= stop + 1e-6 && stop - time < 1 / rate + 1e-6)).toBe(true);
            }
        },
      ),
    );
  });
});
