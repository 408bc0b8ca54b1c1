import { describe, expect, it } from 'vitest';
import type { Chart } from '../../project/chart';
import type { RectNode, TextNode } from '../../scene/scene';
import { filmOfFamily, leavesAt } from '../../testing/family-films';
import { cubeOf } from '../../testing/films';
import { familyOf } from '../registry';

const cube = cubeOf([
  [10, 40],
  [20, 30],
  [30, 10],
  [60, 20],
]);
const given = { domain: { kind: 'given', min: 0, max: 100 } };
const withBands = (bands: Chart['axis']['bands']) => (chart: Chart) => ({
  axis: { ...chart.axis, bands },
  dress: { ...chart.dress, axis: { ...chart.dress.axis, side: 'both' as const } },
});
const leaves = (family: string, bands: Chart['axis']['bands']) => {
  const film = filmOfFamily(familyOf(family), cube, { own: given, chart: withBands(bands) });
  return leavesAt(film, film.lengthSec);
};
const bandOf = (family: string, from: number, to: number) =>
  leaves(family, [{ from, to, label: 'Usual' }]).find((n): n is RectNode => n.kind === 'rect' && n.id === 'mark:0');

describe('a band between two values', () => {
  it.each(['lines', 'columns', 'areas', 'ranked-bars', 'compared'])(
    'is as large as its share of the axis: %s',
    (family) => {
      const lying = family === 'ranked-bars' || family === 'compared';
      const px = (from: number, to: number) => {
        const band = bandOf(family, from, to);
        return band ? (lying ? band.widthPx : band.heightPx) : 0;
      };
      const whole = px(0, 100);
      expect(whole).toBeGreaterThan(100);
      expect(px(20, 45) / whole).toBeCloseTo(0.25, 6);
      expect(px(45, 20), 'either end may be the greater').toBeCloseTo(px(20, 45), 6);
      expect(px(90, 300) / whole, 'what the axis does not hold is cut off').toBeCloseTo(0.1, 6);
      expect(px(200, 300)).toBe(0);
    },
  );

  it('is named with both values, the lower one first', () => {
    const texts = leaves('lines', [{ from: 45, to: 20, label: 'Usual' }]).flatMap((n) =>
      n.kind === 'text' ? [n.text] : [],
    );
    expect(texts).toContain('Usual 20 to 45');
    const finer = leaves('lines', [{ from: 7.5, to: 20, label: '' }]).flatMap((n) =>
      n.kind === 'text' ? [n.text] : [],
    );
    expect(finer, 'with the decimals that were given').toContain('7.5 to 20');
  });
});

describe('an axis on both sides', () => {
  it.each(['lines', 'ranked-bars'])('has each of its labels twice, and words of lines beyond them: %s', (family) => {
    const all = leaves(family, [{ from: 20, to: 45, label: 'Usual' }]);
    const ticks = all.filter((n): n is TextNode => n.kind === 'text' && n.id?.startsWith('tick:') === true);
    const near = ticks.filter(({ id }) => !id?.startsWith('tick:far:'));
    const far = ticks.filter(({ id }) => id?.startsWith('tick:far:'));
    expect(far.map(({ text }) => text)).toEqual(near.map(({ text }) => text));
    expect(near.length).toBeGreaterThan(2);
    const label = all.find((n): n is TextNode => n.id === 'mark:0:label');
    for (const tick of far) {
      if (family === 'lines') expect(label?.x).toBeGreaterThan(tick.x);
      else expect(label?.y).toBeGreaterThan(tick.y);
    }
  });
});
