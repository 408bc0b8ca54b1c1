import { describe, expect, it } from 'vitest';
import type { PreparedFilm } from '../../film/prepare-film';
import { readoutAt } from '../../film/readout';
import { sceneAt } from '../../film/scene-at';
import type { Chart } from '../../project/chart';
import { looks } from '../../project/looks';
import type { RectNode } from '../../scene/scene';
import type { Cube } from '../../shaping/cube';
import { type CubeParts, sumOfParts } from '../../shaping/parts';
import { chartIn } from '../../testing/chart-in';
import { type FamilyChange, filmOfFamily, leavesAt, numbersAt, textsAt } from '../../testing/family-films';
import { cubeOf, measureBySize } from '../../testing/films';
import { textFaults } from '../../testing/scene-boxes';
import { compared } from '.';

const filmOf = (cube: Cube, change?: FamilyChange) => filmOfFamily(compared, cube, change);
const columnsOf = (film: PreparedFilm, timeSec: number) =>
  leavesAt(film, timeSec).filter((n): n is RectNode => n.kind === 'rect' && (n.id ?? '').startsWith('column:'));

const plain = cubeOf([
  [10, 40],
  [20, 30],
  [30, 10],
  [60, 20],
]);

function divided(rows: readonly (readonly (number | null)[])[], partCount = 2): Cube {
  const width = (rows[0]?.length ?? 0) / partCount;
  const parts: CubeParts = {
    names: Array.from({ length: partCount }, (_, i) => `Part ${i + 1}`),
    pairs: Array.from({ length: width * partCount }, (_, i) => [Math.floor(i / partCount), i % partCount] as const),
    values: Float64Array.from(rows.flat(), (value) => value ?? Number.NaN),
  };
  const cube = cubeOf(rows.map(() => new Array<number>(width).fill(0)));
  return { ...cube, values: sumOfParts(parts, rows.length, width), parts };
}

describe('columns of periods', () => {
  it('compare the first and the last one, the latest with the value that is reached', () => {
    const film = filmOf(plain);
    const at = (share: number) => {
      const { spanStartSec } = chartIn(film).course.clock;
      const [from, to] = [spanStartSec[1] ?? 0, spanStartSec[spanStartSec.length - 2] ?? 0];
      return numbersAt(film, from + (to - from) * share).map(({ category, period, value }) => [
        category,
        period,
        value,
      ]);
    };
    const [b, a] = plain.categories.slice(0, 2).reverse();
    // The greatest at the end stands first.
    expect(at(0)).toEqual([
      [a, '2000', 10],
      [b, '2000', 40],
    ]);
    expect(at(1)).toEqual([
      [a, '2000', 10],
      [a, '2003', 60],
      [b, '2000', 40],
      [b, '2003', 20],
    ]);
    const half = at(0.5);
    expect(half.map(([, , value]) => Math.round(Number(value) * 1e9) / 1e9)).toEqual([10, 25, 40, 20]);
  });

  it('are those that were chosen, in order of time; what the data has not is left out', () => {
    const film = filmOf(plain, { own: { periods: ['2002', '1850', '2001'] } });
    const rows = numbersAt(film, film.lengthSec);
    expect(rows.map(({ period }) => period)).toEqual(['2001', '2002', '2001', '2002']);
    expect(textsAt(film, 0, 'legend')).toEqual(['2001', '2002']);
    const none = filmOf(plain, { own: { periods: ['1850'] } });
    expect(textsAt(none, 0, 'legend')).toEqual(['2000', '2003']);
    expect(textsAt(filmOf(cubeOf([[3, 4]])), 0, 'legend')).toEqual(['2000']);
  });

  it('stand within their groups, which never overlap, and come out of one another without a jump', () => {
    const film = filmOf(plain, { own: { periods: ['2000', '2001', '2003'] } });
    let before = new Map<string, number>();
    for (let frame = 0; frame < film.frameCount; frame++) {
      const columns = columnsOf(film, frame / film.framesPerSec);
      const reach = [0, 1].map((c) => {
        const own = columns.filter(({ id }) => id?.startsWith(`column:${c}:`));
        return [Math.min(...own.map(({ y }) => y)), Math.max(...own.map(({ y, heightPx }) => y + heightPx))] as const;
      });
      const [first, second] = reach.sort((a, b) => a[0] - b[0]);
      expect(first?.[1] ?? 0).toBeLessThan(second?.[0] ?? 0);
      for (const { id = '', y } of columns)
        if (before.has(id)) expect(Math.abs(y - (before.get(id) ?? 0))).toBeLessThan(12);
      before = new Map(columns.map(({ id = '', y }) => [id, y]));
    }
  });
});

