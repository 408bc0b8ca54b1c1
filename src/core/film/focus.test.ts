import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { alongAt, alongInView, placePeriods } from '../families/shared/along/period-places';
import { type DomainCourse, domainAt } from '../families/shared/domain';
import { createFilmClock } from '../pace/film-clock';
import { type Focus, usualFocus } from '../project/focus';
import { rangeOfFocus } from '../project/focus-range';
import type { SceneNode } from '../scene/scene';
import type { Cube } from '../shaping/cube';
import { chartIn } from '../testing/chart-in';
import { filmOfFamily } from '../testing/family-films';
import { cubeOf, plainPace } from '../testing/films';
import { expectBelow } from '../testing/quick-expect';
import type { PreparedFilm } from './prepare-film';
import { sceneAt } from './scene-at';

const lively = cubeOf(
  Array.from({ length: 6 }, (_, p) =>
    Array.from({ length: 5 }, (_, c) => 40 + 25 * Math.sin(p * 0.9 + c * 2.1) + c * 3),
  ),
);
const several: Cube = {
  ...lively,
  further: {
    first: 'a',
    second: { name: 'b', values: lively.values.map((value) => 90 - value) },
    third: { name: 'c', values: lively.values },
  },
};
const focusOn = (change: Partial<Focus>): Focus => ({
  ...usualFocus,
  id: 'f',
  from: { periodKey: '2001', share: 0.5 },
  to: { periodKey: '2003', share: 0.5 },
  names: ['Category 1'],
  ...change,
});
const filmWith = (family: (typeof families)[number], focuses: readonly Focus[]) =>
  filmOfFamily(family, several, { chart: () => ({ focuses }) });

interface Leaf {
  readonly node: SceneNode;
  readonly opacity: number;
}

/** The leaves of a moment with the opacity of their groups. */
function leavesOf(film: PreparedFilm, timeSec: number): Leaf[] {
  const visit = (nodes: readonly SceneNode[], opacity: number): Leaf[] =>
    nodes.flatMap((node) => {
      const seen = opacity * (node.opacity ?? 1);
      return node.kind === 'group' ? visit(node.children, seen) : [{ node, opacity: seen }];
    });
  return visit(sceneAt(film, timeSec).nodes, 1);
}

const ofMark = (leaves: readonly Leaf[], category: number) =>
  leaves.filter(({ node }) => node.subject?.part === 'mark' && node.subject.category === category);

describe.each(families.map((family) => [family.id, family] as const))('a focus on a chart of %s', (_, family) => {
  const focuses = [focusOn({ ring: true, note: 'Here: {period}', enlarge: true })];
  const [plain, focused] = [filmWith(family, []), filmWith(family, focuses)];
  const chart = chartIn(focused);
  const { fromSec = 0, toSec = 0 } = chart.focuses[0] ?? {};
  const middle = (fromSec + toSec) / 2;

  it('leaves the film as it is before and after its span', () => {
    expect(toSec).toBeGreaterThan(fromSec);
    for (const time of [0, fromSec - 0.01, toSec + 0.01, focused.lengthSec])
      expect(sceneAt(focused, time).nodes).toEqual(sceneAt(plain, time).nodes);
  });

  it('lets the others step back, and keeps what it is on', () => {
    const [before, now] = [plain, focused].map((film) => leavesOf(film, middle));
    const strength = (leaves: readonly Leaf[] = [], category: number) =>
      ofMark(leaves, category).reduce((most, { opacity }) => Math.max(most, opacity), 0);
    if (strength(before, 1) === 0) return;
    expect(strength(now, 1)).toBeCloseTo(strength(before, 1), 9);
    const others = [0, 2, 3, 4].filter((category) => strength(before, category) > 0);
    for (const category of others) expect(strength(now, category)).toBeLessThan(strength(before, category) * 0.35);
  });

  it('has a ring and a note that say where to look', () => {
    const now = leavesOf(focused, middle);
    if (ofMark(now, 1).length === 0) return;
    expect(now.some(({ node }) => node.id.startsWith('focus:ring:1'))).toBe(true);
    const note = now.flatMap(({ node }) =>
      node.kind === 'text' && node.id.startsWith('focus:note') ? [node.text] : [],
    );
    expect(note.join(' ')).toMatch(/^Here: 200\d$/);
  });

  it('comes and goes without a jump, also as axis and time close in', () => {
    const film = filmWith(family, [
      focusOn({
        ring: true,
        range: { min: 30, max: 60 },
        upRange: { min: 20, max: 50 },
        periods: { from: '2001', to: '2002' },
      }),
    ]);
    let last = new Map<string, number>();
    for (let frame = Math.floor(fromSec * 60) - 3; frame <= Math.ceil(toSec * 60) + 3; frame++) {
      const found = new Map<string, number>();
      for (const { node, opacity } of leavesOf(film, frame / 60)) {
        found.set(node.id, opacity);
        for (const value of Object.values(node))
          if (typeof value === 'number') expectBelow(Math.abs(value), Number.POSITIVE_INFINITY, node.id);
      }
      // What is new comes faintly, and what goes has been faint.
      for (const [id, opacity] of found) {
        const before = last.get(id);
        if (before !== undefined && /^(bar|wedge|slice|bubble|band|box|column|dot|head|ring)/.test(id))
          expectBelow(Math.abs(opacity - before), 0.25, id);
      }
      last = found;
    }
  });
});

