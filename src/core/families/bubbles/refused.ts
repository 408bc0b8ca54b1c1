import type { Cube } from '../../shaping/cube';
import type { BubblesOwn, ValueRole } from './document';

/** Names that a refusal lists; more are counted. */
const NAMED = 3;

/** Why bubbles cannot be drawn of a table; null where they can. @param size Whose values areas stand for. */
export function bubblesRefusal(cube: Cube, own: BubblesOwn, size: ValueRole | null): string | null {
  for (const role of [own.across, own.up])
    if (role !== 'value' && !cube.further?.[role])
      return `Bubbles need a ${role} value for each name and period. Choose one in Shape, or join another table in Gather.`;
  for (const [role, scale] of [
    [own.across, own.acrossScale],
    [own.up, own.upScale],
  ] as const) {
    const names = scale === 'log' ? namesWith(cube, role, (value) => value <= 0) : [];
    if (names.length > 0)
      return `A logarithmic axis needs values above 0, and ${listed(names)} others. An axis with equal steps can show them.`;
  }
  const below = size ? namesWith(cube, size, (value) => value < 0) : [];
  if (below.length > 0)
    return `Areas need values of 0 and above, and ${listed(below)} less. Let other values decide the size, or none.`;
  return null;
}

function namesWith(cube: Cube, role: ValueRole, wrong: (value: number) => boolean): string[] {
  const values = role === 'value' ? cube.values : cube.further?.[role]?.values;
  const width = cube.categories.length;
  const found = new Set<number>();
  values?.forEach((value, at) => {
    if (wrong(value)) found.add(at % width);
  });
  return cube.categories.filter((_, c) => found.has(c));
}

function listed(names: readonly string[]): string {
  const more = names.length > NAMED ? ` and ${names.length - NAMED} more` : '';
  return `${names.slice(0, NAMED).join(', ')}${more} ${names.length === 1 ? 'has' : 'have'}`;
}
