import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { periodTimesSec } from '../pace/film-clock';
import type { Film } from '../project/film';
import type { Beat } from '../project/sound';
import { beatSec } from '../sound/beats/beat-grid';
import { demoCube } from '../testing/demo-cube';
import { raceProject } from '../testing/projects';
import { clockOf, tellFilm } from './tell-film';

const cube = demoCube();

const beat = fc.record({
  bpm: fc.double({ min: 60, max: 180, noNaN: true }),
  firstSec: fc.double({ min: 0, max: 3, noNaN: true }),
  perBar: fc.integer({ min: 2, max: 5 }),
});
const pace = fc.record({
  holdStartSec: fc.double({ min: 0, max: 3, noNaN: true }),
  holdEndSec: fc.double({ min: 0, max: 3, noNaN: true }),
  restShare: fc.constantFrom(0, 0.3),
  sec: fc.double({ min: 4, max: 40, noNaN: true }),
});
type PaceChange = typeof pace extends fc.Arbitrary<infer T> ? T : never;
const into = fc.record({
  how: fc.constantFrom('cut' as const, 'dissolve' as const),
  sec: fc.double({ min: 0.2, max: 1.5, noNaN: true }),
});

function told(
  given: Beat,
  changes: readonly PaceChange[],
  per: number,
  intos: readonly { how: 'cut' | 'dissolve'; sec: number }[],
) {
  const base = raceProject({});
  const [first] = base.charts;
  const [piece] = base.film.pieces;
  if (!first || !piece) throw new Error('no race');
  const charts = changes.map(({ sec, ...change }, i) => ({
    ...first,
    id: `c${i}`,
    pace: { ...first.pace, ...change, length: { by: 'whole' as const, sec } },
  }));
  const film: Film = {
    ...base.film,
    beat: given,
    pieces: charts.map(({ id }, i) => ({
      ...piece,
      id: `p${i}`,
      content: { kind: 'chart', chartId: id },
      onBeat: per,
      into: { ...piece.into, ...intos[i] },
    })),
  };
  return tellFilm({ ...base, charts, film }, new Map(charts.map(({ id }) => [id, cube])));
}

/** How far a time is from the nearest place of a grid. */
const off = (sec: number, first: number, each: number) => {
  const places = (sec - first) / each;
  return Math.abs(places - Math.round(places)) * each;
};

describe('pieces on the beat', () => {
  it('reach each period on a beat, begin and end on bars, and give way in whole beats', () => {
    const many = fc.array(pace, { minLength: 1, maxLength: 3 });
    fc.assert(
      fc.property(
        beat,
        many,
        fc.constantFrom(0.5, 1, 2, 4),
        fc.tuple(into, into, into),
        (given, changes, per, intos) => {
          const { pieces, lengthSec } = told(given, changes, per, intos);
          const bar = beatSec(given) * given.perBar;
          pieces.forEach((piece, i) => {
            const each = Math.min(1, per) * beatSec(given);
            for (const sec of periodTimesSec(clockOf(piece)).slice(1))
              expect(off(piece.fromSec + sec, given.firstSec, each)).toBeLessThan(1e-6);
            if (i > 0) expect(off(piece.fromSec, given.firstSec, bar)).toBeLessThan(1e-6);
            const { arrival } = piece;
            if (arrival && arrival.sec === arrival.wantedSec)
              expect(off(arrival.sec, 0, beatSec(given))).toBeLessThan(1e-6);
          });
          expect(off(lengthSec, given.firstSec, bar)).toBeLessThan(1e-6);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('give slow beats more of them, and keep seconds of their own without a beat', () => {
    const project = raceProject({});
    const [chart] = project.charts;
    const [piece] = project.film.pieces;
    if (!chart || !piece) throw new Error('no race');
    const slow = { ...chart, pace: { ...chart.pace, beats: [{ periodKey: cube.periods[1]?.key ?? '', weight: 3 }] } };
    const film = { ...project.film, beat: { bpm: 120, firstSec: 0, perBar: 4 }, pieces: [{ ...piece, onBeat: 1 }] };
    const cubes = new Map([[chart.id, cube]]);
    const [first] = tellFilm({ ...project, charts: [slow], film }, cubes).pieces;
    const times = periodTimesSec(clockOf(first));
    expect((times[2] ?? 0) - (times[1] ?? 0)).toBeCloseTo(1.5);
    expect((times[3] ?? 0) - (times[2] ?? 0)).toBeCloseTo(0.5);
    const own = tellFilm(project, cubes).lengthSec;
    expect(tellFilm({ ...project, film: { ...film, beat: null } }, cubes).lengthSec).toBe(own);
    expect(tellFilm({ ...project, film: { ...film, pieces: [piece] } }, cubes).lengthSec).toBe(own);
  });
});
