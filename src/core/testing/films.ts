import fc from 'fast-check';
import type { RaceSettings } from '../motion/race';
import { prepareRace } from '../motion/race';
import type { RankEvents } from '../motion/rank-events';
import { createFilmClock } from '../pace/film-clock';
import type { Pace } from '../pace/pace';
import { defaultPace } from '../project/defaults';
import type { MeasureText } from '../scene/text-fit';
import type { Cube } from '../shaping/cube';

/** A cube from rows of values, one row a period; null is absent. */
export function cubeOf(rows: readonly (readonly (number | null)[])[], spacing?: readonly number[]): Cube {
  const categories = (rows[0] ?? []).map((_, c) => `Category ${c}`);
  const periods = rows.map((_, p) => {
    const at = spacing?.[p] ?? p;
    return { key: String(2000 + at), instantMs: Date.UTC(2000 + at), spacing: at };
  });
  const values = Float64Array.from(rows.flat(), (value) => value ?? Number.NaN);
  return { kind: 'year', periods, categories, values };
}

/** Further values of any table, for charts that show several. */
export function withFurther(cube: Cube): Cube {
  const second = cube.values.map((value, at) => 60 - value / 2 + (at % cube.categories.length) * 5);
  const third = cube.values.map((value) => Math.abs(value) + 1);
  return {
    ...cube,
    further: { first: 'First', second: { name: 'Second', values: second }, third: { name: 'Third', values: third } },
  };
}

/** A pace of one second a period without holds. */
export const plainPace: Pace = { ...defaultPace, length: { by: 'period', sec: 1 }, holdStartSec: 0, holdEndSec: 0 };

export const plainSettings: RaceSettings = {
  places: 5,
  order: 'largest',
  between: 'linear',
  gaps: 'bridge',
  swapMode: 'at-crossing',
  swapSec: 0.5,
};

/** A prepared race of a cube. */
export function raceOf(cube: Cube, settings: Partial<RaceSettings> = {}, pace: Partial<Pace> = {}) {
  const all = { ...plainSettings, ...settings };
  const clock = createFilmClock(cube.periods, { ...plainPace, swapSec: all.swapSec, ...pace }, 30);
  return prepareRace(cube, clock, all);
}

/** Changes of rank written down: who, in which span and at which fraction of it, by how many places. */
export function rankEventsOf(
  startRank: readonly number[],
  list: readonly (readonly [k: number, span: number, fraction: number, delta: number])[],
): RankEvents {
  return {
    startRank: Int32Array.from(startRank),
    series: Int32Array.from(list, ([k]) => k),
    span: Int32Array.from(list, ([, span]) => span),
    fraction: Float64Array.from(list, ([, , fraction]) => fraction),
    delta: Int32Array.from(list, ([, , , delta]) => delta),
  };
}

/** Small whole numbers, so that ties are common; sometimes a gap. */
const cell = fc.oneof(
  { weight: 8, arbitrary: fc.integer({ min: -6, max: 12 }) },
  { weight: 1, arbitrary: fc.constant(null) },
);
const full = fc.integer({ min: -20, max: 40 });

function grid<T>(value: fc.Arbitrary<T>, maxCategories: number): fc.Arbitrary<T[][]> {
  return fc
    .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: maxCategories }))
    .chain(([periods, categories]) =>
      fc.array(fc.array(value, { minLength: categories, maxLength: categories }), {
        minLength: periods,
        maxLength: periods,
      }),
    );
}

/** Tables with ties and gaps. */
export const gappyCubes = grid(cell, 9).map((rows) => cubeOf(rows));
/** Tables without gaps. */
export const fullCubes = grid(full, 9).map((rows) => cubeOf(rows));

export const anyBetween = fc.constantFrom('linear' as const, 'monotone' as const, 'step' as const);

export const anySettings = fc.record({
  places: fc.integer({ min: 1, max: 9 }),
  order: fc.constantFrom('largest' as const, 'smallest' as const),
  between: anyBetween,
  gaps: fc.constantFrom('bridge' as const, 'carry' as const, 'zero' as const, 'absent' as const),
});

export const anyPace = fc.record({
  holdStartSec: fc.constantFrom(0, 0.7),
  holdEndSec: fc.constantFrom(0, 1.3),
  restShare: fc.constantFrom(0, 0.25),
  ease: fc.constantFrom('even' as const, 'soft' as const, 'swift' as const),
});

/** Measures text without fonts: half the size for each character. */
export const measureBySize: MeasureText = (text, font) => text.length * font.sizePx * 0.5;
