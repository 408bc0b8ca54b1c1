import { expect, it } from 'vitest';
import { cubeOf, raceOf } from '../testing/films';
import { findLeadChanges } from './lead-changes';

it('changes of lead are told in order of time, from nobody where nobody was there', () => {
  const { tracks } = raceOf(
    cubeOf([
      [null, null, null],
      [null, 3, 1],
      [null, 3, 6],
      [9, 3, 6],
    ]),
    { places: 3, gaps: 'absent' },
  );
  expect(findLeadChanges(tracks).map(({ timeSec, to, from }) => [Number(timeSec.toFixed(3)), to, from])).toEqual([
    [1, 1, -1],
    [1.4, 2, 1],
    [3, 0, 2],
  ]);
});

it('a lead that is kept is no change', () => {
  const { tracks } = raceOf(
    cubeOf([
      [9, 1],
      [8, 2],
    ]),
  );
  expect(findLeadChanges(tracks)).toEqual([]);
});
