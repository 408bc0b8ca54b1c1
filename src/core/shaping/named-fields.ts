import { type Fields, fieldsOf } from './fields';

/** Columns that somebody has named. */
export interface NamedColumns {
  readonly period?: string | undefined;
  readonly category?: string | undefined;
  readonly value?: string | undefined;
}

/** The fields with columns that were named in place of those that were guessed; a named column also settles the layout. */
export function withNamedColumns(guess: Fields, { period, category, value }: NamedColumns): Fields {
  const named = { ...(period ? { period } : {}), ...(category ? { category } : {}), ...(value ? { value } : {}) };
  if (period && category && value) return fieldsOf({ ...guess, shape: 'long', ...named });
  if (period && value && guess.shape !== 'long') return fieldsOf({ ...guess, shape: 'single', ...named });
  if (value && guess.shape === 'periods-down') return fieldsOf({ ...guess, shape: 'single', ...named });
  return { ...guess, ...named };
}
