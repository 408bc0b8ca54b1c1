import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coloursOf } from '../../chart/colours';
import type { PreparedFilm } from '../../film/prepare-film';
import { sceneAt } from '../../film/scene-at';
import type { Chart } from '../../project/chart';
import type { RectNode, TextNode } from '../../scene/scene';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, gappyCubes, measureBySize } from '../../testing/films';
import { expectBelow } from '../../testing/quick-expect';
import { textFaults } from '../../testing/scene-boxes';
import { columns } from '.';
import { columnsDocument } from './document';

const plain = cubeOf([
  [10, 40, 5],
  [20, 30, 8],
  [30, 10, 2],
  [60, 20, 9],
]);
const balance = cubeOf([[12], [-7], [30], [-22], [4]]);

const columnsOf = (film: PreparedFilm, timeSec: number) =>
  leavesAt(film, timeSec).filter((n): n is RectNode => n.kind === 'rect' && (n.id ?? '').startsWith('column:'));
const valuesOf = (film: PreparedFilm, timeSec: number) =>
  leavesAt(film, timeSec).filter((n): n is TextNode => n.kind === 'text' && n.subject?.part === 'value');
const withoutHolds = (chart: Chart): Partial<Chart> => ({
  pace: {
    ...chart.pace,
    holdStartSec: 0,
    holdEndSec: 0,
    opening: { ...chart.pace.opening, kind: 'none' },
  } as Chart['pace'],
});

describe('lying bars along periods', () => {
  it('have one row for each period, from the top, and lengths as their values', () => {
    const film = filmOfFamily(columns, balance, {
      own: { direction: 'lying', grouping: 'grouped' },
      chart: withoutHolds,
    });
    const bars = columnsOf(film, film.lengthSec);
    const byPeriod = new Map(bars.map((bar) => [bar.id?.split(':')[2], bar]));
    const rows = ['0', '1', '2', '3', '4'].map((p) => byPeriod.get(p) as RectNode);
    for (let p = 1; p < rows.length; p++) expect(rows[p]?.y).toBeGreaterThan((rows[p - 1] as RectNode).y);
    const unitPx = (rows[0] as RectNode).widthPx / 12;
    for (const [p, size] of [12, 7, 30, 22, 4].entries())
      expect((rows[p] as RectNode).widthPx / unitPx).toBeCloseTo(size, 6);
    const zero = (rows[0] as RectNode).x;
    for (const p of [1, 3]) {
      const bar = rows[p] as RectNode;
      expect(bar.x + bar.widthPx, 'what is below 0 ends there').toBeCloseTo(zero, 6);
    }
  });

  it('lie against the same axis as the grid does', () => {
    const film = filmOfFamily(columns, balance, {
      own: { direction: 'lying', grouping: 'grouped' },
      chart: withoutHolds,
    });
    const zero = leavesAt(film, film.lengthSec).find((n) => n.id === 'zero');
    const bar = columnsOf(film, film.lengthSec).find((n) => n.id?.endsWith(':0'));
    expect(zero?.kind === 'path' && zero.path.points[0]).toBeCloseTo((bar as RectNode).x, 6);
  });

  it('are named by a legend, since nothing stands at their heads', () => {
    const lying = filmOfFamily(columns, plain, { own: { direction: 'lying' } });
    const standing = filmOfFamily(columns, plain, {});
    expect(textsAt(lying, lying.lengthSec, 'legend')).toEqual(
      expect.arrayContaining(['Category 0', 'Category 1', 'Category 2']),
    );
    expect(textsAt(lying, lying.lengthSec, 'name')).toEqual([]);
    expect(textsAt(standing, standing.lengthSec, 'legend')).toEqual([]);
    expect(textsAt(standing, standing.lengthSec, 'name')).toHaveLength(3);
    const one = filmOfFamily(columns, balance, { own: { direction: 'lying' } });
    expect(textsAt(one, one.lengthSec, 'legend'), 'one needs none').toEqual([]);
  });

  it('give the same numbers as columns that stand', () => {
    fc.assert(
      fc.property(
        gappyCubes,
        fc.constantFrom('grouped', 'amounts'),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (cube, grouping, share) => {
          const films = ['standing', 'lying'].map((direction) =>
            filmOfFamily(columns, cube, { own: { direction, grouping } }),
          );
          const [a, b] = films.map((film) => numbersAt(film, film.lengthSec * share));
          expect(b).toEqual(a);
        },
      ),
      { numRuns: 20 },
    );
  });

  it('move without a jump', () => {
    const film = filmOfFamily(columns, plain, { own: { direction: 'lying', window: 'sliding', windowPeriods: 2 } });
    const stepSec = 1 / 240;
    let before = new Map<string, RectNode>();
    for (let t = 0; t <= film.lengthSec; t += stepSec) {
      const now = new Map(
        columnsOf(film, t)
          .filter((n) => n.id?.endsWith(':-1'))
          .map((n) => [n.id ?? '', n]),
      );
      for (const [id, { x, widthPx }] of now) {
        const last = before.get(id);
        if (last) expectBelow(Math.abs(x - last.x) + Math.abs(widthPx - last.widthPx), 20, id);
      }
      before = now;
    }
  });
});

