import type { Cube } from '@/core/shaping/cube';
import type { PeriodRanks } from '@/core/shaping/period-ranks';
import type { RankColumn } from './protocol';

/** The rows of the table of ranks in another order. */
export function sortRanks(ranks: PeriodRanks, cube: Cube, by: RankColumn, descending: boolean): PeriodRanks {
  if (by === 'period' && !descending) return ranks;
  const sign = descending ? -1 : 1;
  const collator = new Intl.Collator('en', { numeric: true });
  const byName = Int32Array.from(cube.categories.keys()).sort((a, b) =>
    collator.compare(cube.categories[a] ?? '', cube.categories[b] ?? ''),
  );
  const nameRank = new Int32Array(byName.length);
  byName.forEach((c, place) => {
    nameRank[c] = place;
  });
  const keys: Float64Array = Float64Array.from(ranks[by], (value) =>
    by === 'category' ? (nameRank[value] ?? 0) : value,
  );
  const order = Int32Array.from(ranks.period.keys()).sort((a, b) => {
    const [x, y] = [keys[a] ?? 0, keys[b] ?? 0];
    if (Number.isNaN(x) || Number.isNaN(y)) return Number(Number.isNaN(x)) - Number(Number.isNaN(y)) || a - b;
    return sign * (x - y) || a - b;
  });
  const take = <T extends Int32Array | Float64Array>(array: T): T =>
    array.map((_, i) => array[order[i] ?? 0] ?? 0) as T;
  return {
    period: take(ranks.period),
    category: take(ranks.category),
    rank: take(ranks.rank),
    value: take(ranks.value),
    change: take(ranks.change),
    climb: take(ranks.climb),
  };
}
