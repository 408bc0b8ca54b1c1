import type { Mark } from '../../families/family';

/** Where a category's mark is, of several: where it shows most. */
export function strongest(marks: Iterable<readonly [number, Mark]>): Map<number, Mark> {
  const found = new Map<number, Mark>();
  for (const [category, mark] of marks)
    if (mark.opacity > (found.get(category)?.opacity ?? -1)) found.set(category, mark);
  return found;
}
