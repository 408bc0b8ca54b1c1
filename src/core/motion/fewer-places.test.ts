import { expect, it } from 'vitest';
import { rankEventsOf } from '../testing/films';
import { amongFewerPlaces } from './fewer-places';

// Among four places: 2 passes 1, then 0; 3 comes on in the last place and goes on to the third.
const events = rankEventsOf(
  [0, 1, 2, 4],
  [
    [2, 1, 0.2, -1],
    [1, 1, 0.2, 1],
    [2, 1, 0.6, -1],
    [0, 1, 0.6, 1],
    [3, 2, 0, -1],
    [3, 3, 0.5, -1],
    [1, 3, 0.5, 1],
  ],
);
const told = (places: number, indexOf: number[]) => {
  const { startRank, series, span, fraction, delta } = amongFewerPlaces(events, places, Int32Array.from(indexOf));
  return { startRank: [...startRank], changes: Array.from(series, (k, i) => [k, span[i], fraction[i], delta[i]]) };
};

it('whoever stands behind fewer places is off stage, and changes there are none', () => {
  expect(told(2, [0, 1, 2, -1])).toEqual({
    startRank: [0, 1, 2],
    changes: [
      [2, 1, 0.2, -1],
      [1, 1, 0.2, 1],
      [2, 1, 0.6, -1],
      [0, 1, 0.6, 1],
    ],
  });
  expect(told(1, [0, -1, 1, -1])).toEqual({
    startRank: [0, 1],
    changes: [
      [1, 1, 0.6, -1],
      [0, 1, 0.6, 1],
    ],
  });
});

it('among as many places all changes stay', () => {
  expect(told(4, [0, 1, 2, 3]).changes).toHaveLength(events.series.length);
});
