import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { stepsOf } from '../families/shared/build';
import { periodTimesSec } from '../pace/film-clock';
import type { Project } from '../project/project';
import { readProject } from '../project/read-project';
import { startingCard } from '../project/starting-card';
import { demoCube } from '../testing/demo-cube';
import { measureBySize } from '../testing/films';
import { raceProject } from '../testing/projects';
import { type CuePiece, cuePlan } from './cue-plan';
import { CueWalk } from './cue-walk';
import { prepareFilm } from './prepare-film';
import { withTakenCues } from './take-cues';
import { clockOf } from './tell-film';

const cube = demoCube();
const cubes = new Map([['c1', cube]]);
const filmOf = (project: Project) => prepareFilm(project, cubes, { measure: measureBySize });

/** The demo's last year, whose bars grow one after the other. */
function built(): Project {
  const project = raceProject({
    play: { kind: 'built', periodKey: '', lengthSec: 8, steps: [] },
  });
  const charts = project.charts.map((chart) => ({
    ...chart,
    pace: { ...chart.pace, opening: { ...chart.pace.opening, how: 'grow' as const, sec: 4, stagger: 1 } },
  }));
  return { ...project, charts };
}

const gaps = (count: number) =>
  fc.array(fc.double({ min: 0.1, max: 6, noNaN: true }), { minLength: count, maxLength: count });

/** Presses after these gaps; the last one ends. */
function walked(plan: readonly CuePiece[], waits: readonly number[]) {
  const walk = new CueWalk(plan);
  let sec = 0;
  for (const wait of waits) {
    sec += wait;
    walk.press(sec);
  }
  return { walk, sec };
}

describe('speaking along a built chart', () => {
  const plan = cuePlan(filmOf(built()));
  const count = plan[0]?.cues.length ?? 0;

  it('has a cue for each mark that comes', () => {
    expect(count).toBe(10);
    expect(plan[0]?.kind).toBe('steps');
  });

  it('gives each step the time of its press, at every pace of speaking', () => {
    fc.assert(
      fc.property(gaps(count + 1), (waits) => {
        const { walk, sec } = walked(plan, waits);
        expect(walk.ended).toBe(true);
        const next = withTakenCues(built(), walk.taken(sec));
        expect(readProject(JSON.parse(JSON.stringify(next)), families).issues).toEqual([]);
        const [piece] = filmOf(next).pieces;
        if (piece.kind !== 'chart') throw new Error('no chart');
        const steps = stepsOf(piece.chart.chart, piece.family.buildOf(piece.chart.plan)).sort(
          (a, b) => a.atSec - b.atSec,
        );
        let at = 0;
        steps.forEach((step, i) => {
          at += waits[i] ?? 0;
          expect(step.atSec).toBeCloseTo(at, 3);
          expect(step.takesSec).toBeLessThanOrEqual(1.2 + 1e-9);
        });
        expect(piece.lengthSec).toBeGreaterThanOrEqual(sec - 1e-6);
      }),
      { numRuns: 25 },
    );
  });
});

describe('speaking along a race', () => {
  const project = raceProject({});
  const plan = cuePlan(filmOf(project));
  const count = plan[0]?.cues.length ?? 0;

  it('has periods reached when they are called for', () => {
    expect(count).toBe(cube.periods.length - 1);
    fc.assert(
      fc.property(gaps(count + 1), (waits) => {
        const { walk, sec } = walked(plan, waits);
        const [piece] = filmOf(withTakenCues(project, walk.taken(sec))).pieces;
        const times = periodTimesSec(clockOf(piece));
        let at = 0;
        for (let i = 1; i < times.length; i++) {
          at += waits[i - 1] ?? 0;
          expect(Math.abs((times[i] ?? 0) - at)).toBeLessThan(0.002);
        }
        expect(piece.lengthSec).toBeCloseTo(sec, 1);
      }),
      { numRuns: 10 },
    );
  });

  it('lets the others follow at the pace of the film where speaking ended early', () => {
    const { walk, sec } = walked(plan, [1, 1, 1]);
    const [piece] = filmOf(withTakenCues(project, walk.taken(sec + 2))).pieces;
    const times = periodTimesSec(clockOf(piece));
    expect([times[1], times[2], times[3]].map((each) => Math.round((each ?? 0) * 100) / 100)).toEqual([1, 2, 3]);
    expect((times[5] ?? 0) - (times[4] ?? 0)).toBeCloseTo((times[4] ?? 0) - (times[3] ?? 0), 3);
  });

  it('shows a film that never goes back while cues are given, and runs no farther than what was called for', () => {
    fc.assert(
      fc.property(gaps(6), (waits) => {
        const walk = new CueWalk(plan);
        let [sec, shown] = [0, 0];
        for (const wait of waits) {
          for (let i = 0; i < 10; i++) {
            sec += wait / 10;
            const now = walk.filmSecAt(sec);
            expect(now).toBeGreaterThanOrEqual(shown - 1e-9);
            shown = now;
          }
          walk.press(sec);
          expect(walk.filmSecAt(sec + 100)).toBeCloseTo(plan[0]?.cues[walk.progress.given - 1]?.toSec ?? 0);
        }
      }),
    );
  });

  it('gives cues by itself while it is let run, at the pace of the film', () => {
    const walk = new CueWalk(plan);
    walk.run(1, true);
    const first = plan[0]?.cues[0]?.fromSec ?? 0;
    expect(walk.filmSecAt(3)).toBeCloseTo(2 + first);
    walk.run(3, false);
    expect(walk.filmSecAt(9)).toBeCloseTo(2 + first);
    walk.run(9, true);
    walk.catchUp(500);
    expect(walk.ended).toBe(true);
    const taken = walk.taken(500)[0];
    expect(taken?.cueSec).toHaveLength(count);
    // The film stood where its first cue begins.
    expect(taken?.cueSec[0]).toBeCloseTo(1);
  });

  it('goes back to a cue and on from there', () => {
    const { walk } = walked(plan, [1, 1, 1]);
    expect(walk.back()).toBe(3);
    expect(walk.progress.given).toBe(2);
    expect(walk.back(9)).toBe(1);
    expect(walk.progress.given).toBe(0);
    walk.press(4);
    expect(walk.taken(5)[0]?.cueSec).toEqual([4]);
  });
});

describe('speaking along several pieces', () => {
  it('sets the length of each, cards too, and the sum is what was spoken', () => {
    const project = raceProject({});
    const [piece] = project.film.pieces;
    if (!piece) throw new Error('no race');
    const card = startingCard(project, 'opening', piece.id);
    const pieces = [{ ...piece, id: 'k', content: { kind: 'card' as const, card } }, piece];
    const film = { ...project, film: { ...project.film, pieces } };
    const plan = cuePlan(filmOf(film));
    expect(plan.map(({ kind }) => kind)).toEqual(['length', 'periods']);
    const { walk, sec } = walked(plan, [2.5, 1, 1]);
    const made = filmOf(withTakenCues(film, walk.taken(sec + 60)));
    expect(made.pieces[0].lengthSec).toBeCloseTo(2.5);
    expect(made.lengthSec).toBeGreaterThanOrEqual(2.5 + 62 - 1e-6);
    expect(cuePlan(made, piece.id).map(({ pieceId }) => pieceId)).toEqual([piece.id]);
  });
});