describe('values of columns', () => {
  const inside = (film: PreparedFilm) => valuesOf(film, film.lengthSec).filter((n) => n.id?.startsWith('inside:'));
  const ends = (film: PreparedFilm) => valuesOf(film, film.lengthSec).filter((n) => n.id?.startsWith('value:'));

  it('stand inside, at the ends, or both, as chosen', () => {
    const of = (valuesAt: string) => filmOfFamily(columns, plain, { own: { values: 'all', valuesAt, heads: 'none' } });
    expect([inside(of('end')).length, ends(of('end')).length]).toEqual([0, 4]);
    expect(inside(of('inside')).length).toBeGreaterThan(6);
    expect(ends(of('inside'))).toEqual([]);
    expect(ends(of('both')).map(({ text }) => text)).toEqual(expect.arrayContaining(['55', '58', '42', '89']));
    expect(inside(of('both')).length).toBeGreaterThan(6);
  });

  it('are inside only where they fit, and within their column', () => {
    for (const direction of ['standing', 'lying']) {
      const film = filmOfFamily(columns, plain, { own: { values: 'all', valuesAt: 'inside', direction } });
      const boxes = columnsOf(film, film.lengthSec);
      for (const text of inside(film)) {
        const [, k, period] = (text.id ?? '').split(':');
        const box = boxes.find((n) => n.subject?.category === text.subject?.category && n.id?.endsWith(`:${period}`));
        expect(box, `${k} ${period}`).toBeDefined();
        const { x, y, widthPx, heightPx } = box as RectNode;
        const half = measureBySize(text.text, text.font) / 2;
        expect(text.x - half).toBeGreaterThanOrEqual(x - 0.01);
        expect(text.x + half).toBeLessThanOrEqual(x + widthPx + 0.01);
        expect(text.y).toBeLessThanOrEqual(y + heightPx);
        expect(text.y - text.font.sizePx * 0.7).toBeGreaterThanOrEqual(y);
      }
    }
  });

  it('are shares where columns lie to the whole', () => {
    const film = filmOfFamily(columns, plain, { own: { grouping: 'share', values: 'all', valuesAt: 'inside' } });
    expect(inside(film).map(({ text }) => text)).toEqual(expect.arrayContaining(['72.7%']));
  });

  it.each([
    ['standing', [1920, 1080]],
    ['lying', [1920, 1080]],
    ['lying', [1080, 1920]],
  ] as const)('never touch another text: %s %j', (direction, size) => {
    for (const cube of [plain, balance])
      for (const grouping of ['grouped', 'amounts'])
        for (const valuesAt of ['end', 'inside', 'both'])
          for (const window of ['all', 'sliding']) {
            const own = { direction, grouping, valuesAt, values: 'all', window, windowPeriods: 3 };
            const film = filmOfFamily(columns, cube, { own, size });
            for (let i = 0; i <= 40; i++)
              expect(
                textFaults(sceneAt(film, (film.lengthSec * i) / 40), measureBySize).slice(0, 2),
                `${grouping} ${valuesAt} ${window} ${i}`,
              ).toEqual([]);
          }
  });
});

