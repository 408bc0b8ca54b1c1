import { describe, expect, it } from 'vitest';
import { leavesAt } from '@/core/testing/family-films';
import { cubeOf } from '@/core/testing/films';
import { filmOf, raceProject } from '@/core/testing/projects';

const gone = null;
/** Three names of which one comes later and one goes. */
const film = filmOf(
  raceProject({ places: 5 }),
  cubeOf([
    [30, 20, gone],
    [31, 21, gone],
    [32, 22, 10],
    [33, gone, 11],
    [34, gone, 12],
  ]),
);
const numbers = (timeSec: number) => leavesAt(film, timeSec).filter(({ id }) => /^rank:\d+$/.test(id ?? ''));

describe('numbers of places', () => {
  it('stand beside places that somebody takes, and beside no other', () => {
    const last = film.frameCount / film.framesPerSec;
    expect(numbers(0).map(({ id }) => id)).toEqual(['rank:0', 'rank:1']);
    expect(numbers(last).map(({ id }) => id)).toEqual(['rank:0', 'rank:1']);
  });

  it('come and go without a jump', () => {
    const seen = new Map<string, number>();
    for (let frame = 0; frame < film.frameCount; frame++) {
      const now = new Map(numbers(frame / film.framesPerSec).map(({ id, opacity }) => [id ?? '', opacity ?? 1]));
      for (const id of ['rank:0', 'rank:1', 'rank:2']) {
        const [before, after] = [seen.get(id), now.get(id) ?? 0];
        if (before !== undefined) expect(Math.abs(after - before), `${id} at frame ${frame}`).toBeLessThan(0.35);
        seen.set(id, after);
      }
    }
  });
});
