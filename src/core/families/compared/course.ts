import { valueInStep } from '../../motion/series';
import { stepAt } from '../../motion/slots';
import { positionAt } from '../../pace/film-clock';
import type { DomainRule } from '../../scale/domain-rule';
import type { Cube } from '../../shaping/cube';
import type { CourseInput, ToldChart } from '../family';
import { constantDomain, type DomainCourse } from '../shared/domain';
import { sampledDomain } from '../shared/sampled-domain';
import { MOST_PLACES, type StandingsCourse, standingsCourse } from '../shared/standings/course';
import type { ComparedOwn } from './document';

/** A place within each group: a part, or a period. */
export interface Lane {
  /** What names it: the part, or the period's key. */
  readonly key: string;
  /** Place among the names of the parts, or among the periods. */
  readonly at: number;
}

/** One column of a group, or a part of its one column. Data units, or shares. */
export interface ComparedColumn {
  readonly lane: number;
  readonly value: number;
  readonly base: number;
  readonly top: number;
  /** How far it has come from the lane before it, where columns are periods; 1 where it stands in its own. */
  readonly moved: number;
}

/** What is compared, through a piece of the film. */
export interface ComparedCourse extends StandingsCourse {
  readonly lanes: readonly Lane[];
  readonly ofParts: boolean;
  /** Places in the cube of the categories that are shown, in the order of their groups. */
  readonly groups: readonly number[];
  /** The columns of a category at a time; those that are not there yet, or have no value, are left out. */
  columnsAt(category: number, timeSec: number): readonly ComparedColumn[];
  readonly domain: DomainCourse;
  /** Names of shown categories with parts below 0, where shares are asked for: they have none. */
  readonly negative: readonly string[];
}

/** A comparison in words. */
export type ToldCompared = ToldChart<ComparedOwn, ComparedCourse>;

/** Takes the categories that reach farthest, and says what stands in their groups at any time. */
export function comparedCourse(input: CourseInput<ComparedOwn>): ComparedCourse {
  const { chart, cube, memory } = input;
  const { own, between, gaps, pace } = chart;
  const places = Math.max(1, Math.min(MOST_PLACES, cube.categories.length));
  const settings = { places, order: 'largest', between, gaps, swapMode: 'at-crossing', swapSec: pace.swapSec } as const;
  const standings = standingsCourse(input, settings);
  const { of, periods, grouping, most, order, domain } = own;
  const ofParts = of === 'parts' && cube.parts !== undefined;
  return memory.once(
    'compared',
    [standings.race, JSON.stringify([ofParts, periods, grouping, most, order, domain])],
    () => {
      const lanes = ofParts ? partLanes(cube) : periodLanes(cube, periods);
      const groups = groupsOf(cube, most, order);
      const columnsAt = ofParts ? columnsOfParts(standings, cube, grouping) : columnsOfPeriods(standings, lanes);
      const share = ofParts && grouping === 'share';
      const parts = cube.parts;
      const negative = groups.filter(
        (c) =>
          share &&
          parts?.pairs.some(([category], i) => category === c && anyBelow(parts.values, i, parts.pairs.length)),
      );
      return {
        ...standings,
        lanes,
        ofParts,
        groups,
        columnsAt,
        domain: share ? constantDomain(0, 1) : domainOf(standings, domain, groups, columnsAt),
        negative: negative.map((c) => cube.categories[c] ?? ''),
      };
    },
  );
}

function anyBelow(values: Float64Array, from: number, stride: number): boolean {
  for (let i = from; i < values.length; i += stride) if ((values[i] ?? 0) < 0) return true;
  return false;
}

function partLanes({ parts }: Cube): Lane[] {
  return (parts?.names ?? []).map((key, at) => ({ key, at }));
}

/** The chosen periods that there are, in order of time; without any the first and the last one. */
function periodLanes(cube: Cube, keys: readonly string[]): Lane[] {
  const wanted = new Set(keys);
  const found = cube.periods.flatMap(({ key }, at) => (wanted.has(key) ? [{ key, at }] : []));
  if (found.length > 0) return found;
  const last = cube.periods.length - 1;
  return [...new Set([0, last])].map((at) => ({ key: cube.periods[at]?.key ?? '', at }));
}

