import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { smoothedState } from './smoothed-state';

const turns = fc
  .array(fc.double({ min: 0, max: 20, noNaN: true }), { maxLength: 8 })
  .map((list) => [...list].sort((a, b) => a - b));

describe('a state that comes and goes', () => {
  it('is exactly on or off where it has not turned for half of the stretch', () => {
    const state = { startsOn: false, turnSec: [5, 9] };
    expect([0, 4.4, 5.6, 8.4, 9.6].map((sec) => smoothedState(state, sec, 1))).toEqual([0, 0, 1, 1, 0]);
    expect(smoothedState(state, 5, 1)).toBeCloseTo(0.5, 12);
    expect(smoothedState(state, 5.25, 1)).toBeCloseTo(0.75, 12);
  });

  it('never jumps, and stays in [0, 1]', () => {
    fc.assert(
      fc.property(turns, fc.boolean(), fc.double({ min: 0, max: 20, noNaN: true }), (turnSec, startsOn, sec) => {
        const at = (time: number) => smoothedState({ startsOn, turnSec }, time, 0.8);
        expect(at(sec)).toBeGreaterThanOrEqual(0);
        expect(at(sec)).toBeLessThanOrEqual(1);
        expect(Math.abs(at(sec + 0.001) - at(sec))).toBeLessThan(0.003);
      }),
    );
  });

  it('turns at once where it may take no time', () => {
    const state = { startsOn: true, turnSec: [2] };
    expect([1.999, 2.001].map((sec) => smoothedState(state, sec, 0))).toEqual([1, 0]);
  });
});
