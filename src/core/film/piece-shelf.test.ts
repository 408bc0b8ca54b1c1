import { describe, expect, it } from 'vitest';
import type { Chart } from '../project/chart';
import { freshPiece } from '../project/defaults';
import type { Project } from '../project/project';
import { chartIn } from '../testing/chart-in';
import { cubeOf, measureBySize } from '../testing/films';
import { raceProject } from '../testing/projects';
import { PieceShelf } from './piece-shelf';
import { type PreparedFilm, prepareFilm } from './prepare-film';

const cube = cubeOf([
  [10, 20, 30],
  [40, 20, 30],
]);
const cubes = new Map(['c1', 'c2', 'c3'].map((id) => [id, cube]));

function three(): Project {
  const base = raceProject();
  const [chart] = base.charts as [Chart];
  const charts = ['c1', 'c2', 'c3'].map((id) => ({ ...chart, id }));
  return { ...base, charts, film: { ...base.film, pieces: charts.map(({ id }, i) => freshPiece(`p${i}`, id)) } };
}

describe('what is made of pieces', () => {
  const shelf = new PieceShelf();
  const prepare = (project: Project, fonts = 0) =>
    // A document comes from another thread as a copy.
    prepareFilm(structuredClone(project), cubes, { measure: measureBySize, shelf, fonts });
  const same = (a: PreparedFilm, b: PreparedFilm) => a.pieces.map((_, i) => chartIn(a, i) === chartIn(b, i));
  const first = prepare(three());

  it('is kept while the document says the same, and made anew for the one piece that changes', () => {
    expect(same(first, prepare(three()))).toEqual([true, true, true]);
    const project = three();
    const charts = project.charts.map((chart) =>
      chart.id === 'c2' ? { ...chart, text: { ...chart.text, title: 'Other' } } : chart,
    );
    const changed = prepare({ ...project, charts });
    expect(same(first, changed)).toEqual([true, false, true]);
    expect(chartIn(changed, 1).chart.text.title).toBe('Other');
    // As it would be without anything kept.
    const anew = prepareFilm({ ...project, charts }, cubes, { measure: measureBySize });
    expect(changed.pieces.map((_, i) => chartIn(changed, i).frame)).toEqual(
      anew.pieces.map((_, i) => chartIn(anew, i).frame),
    );
  });

  it('is made anew for all where the stage, the values or the fonts are others', () => {
    const before = prepare(three());
    expect(same(before, prepare(three(), 1))).toEqual([false, false, false]);
    const project = three();
    const tall = { ...project, film: { ...project.film, stage: { ...project.film.stage, heightPx: 1920 } } };
    expect(same(prepare(three()), prepare(tall))).toEqual([false, false, false]);
  });

  it('is let go of when the piece is', () => {
    const own = new PieceShelf();
    let made = 0;
    const make = () => ++made;
    own.once('told', 'a', [1], make);
    own.tidy();
    own.once('told', 'b', [1], make);
    own.tidy();
    expect(own.once('told', 'a', [1], make)).toBe(3);
    expect(own.once('told', 'a', [1], make)).toBe(3);
    expect(own.once('told', 'a', [2], make)).toBe(4);
  });
});