describe('what is absent', () => {
  it('has neither a value on stage nor a row among the numbers', () => {
    const gaps = cubeOf([
      [null, null],
      [3, null],
      [4, 0],
    ]);
    for (const direction of ['standing', 'lying'])
      for (const grouping of ['amounts', 'grouped']) {
        const own = { direction, grouping, values: 'all', heads: 'none' };
        const film = filmOfFamily(columns, gaps, {
          own,
          chart: (chart) => ({ ...withoutHolds(chart), gaps: 'absent' }),
        });
        const rows = numbersAt(film, film.lengthSec).filter(({ period }) => period !== '');
        expect(rows.map(({ category, period, value }) => [category, period, value])).toEqual([
          ['Category 0', '2001', 3],
          ['Category 0', '2002', 4],
          ['Category 1', '2002', 0],
        ]);
        const texts = valuesOf(film, film.lengthSec).map(({ text }) => text);
        expect(texts.sort(), `${direction} ${grouping}`).toEqual(grouping === 'grouped' ? ['0', '3', '4'] : ['3', '4']);
      }
  });
});

describe('the room within a group', () => {
  it('is what columns beside each other leave free', () => {
    const widthAt = (spacingWithin: number) => {
      const film = filmOfFamily(columns, plain, { own: { grouping: 'grouped', spacingWithin } });
      return columnsOf(film, film.lengthSec)[0]?.widthPx ?? 0;
    };
    expect(widthAt(0.5)).toBeCloseTo(widthAt(0) / 2, 6);
  });
});

describe('colour by sign', () => {
  const bySign = (chart: Chart): Partial<Chart> => ({
    dress: { ...chart.dress, colour: { ...chart.dress.colour, by: 'sign', one: '#112233', highlight: '#AA0000' } },
  });

  it('tells what is below 0, in the legend too', () => {
    const film = filmOfFamily(columns, balance, { own: { grouping: 'grouped' }, chart: bySign });
    const colours = new Map(columnsOf(film, film.lengthSec).map((n) => [n.id?.split(':')[2], n.fill]));
    expect(['0', '1', '2', '3'].map((p) => colours.get(p))).toEqual(['#112233', '#AA0000', '#112233', '#AA0000']);
    expect(textsAt(film, 0, 'legend')).toEqual(['Below 0', '0 and above']);
    const chart = chartIn(film);
    expect(coloursOf(chart.chart, balance).ofSign?.(0)).toBe('#112233');
  });
});

describe('periods that stand out', () => {
  it('have columns of another colour, as soon as the film is there', () => {
    const film = filmOfFamily(columns, balance, { own: { marked: ['2002', '1900'] } });
    const fills = new Map(columnsOf(film, film.lengthSec).map((n) => [n.id?.split(':')[2], n.fill]));
    const chart = chartIn(film);
    expect(fills.get('2')).toBe(chart.chart.dress.colour.highlight);
    expect([...fills.values()].filter((fill) => fill === fills.get('2'))).toHaveLength(1);
  });
});

describe('columns of earlier versions', () => {
  it('stand as they did', () => {
    const migrated = columnsDocument.migrations[2]?.({ grouping: 'share' });
    expect(migrated).toMatchObject({
      grouping: 'share',
      direction: 'standing',
      spacingWithin: 0.08,
      valuesAt: 'end',
      marked: [],
    });
  });
});
