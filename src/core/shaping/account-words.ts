/** What a cell is to the film. The first five are in it; the rest are left out, each for a reason. */
export const accountKinds = [
  'values',
  'periods',
  'names',
  'described',
  'headers',
  'around',
  'missing',
  'unreadable',
  'no-period',
  'no-name',
  'steps',
  'unused-column',
] as const;
export type AccountKind = (typeof accountKinds)[number];
/** Kinds of cells that are in the film. */
export const inFilm: ReadonlySet<AccountKind> = new Set(['values', 'periods', 'names', 'described', 'headers']);

/** Every cell of a file that holds something, once: what it is to the film, or why it is left out. */
export interface ReadingAccount {
  /** Cells that hold something. */
  readonly cells: number;
  /** Those that are in the film. */
  readonly used: number;
  /** By kind, in their order; kinds without a cell are left out. They sum to `cells`. */
  readonly parts: readonly {
    readonly kind: AccountKind;
    readonly count: number;
    readonly columns?: readonly string[];
  }[];
}

const counted = (count: number) => count.toLocaleString('en-GB');
/** What is left out, one of it and several. */
const words: Readonly<
  Record<Exclude<AccountKind, 'values' | 'periods' | 'names' | 'described' | 'headers'>, [string, string]>
> = {
  around: ['in a line around the table', 'in lines around the table'],
  missing: ['marks a missing value', 'mark missing values'],
  unreadable: ['cannot be read as a number', 'cannot be read as numbers'],
  'no-period': ['in a row without a period', 'in rows without a period'],
  'no-name': ['in a row without a name', 'in rows without a name'],
  steps: ['left out by a step, or in another group', 'left out by steps, or in other groups'],
  'unused-column': ['in a column that the film does not use', 'in columns that the film does not use'],
};

/** The account in a sentence or two: how much of the file is in the film, and what the rest is. */
export function accountWords({ cells, used, parts }: ReadingAccount): string {
  const all = `${counted(cells)} ${cells === 1 ? 'cell' : 'cells'}`;
  if (used === cells) return cells === 1 ? 'The one cell is in the film.' : `All ${all} are in the film.`;
  const rest = parts
    .filter(({ kind }) => !inFilm.has(kind))
    .map(({ kind, count, columns }) => {
      const [one, several] = words[kind as keyof typeof words];
      const shown = columns?.slice(0, 3).map((name) => `“${name.slice(0, 30)}”`) ?? [];
      const more = (columns?.length ?? 0) > 3 ? ' …' : '';
      return `${counted(count)} ${count === 1 ? one : several}${shown.length > 0 ? ` (${shown.join(', ')}${more})` : ''}`;
    });
  const left = cells - used;
  return `${counted(used)} of ${all} ${used === 1 ? 'is' : 'are'} in the film; ${counted(left)} ${left === 1 ? 'is' : 'are'} not: ${rest.join(', ')}.`;
}
