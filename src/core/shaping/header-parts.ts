import type { Column } from '../table/column';
import type { ColumnProfile } from '../table/profile';
import type { Fields } from './fields';
import { isTotalName } from './totals';

/**
 * Where parts of a wide table come from: of two header lines, the lower or the upper one. What the other one says is the
 * category, or where periods run across, the period.
 */
export const headerParts = ['lower-header', 'upper-header'] as const;
export type HeaderParts = (typeof headerParts)[number];

/** Of a wide table, the header line that names parts; null where none does. */
export function headerPartsOf({ shape, parts }: Pick<Fields, 'shape' | 'parts'>): HeaderParts | null {
  if (shape !== 'periods-down' && shape !== 'periods-across') return null;
  return headerParts.find((each) => each === parts) ?? null;
}

/** What a column's header lines say: its own name, and the part that it holds, `''` where it holds none. */
export function splitHeader(column: Pick<Column, 'name' | 'headers'>, from: HeaderParts | null) {
  if (!from || !column.headers) return { name: column.name, part: '' };
  const [upper, lower] = column.headers;
  return from === 'lower-header' ? { name: upper, part: lower } : { name: lower, part: upper };
}

/** More parts than these are no parts of a bar that one could tell apart. */
export const MOST_PARTS = 12;

/** A column of values with its two header lines. */
export interface HeadedColumn {
  readonly headers: readonly [upper: string, lower: string];
  readonly profile: Pick<ColumnProfile, 'unit'>;
}

/**
 * Do the lower of two header lines name parts? They do where each name of the upper line has the same few below it, none
 * of them a total, all in one unit: what is measured in percent does not add up with what is counted.
 */
export function lowerHeadersAreParts(columns: readonly HeadedColumn[]): boolean {
  const below = new Map<string, Set<string>>();
  for (const { headers } of columns) below.set(headers[0], (below.get(headers[0]) ?? new Set()).add(headers[1]));
  const [first] = below.values();
  if (!first || below.size < 2 || first.size < 2 || first.size > MOST_PARTS) return false;
  const parts = [...first];
  if (columns.length !== below.size * first.size) return false;
  if ([...below.values()].some((each) => parts.some((part) => !each.has(part)))) return false;
  if (parts.some((part) => isTotalName(part) || measureNames.test(part))) return false;
  return new Set(columns.map(({ profile }) => profile.unit)).size === 1;
}

/** What says how something is measured, so that it does not add up with what stands beside it. */
export const measureNames =
  /%|\b(percent|share|rate|ratio|index|average|mean|median|per|change|growth|rank|price|min|max|low|high|number|amount|value|count|depth|height|length|width|weight|speed|temperature|age|area|volume|duration|distance|density|size|score)\b/i;
