import type { FurtherRole } from './fields';

/** One further value of each category and period, laid out as the values of its cube; NaN = absent. */
export interface FurtherValues {
  readonly name: string;
  readonly values: Float64Array;
}

/** What a cube holds beside its values: up to two further values, and how the first ones are called. */
export interface CubeFurther extends Readonly<Partial<Record<FurtherRole, FurtherValues>>> {
  /** What the cube's own values are called; `''` where nothing says. */
  readonly first: string;
}

/** The further values of a cube after a change of its layout, ready to be spread over it; nothing where there are none. */
export function furtherOf(
  { further }: { readonly further?: CubeFurther },
  change: (values: Float64Array) => Float64Array,
): { readonly further?: CubeFurther } {
  if (!further) return {};
  const changed = (each: FurtherValues | undefined) => each && { ...each, values: change(each.values) };
  const [second, third] = [changed(further.second), changed(further.third)];
  return { further: { first: further.first, ...(second ? { second } : {}), ...(third ? { third } : {}) } };
}
