import { describe, expect, it } from 'vitest';
import type { PreparedFilm } from '../../film/prepare-film';
import { sceneAt } from '../../film/scene-at';
import type { RectNode, TextNode } from '../../scene/scene';
import { chartIn } from '../../testing/chart-in';
import { filmOfFamily, leavesAt, numbersAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { expectBelow } from '../../testing/quick-expect';
import { textFaults } from '../../testing/scene-boxes';
import { table } from '.';
import { rowsAt } from './picture';
import type { TablePlan } from './plan';

const cube = cubeOf([
  [40, 30, 20],
  [20, 30, 40],
]);
const film = (own: Record<string, unknown> = {}, of = cube) => filmOfFamily(table, of, { own });
const planOf = (film: PreparedFilm) => (chartIn(film) as unknown as { plan: TablePlan }).plan;
const texts = (made: PreparedFilm, timeSec: number, start: string) =>
  leavesAt(made, timeSec).flatMap((n) => (n.kind === 'text' && n.id.startsWith(start) ? [n.text] : []));

describe('a table', () => {
  it('has the columns that are wanted, in their order, none on another', () => {
    const made = film({ change: 'start', share: true });
    const rooms = [...planOf(made).columns];
    expect(rooms.map(([kind]) => kind)).toEqual(['rank', 'name', 'bar', 'value', 'change', 'share', 'line']);
    rooms.slice(1).forEach(([, { x }], i) => {
      const before = rooms[i]?.[1];
      expect(x).toBeGreaterThan((before?.x ?? 0) + (before?.widthPx ?? 0));
    });
    const few = film({ ranks: false, bars: false, line: false });
    expect([...planOf(few).columns.keys()]).toEqual(['name', 'value']);
  });

  it('says in each row what its columns are about', () => {
    const made = film({ change: 'start', share: true });
    const end = made.lengthSec;
    expect(texts(made, end, 'rank:').sort()).toEqual(['1', '2', '3']);
    expect(texts(made, end, 'value:')).toEqual(['20', '30', '40']);
    expect(texts(made, end, 'change:')).toEqual(['▼ 50.0%', '■ 0.0%', '▲ 100.0%']);
    expect(texts(made, end, 'share:')).toEqual(['22.2%', '33.3%', '44.4%']);
    expect(numbersAt(made, end).map(({ category, change }) => [category, change])).toEqual([
      ['Category 2', 20],
      ['Category 1', 0],
      ['Category 0', -20],
    ]);
  });

  it('has words over its columns, of one’s own too', () => {
    expect(texts(film({ share: true, nameHead: 'Isle', valueHead: 'Tonnes' }), 0, 'head:').sort()).toEqual([
      'Isle',
      'Share',
      'Tonnes',
    ]);
    expect(texts(film({ share: true, heads: false }), 0, 'head:')).toEqual([]);
  });

  it('lines numbers up: all of a column end at one place, with digits of one width', () => {
    const values = leavesAt(film({}, cubeOf([[1234.5, 7.25, 88]])), 0).filter(
      (n): n is TextNode => n.kind === 'text' && n.id.startsWith('value:'),
    );
    expect(new Set(values.map(({ x }) => x)).size).toBe(1);
    expect(values.every(({ align, tabular }) => align === 'end' && tabular === true)).toBe(true);
    expect(new Set(values.map(({ text }) => text.split('.')[1]?.length)).size).toBe(1);
  });

  it('has bars as long as their values, from 0 both ways', () => {
    const bars = leavesAt(film({}, cubeOf([[40, 20, -20]])), 0).filter(
      (n): n is RectNode => n.kind === 'rect' && n.id.startsWith('bar:'),
    );
    expect((bars[0]?.widthPx ?? 0) / (bars[1]?.widthPx ?? 1)).toBeCloseTo(2, 9);
    expect(bars[2]?.widthPx).toBeCloseTo(bars[1]?.widthPx ?? 0, 9);
    expect((bars[2]?.x ?? 0) + (bars[2]?.widthPx ?? 0)).toBeCloseTo(bars[1]?.x ?? 0, 9);
  });

  it('changes places without a jump, and one of two that pass each other can always be read', () => {
    const made = film();
    const plan = planOf(made);
    let last = new Map<number, number>();
    for (let frame = 0; frame <= made.lengthSec * 120; frame++) {
      const rows = rowsAt(plan, frame / 120);
      for (const { category, y } of rows) {
        const before = last.get(category);
        if (before !== undefined) expectBelow(Math.abs(y - before), plan.rowPx * 0.2);
      }
      // The first of the table never steps back, for whoever is level with it does.
      expect(rows.find(({ category }) => category === 0)?.opacity).toBe(1);
      last = new Map(rows.map(({ category, y }) => [category, y]));
    }
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
    [426, 240],
  ] as const)('writes nothing on another at %d by %d', (...size) => {
    const wide = cubeOf(
      Array.from({ length: 4 }, (_, p) => Array.from({ length: 30 }, (_, c) => ((c * 37 + p * 53) % 91) * 1e4 - 2e5)),
    );
    const named = {
      ...wide,
      categories: wide.categories.map((name, i) =>
        i % 4 === 0 ? `${name}, which is a very long name indeed, longer than any` : name,
      ),
    };
    for (const own of [
      {},
      { places: 30, change: 'previous', changeAs: 'amount', share: true },
      { places: 4, bars: false, line: false },
      { order: 'smallest', valueHead: 'A head that is far too long for its column' },
    ]) {
      const made = filmOfFamily(table, named, { own, size });
      for (let i = 0; i <= 40; i++)
        expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
    }
  });
});

describe('a grid of names and periods', () => {
  const grown = cubeOf(Array.from({ length: 6 }, (_, p) => [100 + p, 50 + 2 * p, 10]));
  const grid = (own: Record<string, unknown> = {}, of = grown) =>
    filmOfFamily(table, of, { own: { layout: 'grid', gridPeriods: 3, heads: true, ...own } });
  const cells = (made: ReturnType<typeof grid>, timeSec: number) =>
    leavesAt(made, timeSec).flatMap((node) =>
      node.kind === 'text' && node.id.startsWith('value:') && (node.opacity ?? 1) > 0.5 ? [[node.id, node.text]] : [],
    );
  const startOf = (made: ReturnType<typeof grid>, period: number) =>
    chartIn(made).course.clock.spanStartSec[2 * period] ?? 0;

  it('holds exactly what the table holds, for the last periods that were reached', () => {
    const made = grid();
    expect(cells(made, startOf(made, 0))).toEqual([
      ['value:0:0', '100'],
      ['value:1:0', '50'],
      ['value:2:0', '10'],
    ]);
    const last = cells(made, startOf(made, 4)).map(([id]) => id);
    expect(last).toEqual(expect.arrayContaining(['value:0:2', 'value:0:3', 'value:0:4']));
    expect(last).not.toContain('value:0:5');
    expect(last).not.toContain('value:0:0');
    const heads = leavesAt(made, startOf(made, 4)).flatMap((n) =>
      n.kind === 'text' && n.id.startsWith('head:') ? [n.text] : [],
    );
    expect(heads).toEqual(expect.arrayContaining(['2002', '2003', '2004']));
  });

  it('moves its columns on without a jump', () => {
    const made = grid();
    let before = new Map<string, number>();
    for (let frame = 0; frame < made.frameCount; frame++) {
      const now = new Map<string, number>();
      for (const node of leavesAt(made, frame / made.framesPerSec))
        if (node.kind === 'text' && node.id.startsWith('value:') && (node.opacity ?? 1) > 0.05)
          now.set(node.id, node.x);
      for (const [id, x] of now) expectBelow(Math.abs(x - (before.get(id) ?? x)), 60, id);
      before = now;
    }
  });

  it('is shaded from the least to the greatest value, and written on it legibly', () => {
    const made = grid({ shade: true });
    const fills = new Map(
      leavesAt(made, startOf(made, 5)).flatMap((n) =>
        n.kind === 'rect' && n.id.startsWith('shade:') ? [[n.id, n.fill]] : [],
      ),
    );
    const [low, high] = chartIn(made).chart.dress.colour.ramp;
    expect(String(fills.get('shade:2:5')).toLowerCase()).toBe(low.toLowerCase());
    expect(String(fills.get('shade:0:5')).toLowerCase()).toBe(high.toLowerCase());
  });

  it.each([
    [1920, 1080],
    [1080, 1920],
  ] as const)('writes nothing on anything else at %d by %d', (...size) => {
    const wide = cubeOf(
      Array.from({ length: 9 }, (_, p) => Array.from({ length: 12 }, (_, c) => (c * 37 + p * 53) % 9100)),
    );
    const made = filmOfFamily(table, wide, { own: { layout: 'grid', places: 12 }, size });
    for (let i = 0; i <= 40; i++)
      expect(textFaults(sceneAt(made, (made.lengthSec * i) / 40), measureBySize)).toEqual([]);
  });
});

describe('long tables', () => {
  const many = cubeOf([Array.from({ length: 35 }, (_, c) => 100 - c), Array.from({ length: 35 }, (_, c) => 100 - c)]);
  const rowsIn = (long: string, share: number) => {
    const made = filmOfFamily(table, many, { own: { places: 10, long } });
    const { y, heightPx } = chartIn(made).frame.plot;
    return leavesAt(made, made.lengthSec * share)
      .flatMap((n) =>
        n.kind === 'text' && n.id.startsWith('rank:') && n.y > y && n.y < y + heightPx ? [Number(n.text)] : [],
      )
      .sort((a, b) => a - b);
  };

  it.each(['scroll', 'pages'])('%s from the first row to the last', (long) => {
    expect(rowsIn(long, 0).slice(0, 3)).toEqual([1, 2, 3]);
    expect(rowsIn(long, 1).slice(-3)).toEqual([33, 34, 35]);
    const seen = new Set(Array.from({ length: 200 }, (_, i) => rowsIn(long, i / 199)).flat());
    expect(seen.size).toBe(35);
  });

  it('leave the others out where that is wanted', () => {
    expect(rowsIn('cut', 1)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10]);
  });

  it('turn and scroll without a jump', () => {
    for (const long of ['scroll', 'pages']) {
      const made = filmOfFamily(table, many, { own: { places: 10, long } });
      let before = new Map<string, number>();
      for (let frame = 0; frame < made.frameCount; frame++) {
        const now = new Map<string, number>();
        for (const node of leavesAt(made, frame / made.framesPerSec))
          if (node.kind === 'text' && node.id.startsWith('name:')) now.set(node.id, node.y);
        // A page turns within less than a second.
        for (const [id, y] of now) expectBelow(Math.abs(y - (before.get(id) ?? y)), made.stage.heightPx * 0.08, id);
        before = now;
      }
    }
  });
});
