import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PreparedFilm } from '../../film/prepare-film';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { PathNode, TextNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { expectBelow, expectSame } from '../../testing/quick-expect';
import { textFaults } from '../../testing/scene-boxes';
import { pie } from '.';
import { slicesAt } from './picture';
import type { PiePlan } from './plan';

const crossing = cubeOf([
  [40, 30, 20, 10, 4, 1],
  [30, 40, 20, 5, 9, 1],
  [10, 45, 30, 6, 12, 2],
]);
const film = (own: Record<string, unknown> = {}, cube: Cube = crossing) => filmOfFamily(pie, cube, { own });
const planOf = (film: PreparedFilm) => (chartIn(film) as unknown as { plan: PiePlan }).plan;
const at = (share: number, { lengthSec }: PreparedFilm) => share * lengthSec;

const amounts = fc.array(fc.array(fc.double({ min: 0, max: 1e9, noNaN: true }), { minLength: 5, maxLength: 5 }), {
  minLength: 2,
  maxLength: 4,
});
const some = (rows: readonly (readonly number[])[]) => rows.every((row) => row.some((value) => value > 1));

describe('the shares of a pie', () => {
  it('sum to 1, and each slice takes its share of the turn, for any table at any time', () => {
    fc.assert(
      fc.property(
        amounts.filter(some),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.integer({ min: 1, max: 6 }),
        (rows, when, places) => {
          const made = film({ places }, cubeOf(rows));
          const found = numbersAt(made, at(when, made));
          // A rest of less than a billionth has no slice.
          expect(found.reduce((sum, row) => sum + Number(row.share), 0)).toBeCloseTo(1, 8);
          for (const { from, to, share } of found) expect(Number(to) - Number(from)).toBeCloseTo(Number(share), 12);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('are of the sum of all where the rest is gathered, else of what is shown', () => {
    const first = (own: Record<string, unknown>) => numbersAt(film(own), 0);
    const gathered = first({ places: 2 });
    expect(gathered.map(({ category, share }) => [category, Number(share).toFixed(4)])).toEqual([
      ['Category 0', (40 / 105).toFixed(4)],
      ['Category 1', (30 / 105).toFixed(4)],
      ['All others', (35 / 105).toFixed(4)],
    ]);
    expect(first({ places: 2, rest: 'leave' }).map(({ share }) => Number(share).toFixed(4))).toEqual([
      (40 / 70).toFixed(4),
      (30 / 70).toFixed(4),
    ]);
  });

  it('gather what is under a limit and let it go again, without a jump', () => {
    const made = film({ places: 6, under: 0.08 });
    const named = (timeSec: number) => numbersAt(made, timeSec).filter(({ share }) => Number(share) > 0);
    expect(named(0).map(({ category }) => category)).toEqual([
      'Category 0',
      'Category 1',
      'Category 2',
      'Category 3',
      'All others',
    ]);
    expect(named(made.lengthSec).map(({ category }) => category)).toContain('Category 4');
    expect(named(made.lengthSec).map(({ category }) => category)).not.toContain('Category 3');
    let last = new Map<string, number>();
    for (let frame = 0; frame <= made.lengthSec * 240; frame++) {
      const now = new Map(numbersAt(made, frame / 240).map(({ category, share }) => [String(category), Number(share)]));
      if (frame > 0)
        for (const name of new Set([...now.keys(), ...last.keys()]))
          expectBelow(Math.abs((now.get(name) ?? 0) - (last.get(name) ?? 0)), 0.006, name);
      last = now;
    }
  });

  it('are the same whatever the unit of the values', () => {
    const scaled = { ...crossing, values: crossing.values.map((value) => value * 1000) };
    for (const when of [0, 0.31, 0.5, 0.77, 1]) {
      const [a, b] = [film(), film({}, scaled)].map((made) =>
        numbersAt(made, at(when, made)).map(({ share }) => Number(share)),
      );
      a?.forEach((share, i) => {
        expect(share).toBeCloseTo(b?.[i] ?? -1, 12);
      });
    }
  });
});

describe('the slices of a pie', () => {
  it('cover the whole round without covering each other, also while they change places', () => {
    const made = film({ places: 6 });
    for (let i = 0; i <= 200; i++) {
      const pieces = slicesAt(planOf(made), at(i / 200, made)).flatMap((slice) => slice.pieces);
      pieces.sort((a, b) => a.from - b.from);
      let end = 0;
      for (const { from, to } of pieces) {
        expect(from).toBeCloseTo(end, 9);
        end = to;
      }
      expect(end).toBeCloseTo(1, 9);
    }
  });

  it('take half a turn of a half round, which turns open from the left', () => {
    const made = film({ round: 'half' });
    const found = slicesAt(planOf(made), made.lengthSec);
    expect(Math.min(...found.map(({ from }) => from))).toBeCloseTo(-0.25, 9);
    expect(Math.max(...found.map(({ to }) => to))).toBeCloseTo(0.25, 9);
  });

  it('turn open one after the other', () => {
    const opening = { how: 'turn', sec: 2, stagger: 1, order: 'place', seed: 1, words: 'none' } as const;
    const made = filmOfFamily(pie, crossing, { chart: ({ pace }) => ({ pace: { ...pace, opening } }) });
    const sweepAt = (timeSec: number) =>
      slicesAt(planOf(made), timeSec).reduce((sum, { from, to }) => sum + to - from, 0);
    const sweeps = [0, 0.5, 1, 1.5, 2].map(sweepAt);
    expect(sweeps[0]).toBeCloseTo(0, 9);
    expect(sweeps.at(-1)).toBeCloseTo(1, 9);
    for (let i = 1; i < sweeps.length; i++) expect(sweeps[i]).toBeGreaterThan(sweeps[i - 1] ?? 0);
    // Whoever comes later is not there while the first is on its way.
    expect(slicesAt(planOf(made), 0.2).filter(({ from, to }) => to > from)).toHaveLength(1);
  });

  it('stand aside where they are pulled out', () => {
    const made = film({ pulled: ['Category 1'] });
    const plan = planOf(made);
    const away = slicesAt(plan, 0).map(({ x, y }) => Math.hypot(x - plan.x, y - plan.y));
    expect(away.map((px) => px > 1)).toEqual([false, true, false, false, false, false]);
  });

  it('show their backs when they stand out, and the fronts cover them', () => {
    const made = filmOfFamily(pie, crossing, {
      own: { hole: 0.6 },
      chart: ({ dress }) => ({ dress: { ...dress, bars: { ...dress.bars, depth: 0.5 } } }),
    });
    const ids = leavesAt(made, 0).map(({ id }) => id);
    const last = (start: string) => ids.findLastIndex((id) => id.startsWith(start));
    expect(last('rim:')).toBeGreaterThan(0);
    expect(last('hole:')).toBeGreaterThan(0);
    expect(ids.findIndex((id) => id.startsWith('slice:'))).toBeGreaterThan(Math.max(last('rim:'), last('hole:')));
  });
});

/** Do any pieces of two leaders meet? */
function cross(a: PathNode, b: PathNode): boolean {
  const pieces = ({ path: { points } }: PathNode) =>
    Array.from({ length: points.length / 2 - 1 }, (_, i) => [...points.slice(2 * i, 2 * i + 4)]);
  return pieces(a).some((one) => pieces(b).some((other) => meet(one, other)));
}

/** Do two straight lines meet? */
function meet([ax, ay, bx, by]: readonly number[], [cx, cy, dx, dy]: readonly number[]): boolean {
  const turn = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
    Math.sign((qx - px) * (ry - py) - (qy - py) * (rx - px));
  const [a, b, c, d] = [ax ?? 0, bx ?? 0, cx ?? 0, dx ?? 0];
  const [e, f, g, h] = [ay ?? 0, by ?? 0, cy ?? 0, dy ?? 0];
  return turn(a, e, b, f, c, g) !== turn(a, e, b, f, d, h) && turn(c, g, d, h, a, e) !== turn(c, g, d, h, b, f);
}

describe('the labels of a pie', () => {
  const sizes = [
    [1920, 1080],
    [1080, 1920],
    [640, 360],
  ] as const;

  it.each(sizes)('touch nothing at %d by %d, wherever they stand, and their leaders never cross', (...size) => {
    for (const own of [
      {},
      { places: 40, rest: 'leave' },
      { round: 'half' },
      { labels: 'inside', hole: 0 },
      { startAngle: -120, numbers: 'both' },
    ]) {
      const wide = cubeOf(
        Array.from({ length: 4 }, (_, p) => Array.from({ length: 14 }, (_, c) => 5 + ((c * 37 + p * 53) % 91))),
      );
      const made = filmOfFamily(pie, wide, { own, size });
      for (let i = 0; i <= 60; i++) {
        const timeSec = at(i / 60, made);
        expect(textFaults(sceneAt(made, timeSec), measureBySize)).toEqual([]);
        const leaders = leavesAt(made, timeSec).filter(
          (n): n is PathNode => n.id.startsWith('leader:') && (n.opacity ?? 1) > 0.99,
        );
        for (const [j, a] of leaders.entries())
          for (const b of leaders.slice(0, j)) expectSame(cross(a, b), false, `${i} ${a.id} ${b.id}`);
      }
    }
  });

  it('say the name with its share, its value or both', () => {
    const first = (numbers: string) => textsAt(film({ numbers }), 0, 'value')[0];
    expect(first('share')).toBe('38.1%');
    expect(first('value')).toBe('40');
    expect(first('both')).toBe('40 · 38.1%');
    expect(first('none')).toBeUndefined();
  });

  it('count in the hole, in a size in which all of its words fit', () => {
    const made = film({ hole: 0.6, middle: 'of {total}\n{leader}, {share}' });
    const lines = (timeSec: number) => leavesAt(made, timeSec).filter((n): n is TextNode => n.id.startsWith('middle:'));
    expect(lines(0).map(({ text }) => text)).toEqual(['of 105', 'Category 0, 38.1%']);
    expect(lines(made.lengthSec).map(({ text }) => text)).toEqual(['of 105', 'Category 1, 42.9%']);
    expect(textsAt(film({ hole: 0, middle: 'none' }), 0, 'total')).toEqual([]);
  });

  it('are in the legend where they do not stand outside', () => {
    const legend = textsAt(film({ labels: 'none', places: 2 }), 0, 'legend');
    expect(legend).toContain('Category 0');
    expect(legend).toContain('All others');
  });
});

describe('what a pie cannot show', () => {
  it('is refused with the names, in the picture and in words', () => {
    const made = film(
      {},
      cubeOf([
        [10, -5],
        [20, 4],
      ]),
    );
    const text = leavesAt(made, 0)
      .flatMap((n) => (n.kind === 'text' && n.id.startsWith('refusal') ? [n.text] : []))
      .join(' ');
    expect(text).toContain('Category 1');
    expect(text).toContain('Ranked bars');
    expect(readoutAt(made, 0).sentence).toContain('Category 1');
    expect(numbersAt(made, 0)).toEqual([]);
  });

  it('says so where there is nothing to share, at one time or ever', () => {
    const sometimes = film(
      {},
      cubeOf([
        [0, 0],
        [4, 6],
      ]),
    );
    expect(readoutAt(sometimes, 0).sentence).toContain('nothing to share');
    expect(readoutAt(sometimes, sometimes.lengthSec).sentence).toContain('60.0%');
    expect(
      readoutAt(
        film(
          {},
          cubeOf([
            [0, 0],
            [0, 0],
          ]),
        ),
        0,
      ).sentence,
    ).toContain('above 0');
  });

  it('is not much: one name is the whole, and one period is enough', () => {
    const made = film({}, cubeOf([[7]]));
    expect(numbersAt(made, 0)).toMatchObject([{ share: 1, from: 0, to: 1 }]);
    expect(leavesAt(made, 0).some(({ id }) => id === 'slice:0')).toBe(true);
  });
});