describe('columns of parts', () => {
  const cube = divided([
    [10, 30, 5, 15],
    [20, 40, 25, null],
  ]);

  it('have the value of each part, on each other their sum, to the whole their share', () => {
    const values = (own: Record<string, unknown>) => numbersAt(filmOf(cube, { own: { order: 'table', ...own } }), 0);
    expect(values({}).map(({ part, value }) => [part, value])).toEqual([
      ['Part 1', 10],
      ['Part 2', 30],
      ['Part 1', 5],
      ['Part 2', 15],
    ]);
    expect(values({ grouping: 'amounts' }).map(({ base, top }) => [base, top])).toEqual([
      [0, 10],
      [10, 40],
      [0, 5],
      [5, 20],
    ]);
    expect(values({ grouping: 'share' }).map(({ base, top }) => [base, top])).toEqual([
      [0, 0.25],
      [0.25, 1],
      [0, 0.25],
      [0.25, 1],
    ]);
  });

  it('lose a part that goes little by little, and pile what is below 0 downwards', () => {
    const film = filmOf(cube, { own: { order: 'table' } });
    const { spanStartSec } = chartIn(film).course.clock;
    const middle = ((spanStartSec[1] ?? 0) + (spanStartSec[2] ?? 0)) / 2;
    expect(numbersAt(film, middle).at(-1)).toMatchObject({ part: 'Part 2', value: 7.5 });
    const mixed = filmOf(divided([[10, -4]]), { own: { grouping: 'amounts' } });
    expect(numbersAt(mixed, 0).map(({ base, top }) => [base, top])).toEqual([
      [0, 10],
      [-4, 0],
    ]);
  });

  it('refuse shares of what is below 0, on stage and in words', () => {
    const film = filmOf(divided([[10, -4, 3, 2]]), { own: { grouping: 'share' } });
    const words = leavesAt(film, 0)
      .flatMap((n) => (n.kind === 'text' ? [n.text] : []))
      .join(' ');
    expect(words).toContain('Shares need values of 0 and above');
    expect(readoutAt(film, 0).sentence).toContain('Not drawn');
  });

  it('give way to periods where the table has none, and say so', () => {
    const film = filmOf(plain, { own: { of: 'parts' } });
    expect(numbersAt(film, 0)[0]).toHaveProperty('period');
    expect(readoutAt(film, 0).sentence).toContain('The table has no parts, so periods are compared.');
  });
});

describe('texts keep apart and stay on stage', () => {
  const named = (cube: Cube): Cube => ({
    ...cube,
    categories: cube.categories.map(
      (_, c) => `North Tern Rock and the Lesser Skerries with all their lighthouses ${c}`,
    ),
  });
  const wavy = (periods: number, width: number, size: number, low = 2) =>
    cubeOf(
      Array.from({ length: periods }, (_, p) =>
        Array.from({ length: width }, (_, c) => size * (low + Math.sin(p * 1.7 + c * 2.3))),
      ),
    );
  const tables: readonly (readonly [string, Cube])[] = [
    ['long names', named(wavy(4, 9, 1234.5))],
    ['huge values', wavy(3, 12, 1e15)],
    ['mixed signs', named(wavy(5, 8, 1500, 0))],
    ['one category', wavy(3, 1, 10)],
    ['one period', wavy(1, 6, 10)],
    ['fifty groups', wavy(3, 50, 10)],
    [
      'nothing but gaps',
      cubeOf([
        [null, 3],
        [null, null],
      ]),
    ],
    [
      'parts',
      named(
        divided(
          Array.from({ length: 3 }, (_, p) => Array.from({ length: 24 }, (_, i) => 5 + ((i * 7 + p * 11) % 40))),
          4,
        ),
      ),
    ],
  ];
  it.each(tables)('%s', (_, cube) => {
    for (const size of [
      [1920, 1080],
      [1080, 1920],
      [1080, 1080],
    ] as const)
      for (const direction of ['lying', 'standing'] as const)
        for (const grouping of ['grouped', 'amounts'] as const) {
          const chart = (base: Chart) => ({
            dress: { ...base.dress, bars: { ...base.dress.bars, direction } },
            text: { ...base.text, title: 'What was, and what has become of it' },
          });
          const film = filmOf(cube, { own: { grouping, most: 50 }, chart, size });
          for (let i = 0; i <= 11; i++)
            expect(
              textFaults(sceneAt(film, (film.lengthSec * i) / 11), measureBySize).slice(0, 2),
              `${direction} ${grouping} ${size}`,
            ).toEqual([]);
        }
  });

  it.each(looks.map((look) => [look.name, look] as const))('in the look %s', (_, look) => {
    const film = filmOf(named(wavy(4, 7, 300)), { chart: () => ({ dress: look.dress }) });
    for (let i = 0; i <= 9; i++)
      expect(textFaults(sceneAt(film, (film.lengthSec * i) / 9), measureBySize).slice(0, 2)).toEqual([]);
  });
});
