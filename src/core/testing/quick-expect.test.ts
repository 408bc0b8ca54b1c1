import { describe, expect, it } from 'vitest';
import { expectBelow, expectNear, expectSame, expectSameRows, expectWithin } from './quick-expect';

describe('what is asked of very many numbers', () => {
  it('lets through what holds', () => {
    expectBelow(1, 2);
    expectWithin(1, 1, 1);
    expectNear(1, 1.5, 0.5);
    expectSame(Number.NaN, Number.NaN);
    expectSameRows(Float32Array.of(1, Number.NaN), Float32Array.of(1, Number.NaN));
  });

  it.each([
    ['below', () => expectBelow(2, 2, 'the bar'), 'the bar: 2 must be below 2'],
    ['below, of no number', () => expectBelow(Number.NaN, 2), 'NaN must be below 2'],
    ['within, too little', () => expectWithin(0.9, 1, 2), '0.9 must be between 1 and 2'],
    ['within, too much', () => expectWithin(2.1, 1, 2), '2.1 must be between 1 and 2'],
    ['within, of no number', () => expectWithin(Number.NaN, 1, 2), 'NaN must be between 1 and 2'],
    ['near', () => expectNear(1, 1.6, 0.5), '1 must be within 0.5 of 1.6'],
    ['near, of no number', () => expectNear(Number.NaN, 1, 0.5), 'NaN must be within 0.5 of 1'],
    ['the same', () => expectSame(0, -0), '0 must be 0'],
    [
      'the same rows',
      () => expectSameRows(Float32Array.of(1, 2), Float32Array.of(1, 3), 'left'),
      'left at 1: 2 must be 3',
    ],
    ['rows as long', () => expectSameRows(new Float32Array(2), new Float32Array(3)), '2 numbers must be 3'],
  ])('throws what broke: %s', (_, ask, words) => {
    expect(ask).toThrow(words);
  });
});
