import { stepAt } from '../../motion/slots';
import { positionAt } from '../../pace/film-clock';
import { cubeValue } from '../../shaping/cube';
import type { PlanInput } from '../family';
import { partsAt } from '../shared/parts-at';
import { type Stretch, stretchesOf } from '../shared/round/ring-order';
import { type Portion, portionsAt, REST, type SharesCourse, type ToldShares } from '../shared/shares/shares-course';
import type { MosaicOwn } from './document';

/** A mosaic in words. */
export type ToldMosaic = ToldShares<MosaicOwn>;
/** What a mosaic's place is worked out from. */
export type MosaicInput = PlanInput<MosaicOwn, SharesCourse>;

/** What may share a column: a part by its name, or a period by its key. */
export interface Layer {
  readonly key: string;
  /** Place among the parts, or among the periods. */
  readonly at: number;
}

/** A piece of a column, from its top. */
export interface Piece {
  /** Place among the layers; null for a column that is not divided. */
  readonly layer: number | null;
  /** Data units. */
  readonly value: number;
  /** Of the column, in [0, 1]. */
  readonly share: number;
}

/** A column of the whole. */
export interface Column extends Portion {
  readonly pieces: readonly Piece[];
}

/** Columns of a moment, and where they stand: in stretches from the left, in shares of the width. */
export interface Columns {
  readonly list: readonly Column[];
  readonly stretches: readonly Stretch[];
}

/** Do parts share the columns? Without any in the table periods do. */
export function isOfParts({ chart, cube }: Pick<ToldMosaic, 'chart' | 'cube'>): boolean {
  return chart.own.of === 'parts' && cube.parts !== undefined;
}

/** All that may share a column, from the top down. */
export function layersOf({ chart, cube }: Pick<ToldMosaic, 'chart' | 'cube'>): readonly Layer[] {
  if (isOfParts({ chart, cube })) return (cube.parts?.names ?? []).map((key, at) => ({ key, at }));
  const last = cube.periods.length - 1;
  const chosen = new Set(chart.own.periods);
  const found = cube.periods.flatMap(({ key }, at) => (chosen.has(key) ? [{ key, at }] : []));
  if (found.length > 0) return found;
  const ends = last > 0 ? [0, last] : [0];
  return ends.map((at) => ({ key: cube.periods[at]?.key ?? '', at }));
}

/** The columns of a moment. @param timeSec Clamped to the piece. Cost: O(columns²). */
export function columnsAt(told: ToldMosaic, timeSec: number): Columns {
  const list = isOfParts(told) ? partColumns(told, timeSec) : periodColumns(told, timeSec);
  return { list, stretches: stretchesOf(list) };
}

function partColumns({ course, chart, cube }: ToldMosaic, timeSec: number): Column[] {
  const { list } = portionsAt(course, chart.own, timeSec);
  const moment = stepAt(course.clock, Math.min(course.clock.lengthSec, Math.max(0, timeSec)));
  return list.map((portion): Column => {
    const { category, value } = portion;
    const parts = category === REST || !cube.parts ? null : partsAt(cube.parts, category, { ...moment, value });
    const pieces = parts
      ? parts.map(({ part, base, top }) => ({
          layer: part,
          value: top - base,
          share: value > 0 ? (top - base) / value : 0,
        }))
      : [{ layer: null, value, share: 1 }];
    return { ...portion, pieces };
  });
}

/** Each period that has passed, or is on its way, gives a piece; who stands where stays as the last ones say. */
function periodColumns(told: ToldMosaic, timeSec: number): Column[] {
  const { course, chart, cube } = told;
  const layers = layersOf(told);
  const { position } = positionAt(course.clock, Math.min(course.clock.lengthSec, Math.max(0, timeSec)));
  const amount = (category: number, { at }: Layer) => {
    const value = cubeValue(cube, at, category);
    return Number.isNaN(value) ? 0 : Math.max(0, value);
  };
  const come = layers.map(({ at }, i) => {
    const before = layers[i - 1]?.at;
    return before === undefined ? 1 : Math.min(1, Math.max(0, (position - before) / (at - before)));
  });
  const totals = cube.categories.map((_, c) => layers.reduce((sum, layer) => sum + amount(c, layer), 0));
  const order = cube.categories.map((_, c) => c).filter((c) => (totals[c] ?? 0) > 0);
  if (chart.own.order === 'largest') order.sort((a, b) => (totals[b] ?? 0) - (totals[a] ?? 0) || a - b);
  const all = order.reduce((sum, c) => sum + (totals[c] ?? 0), 0);
  const { places, rest, under } = chart.own;
  const own = order.slice(0, places).filter((c) => rest === 'leave' || (totals[c] ?? 0) >= under * all);
  const others = rest === 'gather' ? order.filter((c) => !own.includes(c)) : [];
  const piecesOf = (categories: readonly number[]): Omit<Piece, 'share'>[] =>
    layers.map((layer, i) => ({
      layer: i,
      value: categories.reduce((sum, c) => sum + amount(c, layer), 0) * (come[i] ?? 0),
    }));
  const columns = [
    ...own.map((c) => ({ category: c, pieces: piecesOf([c]) })),
    ...(others.length > 0 ? [{ category: REST, pieces: piecesOf(others) }] : []),
  ];
  const sums = columns.map(({ pieces }) => pieces.reduce((sum, { value }) => sum + value, 0));
  const whole = sums.reduce((sum, value) => sum + value, 0);
  if (!(whole > 0)) return [];
  return columns.map(({ category, pieces }, i): Column => {
    const value = sums[i] ?? 0;
    return {
      category,
      value,
      share: value / whole,
      presence: 1,
      slot: i,
      rank: i,
      pieces: pieces.map((piece) => ({ ...piece, share: value > 0 ? piece.value / value : 0 })),
    };
  });
}
