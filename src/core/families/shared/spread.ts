/** What is to stand in a column: where it belongs, how much room it takes there, and how much it counts. */
export interface Spreadable {
  /** The place that it belongs to: its middle, in pixels. */
  readonly wishPx: number;
  /** Pixels along the column. */
  readonly sizePx: number;
  /** In (0, 1]: what comes or goes pushes less. */
  readonly weight: number;
}

/**
 * Places in a column for things that may not touch, as near to where they belong as can be: least squares of the
 * distances, each weighed. Order is kept, and places change without a jump as the wishes do.
 *
 * Source: pool adjacent violators, with what stands before each taken off its wish.
 *
 * @param items In their order along the column, from its start.
 * @param fromPx The column's start; nothing stands before it, as long as there is room.
 * @param toPx The column's end.
 * @returns The middle of each. Cost: O(items).
 */
export function spread(items: readonly Spreadable[], fromPx: number, toPx: number): Float64Array {
  const count = items.length;
  const offsets = new Float64Array(count);
  for (let i = 1; i < count; i++)
    offsets[i] = (offsets[i - 1] ?? 0) + ((items[i - 1]?.sizePx ?? 0) + (items[i]?.sizePx ?? 0)) / 2;
  const blocks: { sum: number; weight: number; count: number }[] = [];
  for (let i = 0; i < count; i++) {
    const { wishPx, weight } = items[i] as Spreadable;
    let block = { sum: (wishPx - (offsets[i] ?? 0)) * weight, weight, count: 1 };
    for (let last = blocks.at(-1); last && last.sum / last.weight > block.sum / block.weight; last = blocks.at(-1)) {
      blocks.pop();
      block = { sum: last.sum + block.sum, weight: last.weight + block.weight, count: last.count + block.count };
    }
    blocks.push(block);
  }
  // All are moved alike by what a bound asks of the first and of the last.
  const low = fromPx + (items[0]?.sizePx ?? 0) / 2;
  const high = Math.max(low, toPx - (items.at(-1)?.sizePx ?? 0) / 2 - (offsets[count - 1] ?? 0));
  const places = new Float64Array(count);
  let i = 0;
  for (const { sum, weight, count: length } of blocks) {
    const at = Math.min(high, Math.max(low, sum / weight));
    for (let j = 0; j < length; j++, i++) places[i] = at + (offsets[i] ?? 0);
  }
  return places;
}
