import type { Column } from '../table/column';
import type { ColumnProfile } from '../table/profile';
import type { Fields } from './fields';

/** A guess at the layout of a table, with its reason in words. */
export interface ShapeGuess {
  readonly fields: Fields;
  /** How well the table fits, in [0, 1]; guesses are ordered by it. */
  readonly score: number;
  readonly why: string;
}

/** What recognisers see of a table. */
export interface TableProfile {
  readonly columns: readonly ColumnProfile[];
  readonly rowCount: number;
  /** How well two columns together tell the rows apart: distinct pairs by rows, in [0, 1]. */
  pairShare(a: string, b: string): number;
  /** The same for three columns. */
  tripleShare(a: string, b: string, c: string): number;
  /** Does one of a column's texts speak of a total? */
  holdsTotal(name: string): boolean;
  /** What two header lines say of a column; undefined where they do not. */
  headersOf(name: string): Column['headers'];
}

/** Makes one guess at a table's layout, or none. */
export type ShapeRecogniser = (table: TableProfile) => ShapeGuess | null;

/** Of the describing columns, the one that names each row; codes and units beside it say less. */
export function mostDetailed(names: readonly ColumnProfile[]): ColumnProfile | undefined {
  const texts = names.filter((profile) => profile.kind === 'text' && profile.distinctCount > 0);
  const score = (profile: ColumnProfile) =>
    profile.distinctCount -
    (/\b(code|id|iso\d?|key|unit)\b/i.test(profile.name) ? 0.5 + profile.distinctCount * 0.2 : 0);
  return [...texts].sort((a, b) => score(b) - score(a))[0] ?? names[0];
}