function groupsOf(cube: Cube, most: number, order: ComparedOwn['order']): number[] {
  const width = cube.categories.length;
  const reach = new Float64Array(width).fill(-1);
  const last = new Float64Array(width).fill(Number.NEGATIVE_INFINITY);
  cube.values.forEach((value, at) => {
    const c = at % width;
    if (Number.isNaN(value)) return;
    reach[c] = Math.max(reach[c] ?? 0, Math.abs(value));
    last[c] = value;
  });
  const kept = Array.from(reach.keys())
    .filter((c) => (reach[c] ?? -1) >= 0)
    .sort((a, b) => (reach[b] ?? 0) - (reach[a] ?? 0) || a - b)
    .slice(0, most);
  return order === 'table' ? kept.sort((a, b) => a - b) : kept.sort((a, b) => (last[b] ?? 0) - (last[a] ?? 0) || a - b);
}

type ColumnsAt = ComparedCourse['columnsAt'];

/** The parts of a category, each going straight from period to period; one that is missing at an end comes from nothing, or goes. */
function columnsOfParts({ clock }: StandingsCourse, { parts }: Cube, grouping: ComparedOwn['grouping']): ColumnsAt {
  if (!parts) return () => [];
  const width = parts.pairs.length;
  const pairsOf = new Map<number, number[]>();
  parts.pairs.forEach(([category], i) => {
    pairsOf.set(category, [...(pairsOf.get(category) ?? []), i]);
  });
  return (category, timeSec) => {
    const { step, s } = stepAt(clock, timeSec);
    const found: ComparedColumn[] = [];
    for (const pair of pairsOf.get(category) ?? []) {
      const [a, b] = [parts.values[step * width + pair], parts.values[(s > 0 ? step + 1 : step) * width + pair]].map(
        (value) => value ?? Number.NaN,
      ) as [number, number];
      if (Number.isNaN(a) && Number.isNaN(b)) continue;
      const value = (Number.isNaN(a) ? 0 : a) * (1 - s) + (Number.isNaN(b) ? 0 : b) * s;
      const lane = parts.pairs[pair]?.[1] ?? 0;
      found.push({ lane, value, base: Math.min(0, value), top: Math.max(0, value), moved: 1 });
    }
    found.sort((one, other) => one.lane - other.lane);
    return grouping === 'grouped' ? found : piled(found, grouping === 'share');
  };
}

/** Columns on each other: what is above 0 upwards, what is below it downwards. */
function piled(columns: readonly ComparedColumn[], share: boolean): ComparedColumn[] {
  let [up, down] = [0, 0];
  const total = share ? columns.reduce((sum, { value }) => sum + Math.max(0, value), 0) : 1;
  return columns.map((column) => {
    const value = total > 0 ? column.value / total : 0;
    if (value < 0) {
      down += value;
      return { ...column, base: down, top: down - value };
    }
    up += value;
    return { ...column, base: up - value, top: up };
  });
}

/**
 * The values of a category at the chosen periods: each column is pulled out of the one before as the playhead goes on, with
 * the value that is reached, and stays where its period is reached.
 */
function columnsOfPeriods({ race, clock }: StandingsCourse, lanes: readonly Lane[]): ColumnsAt {
  const { series } = race;
  const seriesOf = new Map(Array.from(series.categories, (category, k) => [category, k]));
  return (category, timeSec) => {
    const k = seriesOf.get(category);
    if (k === undefined) return [];
    const { position } = positionAt(clock, timeSec);
    const found: ComparedColumn[] = [];
    lanes.forEach(({ at }, lane) => {
      const before = lane > 0 ? (lanes[lane - 1]?.at ?? 0) : 0;
      if (lane > 0 && position <= before) return;
      const reached = Math.min(position, at);
      const step = Math.min(Math.max(0, series.periodCount - 2), Math.floor(reached));
      const value = valueInStep(series, k, step, series.periodCount < 2 ? 0 : reached - step) * series.unit;
      if (Number.isNaN(value)) return;
      const moved = lane === 0 || at <= before ? 1 : (reached - before) / (at - before);
      found.push({ lane, value, base: Math.min(0, value), top: Math.max(0, value), moved });
    });
    return found;
  };
}

function domainOf(
  { clock }: StandingsCourse,
  rule: DomainRule,
  groups: readonly number[],
  columnsAt: ColumnsAt,
): DomainCourse {
  return sampledDomain(clock, rule, (timeSec) => {
    let [least, most] = [0, 0];
    for (const category of groups)
      for (const { base, top } of columnsAt(category, timeSec)) {
        if (base < least) least = base;
        if (top > most) most = top;
      }
    return [least, most];
  });
}
