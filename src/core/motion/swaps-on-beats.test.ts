import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockOf, tellFilm } from '../film/tell-film';
import { createFilmClock, periodTimesSec, positionAt, timeOf } from '../pace/film-clock';
import { BEND_LIMITS, bentFraction } from '../pace/step-warp';
import { defaultPace } from '../project/defaults';
import { demoCube } from '../testing/demo-cube';
import { raceProject } from '../testing/projects';
import { withSwapsOnBeats } from './swaps-on-beats';

const inside = fc.double({ min: 0.05, max: 0.95, noNaN: true });

describe('a bend of a step', () => {
  it('goes through its point, never back, and joins its ends', () => {
    fc.assert(
      fc.property(inside, inside, (at, fraction) => {
        const warp = { at, fraction };
        expect([bentFraction(warp, 0), bentFraction(warp, 1)]).toEqual([0, 1]);
        expect(bentFraction(warp, at)).toBeCloseTo(fraction, 9);
        let last = 0;
        for (let x = 0; x <= 1; x += 0.01) {
          const now = bentFraction(warp, x);
          expect(now).toBeGreaterThanOrEqual(last - 1e-12);
          last = now;
        }
      }),
    );
  });
});

describe('changes of place on beats', () => {
  const periods = demoCube().periods.slice(0, 4);
  const pace = { ...defaultPace, length: { by: 'period' as const, sec: 2 } };
  const clock = createFilmClock(periods, pace, 30);
  const grid = { firstSec: 0.5, eachSec: 0.5 };
  /** One who takes the lead in the second step, at a fraction. */
  const events = (fraction: number) => ({
    startRank: Int32Array.of(0, 1),
    series: Int32Array.of(1, 0),
    span: Int32Array.of(3, 3),
    fraction: Float64Array.of(fraction, fraction),
    delta: Int32Array.of(-1, 1),
  });

  it('happen on the nearest beat within the step; periods are reached when they were', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        fc.constantFrom('even' as const, 'soft' as const),
        (fraction, ease) => {
          const plain = createFilmClock(periods, { ...pace, ease }, 30);
          const bent = withSwapsOnBeats(plain, events(fraction), grid);
          const sec = timeOf(bent, 3, fraction);
          expect(bent.warps?.size).toBe(1);
          expect((sec - 0.5) / 0.5).toBeCloseTo(Math.round((sec - 0.5) / 0.5), 6);
          expect(Math.abs(sec - timeOf(plain, 3, fraction))).toBeLessThanOrEqual(0.2501);
          expect(periodTimesSec(bent)).toEqual(periodTimesSec(plain));
          expect(positionAt(bent, sec).fraction).toBeCloseTo(fraction, 6);
        },
      ),
    );
  });

  it('stay where they are where the data do not allow it', () => {
    // The nearest beat is the period itself, or the way to it would be far too quick.
    expect(withSwapsOnBeats(clock, events(0.02), grid)).toBe(clock);
    expect(withSwapsOnBeats(clock, events(0.97), grid)).toBe(clock);
    expect(BEND_LIMITS[0]).toBeLessThan(1);
  });

  it('of a film that goes by the beat are drawn to it, and by no other', () => {
    const project = raceProject({});
    const cube = demoCube();
    const told = (beat: boolean) => {
      const pieces = project.film.pieces.map((piece) => ({ ...piece, onBeat: 4 }));
      const film = { ...project.film, pieces, beat: beat ? { bpm: 120, firstSec: 0, perBar: 4 } : null };
      return tellFilm({ ...project, film }, new Map([['c1', cube]])).pieces[0];
    };
    const piece = told(true);
    if (piece.kind !== 'chart') throw new Error('no chart');
    expect(clockOf(piece).warps?.size).toBeGreaterThan(5);
    expect(clockOf(told(false)).warps).toBeUndefined();
    const leads = piece.family.momentsOf(piece.chart).filter(({ kind }) => kind === 'lead');
    const near = leads.filter(({ timeSec }) => Math.abs(timeSec / 0.5 - Math.round(timeSec / 0.5)) < 1e-3);
    expect(near.length).toBeGreaterThan(0);
  });
});
