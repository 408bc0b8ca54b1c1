import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockOf, tellFilm } from '../film/tell-film';
import { createFilmClock, periodTimesSec, positionAt, timeOf } from '../pace/film-clock';
import { BEND_LIMITS, bentFraction } from '../pace/step-warp';
import { defaultPace } from '../project/defaults';
import { demoCube } from '../testing/demo-cube';
import { rankEventsOf } from '../testing/films';
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
  const events = (fraction: number) =>
    rankEventsOf(
      [0, 1],
      [
        [1, 3, fraction, -1],
        [0, 3, fraction, 1],
      ],
    );

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

  it('are the highest place that is taken in a step, the first such one, and none at its ends', () => {
    // Who is on which place at the start: 0, 1, 2, 3. Times at which a beat falls: every half second; a step takes two.
    const bent = (list: Parameters<typeof rankEventsOf>[1]) =>
      withSwapsOnBeats(clock, rankEventsOf([0, 1, 2, 3], list), grid).warps;
    const first = bent([
      [3, 1, 0.2, -1],
      [2, 1, 0.2, 1],
      [1, 1, 0.3, -1],
      [0, 1, 0.3, 1],
      [0, 1, 0.6, -1],
      [1, 1, 0.6, 1],
    ]);
    expect([...(first ?? [])]).toEqual([[0, { at: 0.25, fraction: 0.3 }]]);
    // Ranks go on from one step to the next: here the second place is taken, then the first.
    const second = bent([
      [3, 1, 0.3, -2],
      [3, 3, 0.4, -1],
      [2, 3, 0.7, -1],
    ]);
    expect([...(second ?? [])]).toEqual([
      [0, { at: 0.25, fraction: 0.3 }],
      [1, { at: 0.5, fraction: 0.4 }],
    ]);
    expect(bent([[3, 1, 0, -1]])).toBeUndefined();
    expect(bent([[3, 1, 1, -1]])).toBeUndefined();
    expect(bent([[3, 2, 0.3, -1]])).toBeUndefined();
    expect(bent([[0, 1, 0.3, 1]])).toBeUndefined();
  });

  it('bend no more than the limits allow, on either side', () => {
    const at = (fraction: number, firstSec: number) =>
      withSwapsOnBeats(clock, events(fraction), { firstSec, eachSec: 100 }).warps?.get(1);
    const from = timeOf(clock, 3, 0);
    // A travel of two seconds: at half of it, a beat may come no later than 2.5 times as slow lets it.
    expect(at(0.5, from + 1.59)).toEqual({ at: expect.closeTo(0.795, 9), fraction: 0.5 });
    expect(at(0.5, from + 1.61)).toBeUndefined();
    expect(at(0.5, from + 0.41)).toEqual({ at: expect.closeTo(0.205, 9), fraction: 0.5 });
    expect(at(0.5, from + 0.39)).toBeUndefined();
    expect(at(0.2, from + 0.99)).toEqual({ at: expect.closeTo(0.495, 9), fraction: 0.2 });
    expect(at(0.2, from + 1.01)).toBeUndefined();
    // Outside of the step there is nothing to be drawn to.
    expect(at(0.05, from - 0.01)).toBeUndefined();
    expect(at(0.95, from + 2.01)).toBeUndefined();
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
