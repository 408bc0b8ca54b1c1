import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createStillClock, positionAt } from '../../pace/film-clock';
import { type Build, buildKinds, noBuild } from '../../pace/pace';
import { type BuiltPlay, builtPlay } from '../../project/chart';
import { defaultPace } from '../../project/defaults';
import { cubeOf } from '../../testing/films';
import { buildAt, buildTimes, comingAt, entranceOf, prepareBuild, stepsOf, turnsOf } from './build';

const marks = ['Cara', 'Ann', 'Ben'].map((name, category) => ({
  name,
  category,
  value: [3, 9, Number.NaN][category] ?? 0,
}));
const { periods } = cubeOf([[1], [2], [4]]);

function courseOf(opening: Partial<Build>, closing: object = {}, play: Partial<BuiltPlay> = {}) {
  const pace = {
    ...defaultPace,
    opening: { ...noBuild, how: 'grow' as const, sec: 3, stagger: 1, ...opening },
    closing: { ...noBuild, ...closing },
  };
  const built = { ...builtPlay, lengthSec: 10, ...play };
  const clock = createStillClock(periods, pace, 30, built.lengthSec);
  return { play: built, course: prepareBuild(clock, { pace, play: built }, (build) => turnsOf(build, marks)) };
}

describe('the order of coming', () => {
  it('is that of places, names, values or chance', () => {
    const turns = (change: Partial<Build>) => turnsOf({ ...noBuild, ...change }, marks).turns;
    expect(turns({ order: 'place' })).toEqual([0, 1, 2]);
    expect(turns({ order: 'name' })).toEqual([2, 0, 1]);
    expect(turns({ order: 'value' })).toEqual([1, 2, 0]);
    expect(turns({ order: 'random' })).toEqual(turns({ order: 'random' }));
    const seeds = new Set(Array.from({ length: 20 }, (_, seed) => turns({ order: 'random', seed }).join()));
    expect(seeds.size).toBeGreaterThan(2);
    expect(turnsOf({ ...noBuild, order: 'name' }, marks).groups.map(({ key }) => key)).toEqual(['Ann', 'Ben', 'Cara']);
  });
});

describe('an entrance', () => {
  it('begins with nothing and ends with all, whatever the kind and the turn', () => {
    for (const how of buildKinds)
      for (let turn = 0; turn < 5; turn++) {
        const build = { ...noBuild, how, stagger: 1 };
        const times = buildTimes(build, 4, 5);
        expect(entranceOf({ build, times, sec: 0 }, turn).progress).toBeCloseTo(how === 'none' ? 1 : 0, 9);
        expect(entranceOf({ build, times, sec: 4 }, turn).progress).toBeCloseTo(1, 9);
      }
  });

  it('never goes back, but for a spring', () => {
    const kinds = fc.constantFrom('grow' as const, 'fade' as const, 'wipe' as const, 'draw' as const);
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(kinds, share, share, share, (how, stagger, a, b) => {
        const build = { ...noBuild, how, stagger };
        const times = buildTimes(build, 2, 4);
        const at = (sec: number) => entranceOf({ build, times, sec }, 2).progress;
        expect(at(2 * Math.min(a, b))).toBeLessThanOrEqual(at(2 * Math.max(a, b)) + 1e-12);
      }),
    );
  });
});

describe('steps', () => {
  it('keep an even pace, all over at the end', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.integer({ min: 1, max: 50 }), (stagger, count) => {
        const { startSec, takesSec } = buildTimes({ stagger }, 6, count);
        expect(startSec[0]).toBe(0);
        expect((startSec.at(-1) ?? 0) + (takesSec.at(-1) ?? 0)).toBeCloseTo(6, 9);
      }),
    );
  });

  it('begin at a time of their own, and rest until the next one', () => {
    const steps = [
      { key: 'Ann', atSec: 2.5, takesSec: null },
      { key: 'Nobody', atSec: 1, takesSec: null },
    ];
    const { course, play } = courseOf({}, {}, { steps });
    const found = stepsOf({ play }, course);
    expect(found.map(({ key, atSec }) => [key, atSec])).toEqual([
      ['Cara', 0],
      ['Ann', 2.5],
      ['Ben', 2],
    ]);
    // Each would take a second; the last one has only half of it before the next begins.
    expect(found.map(({ takesSec }) => takesSec)).toEqual([1, 0.5, 0.5]);
    const moment = buildAt(course, 1.5);
    expect(moment && [0, 1, 2].map((turn) => entranceOf(moment, turn).progress)).toEqual([1, 0, 0]);
  });

  it('say how far each group has come, by its key, and nothing once all are there', () => {
    const { course } = courseOf({});
    expect([...comingAt(course, 1.5)].map(([key]) => key).sort()).toEqual(['Ann', 'Ben', 'Cara']);
    const moment = buildAt(course, 1.5);
    for (const [turn, { key }] of course.opening.groups.entries())
      expect(comingAt(course, 1.5).get(key)).toBe(moment && entranceOf(moment, turn).progress);
    expect(comingAt(course, course.clock.openingSec + 0.1).size).toBe(0);
    expect(comingAt(null, 0).size).toBe(0);
    expect(comingAt(courseOf({ how: 'none' }).course, 0).size).toBe(0);
  });

  it('are none where nothing moves, or the film runs through time', () => {
    const { course, play } = courseOf({ how: 'none' });
    expect(stepsOf({ play }, course)).toEqual([]);
    expect(stepsOf({ play: { kind: 'drawn' } }, courseOf({}).course)).toEqual([]);
  });
});

describe('a film of one moment', () => {
  it('stands at the last period all the time, with the run before it', () => {
    const clock = createStillClock(periods, defaultPace, 30, 7);
    for (const sec of [0, 1e-9, 3, 7]) expect(positionAt(clock, sec).position).toBe(2);
    expect([clock.lengthSec, clock.frameCount]).toEqual([7, 210]);
    const times = Array.from(clock.spanStartSec);
    expect(times.slice(0, -1).every((sec) => sec < -defaultPace.swapSec)).toBe(true);
    expect([...times].sort((a, b) => a - b)).toEqual(times);
  });

  it('gives opening and closing as much of a short film as there is', () => {
    const { course } = courseOf({ sec: 6 }, { how: 'fade', sec: 2 }, { lengthSec: 4 });
    expect([course.clock.openingSec, course.clock.closingSec]).toEqual([3, 1]);
  });

  it('can run the opening backwards as it closes, in a time of its own', () => {
    const { course } = courseOf(
      { order: 'name' },
      { how: 'backwards', sec: 1.5 },
      { steps: [{ key: 'Ben', atSec: 1.2, takesSec: null }] },
    );
    expect(course.clock.closingSec).toBe(1.5);
    for (const share of [0.05, 0.3, 0.5, 0.77, 0.99]) {
      const opens = buildAt(course, 3 * share);
      const closes = buildAt(course, 10 - 1.5 * share);
      expect([opens?.closes, closes?.closes]).toEqual([false, true]);
      for (let mark = 0; mark < 3; mark++)
        expect(closes && entranceOf(closes, closes.turns[mark] ?? 0).progress).toBeCloseTo(
          opens ? entranceOf(opens, opens.turns[mark] ?? 0).progress : -1,
          6,
        );
    }
    expect(buildAt(course, 5)).toBeNull();
  });
});
