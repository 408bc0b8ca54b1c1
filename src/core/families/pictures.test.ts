import { describe, expect, it } from 'vitest';
import type { ImageNode } from '../scene/scene';
import { chartIn } from '../testing/chart-in';
import { filmOfFamily, leavesAt } from '../testing/family-films';
import { cubeOf, withFurther } from '../testing/films';
import { families } from './registry';

const cube = withFurther({
  ...cubeOf([
    [40, 30, 20, 25],
    [42, 33, 24, 21],
    [45, 31, 28, 22],
  ]),
  categories: ['Japan', 'Kenya', 'Brazil', 'France'],
});

/** What a family needs so that its marks hold pictures. */
const own: Readonly<Record<string, Record<string, unknown>>> = {
  hundred: { form: 'picture' },
  number: { places: 4 },
  pie: { labels: 'inside' },
};

describe.each(families.filter(({ uses }) => uses.has('pictures')).map((family) => [family.id, family] as const))(
  'pictures of %s',
  (_, family) => {
    const filmOf = (shown: boolean) =>
      filmOfFamily(family, cube, {
        own: own[family.id] ?? {},
        chart: ({ dress }) => ({ dress: { ...dress, pictures: { ...dress.pictures, shown } } }),
      });
    const picturesAt = (film: ReturnType<typeof filmOf>, share: number) =>
      leavesAt(film, film.lengthSec * share).filter((node): node is ImageNode => node.kind === 'image');

    it('stand with the marks of their names, on the stage, and are asked for', () => {
      const film = filmOf(true);
      const chart = chartIn(film);
      const found = picturesAt(film, 0.7);
      const named = new Set(found.map(({ subject }) => subject?.category));
      expect(named.size).toBeGreaterThanOrEqual(3);
      const ids = new Set(chart.family.imageIds(chart.plan));
      for (const { imageId, x, y, widthPx, heightPx } of found) {
        expect(ids).toContain(imageId);
        expect(x).toBeGreaterThanOrEqual(0);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(x + widthPx).toBeLessThanOrEqual(film.stage.widthPx);
        expect(y + heightPx).toBeLessThanOrEqual(film.stage.heightPx);
      }
    });

    it('are not there unless they are wanted', () => {
      const film = filmOf(false);
      expect(picturesAt(film, 0.7)).toEqual([]);
    });
  },
);