describe('what several focuses are on', () => {
  it('stays, whoever else is looked at', () => {
    const [bars] = families;
    const film = filmWith(bars as (typeof families)[number], [
      focusOn({ id: 'a', names: ['Category 1'] }),
      focusOn({ id: 'b', names: ['Category 3'] }),
    ]);
    const { fromSec = 0, toSec = 0 } = chartIn(film).focuses[0] ?? {};
    const now = leavesOf(film, (fromSec + toSec) / 2);
    const most = (category: number) => Math.max(...ofMark(now, category).map(({ opacity }) => opacity));
    expect(most(1)).toBe(most(3));
    expect(most(0)).toBeLessThan(most(1) * 0.35);
  });

  it('lets nobody step back for a name that is not there', () => {
    const [bars] = families;
    const film = filmWith(bars as (typeof families)[number], [focusOn({ names: ['Nobody'] })]);
    const { fromSec = 0, toSec = 0 } = chartIn(film).focuses[0] ?? {};
    for (const { opacity } of ofMark(leavesOf(film, (fromSec + toSec) / 2), 0)) expect(opacity).toBeGreaterThan(0.9);
  });
});

describe('an axis that closes in', () => {
  const course: DomainCourse = { knotSec: 1, low: Float64Array.of(0, 0), high: Float64Array.of(100, 100) };
  const zoom = { fromSec: 2, toSec: 8, easeSec: 1, min: 40, max: 60 };

  it('has the range for the span, and the usual one around it', () => {
    const at = (timeSec: number) => domainAt({ ...course, zooms: [zoom] }, timeSec);
    expect(at(0)).toEqual({ min: 0, max: 100 });
    expect(at(5)).toEqual({ min: 40, max: 60 });
    expect(at(9)).toEqual({ min: 0, max: 100 });
    expect(at(2.5)).toEqual({ min: 20, max: 80 });
  });

  it('never jumps, whatever the ranges', () => {
    const range = fc.tuple(fc.integer({ min: -500, max: 500 }), fc.integer({ min: 1, max: 500 }));
    fc.assert(
      fc.property(range, fc.double({ min: 0.1, max: 3, noNaN: true }), ([min, size], easeSec) => {
        const zooms = [{ ...zoom, easeSec, min, max: min + size }];
        let last = domainAt({ ...course, zooms }, 0);
        for (let i = 1; i <= 1000; i++) {
          const now = domainAt({ ...course, zooms }, i / 100);
          const step = ((Math.abs(min) + size + 100) * 0.02) / Math.min(1, easeSec);
          expectBelow(Math.abs(now.min - last.min), step);
          expectBelow(now.min, now.max);
          last = now;
        }
      }),
      { numRuns: 30 },
    );
  });

  it('of logarithms closes in by equal multiples, and not on what has none', () => {
    const log: DomainCourse = {
      knotSec: 1,
      low: Float64Array.of(0, 0),
      high: Float64Array.of(Math.log(100), Math.log(100)),
      log: true,
    };
    const to = domainAt({ ...log, zooms: [{ ...zoom, min: 4, max: 25 }] }, 2.5);
    expect(to.min).toBeCloseTo(2, 9);
    expect(to.max).toBeCloseTo(50, 9);
    expect(domainAt({ ...log, zooms: [{ ...zoom, min: -4, max: 25 }] }, 5).max).toBeCloseTo(100, 9);
  });
});

describe('time that closes in', () => {
  it('shows its periods, but never leaves the playhead behind', () => {
    const clock = createFilmClock(lively.periods, plainPace, 30);
    const rule = { spacing: 'even', window: 'all', windowPeriods: 3 } as const;
    const focus = focusOn({
      from: { periodKey: '2000', share: 0 },
      to: { periodKey: '2005', share: 0 },
      easeSec: 0,
      periods: { from: '2001', to: '2003' },
    });
    const places = placePeriods(lively, clock, rule, [focus]);
    expect(alongInView(places, 2.5)).toMatchObject({ from: 1, to: 3 });
    expect(alongInView(places, 4.5).to).toBeGreaterThan(4);
    expect(alongInView(places, 0.5).from).toBeLessThan(1);
    expect(alongAt(places, 2.5)).toMatchObject({ from: 0, to: 5 });
    // Periods that the data no longer has close in on nothing.
    expect(placePeriods(lively, clock, rule, [{ ...focus, periods: { from: '1900', to: '2003' } }]).zooms).toEqual([]);
  });
});

describe('the range to begin with', () => {
  it('holds the values of the names within the span, with some room', () => {
    const cube = cubeOf([
      [1, 50],
      [2, 60],
      [3, 70],
      [90, 80],
    ]);
    const focus = focusOn({
      names: ['Category 0'],
      from: { periodKey: '2000', share: 0 },
      to: { periodKey: '2001', share: 0 },
    });
    expect(rangeOfFocus(cube, cube.values, focus)).toEqual({ min: 0.76, max: 3.24 });
    expect(rangeOfFocus(cube, cube.values, { ...focus, names: ['Nobody'] })).toBeNull();
    expect(rangeOfFocus(cube, cube.values, { ...focus, names: [] })?.max).toBeGreaterThan(70);
  });
});
