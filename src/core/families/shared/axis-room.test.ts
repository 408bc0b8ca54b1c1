import { describe, expect, it } from 'vitest';
import { roomFor } from './axis-room';

describe('the room of an axis', () => {
  it('holds 0 where it has to, and ends at the values', () => {
    expect(roomFor(2, 5, true)).toEqual([0, 5]);
    expect(roomFor(-5, -2, true)).toEqual([-5, 0]);
  });

  it('goes a little beyond the values where it need not', () => {
    expect(roomFor(100, 200, false)).toEqual([94, 206]);
  });

  it('takes a part of the value itself where all are the same, or differ by rounding alone', () => {
    expect(roomFor(50, 50, false)).toEqual([47, 53]);
    const [low, high] = roomFor(0.3, 0.1 + 0.2, false);
    expect(low).toBeCloseTo(0.282, 12);
    expect(high).toBeCloseTo(0.318, 12);
    expect(roomFor(0, 0, false)).toEqual([-1, 1]);
  });

  it('is from 0 to 1 where there is nothing', () => {
    expect(roomFor(Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, false)).toEqual([0, 1]);
    expect(roomFor(Number.NaN, 1, true)).toEqual([0, 1]);
  });
});
