/**
 * A smooth course that is never below the given ceilings: `heights[k]` at knot `k`, straight between knots, at least
 * `ceilings[k]` all over cell `k` (between knots `k` and `k + 1`).
 *
 * Each knot is a mean of running maxima that all look at both cells beside the knot, so the mean is at least their
 * ceilings; the mean over a window is what keeps it calm.
 *
 * @param ceilings One number per cell.
 * @param reach Cells that the maximum and the mean look to each side, at least 1.
 * Cost: O(cells).
 */
export function smoothEnvelope(ceilings: Float64Array, reach: number): Float64Array {
  const cells = ceilings.length;
  const heights = triangleMeans(runningMaximum(ceilings, reach), reach);
  let top = Number.NEGATIVE_INFINITY;
  for (const ceiling of ceilings) if (ceiling > top) top = ceiling;
  for (let knot = 0; knot <= cells; knot++) {
    const floor = Math.max(ceilings[Math.max(0, knot - 1)] ?? 0, ceilings[Math.min(cells - 1, knot)] ?? 0);
    // Means of equal numbers may pass them, or fall short of them, by rounding.
    heights[knot] = Math.min(top, Math.max(heights[knot] ?? 0, floor));
  }
  return heights;
}

/**
 * The mean of the `2 reach` cells around each knot, by weights that rise and fall: 0.5, 1.5, … reach - 0.5, reach - 0.5, …
 * 0.5. Those are the means of means of `reach` cells, two neighbours of which are taken together. The outermost cells are
 * repeated beyond the ends.
 */
function triangleMeans(cells: Float64Array, reach: number): Float64Array {
  const padded = new Float64Array(cells.length + 2 * reach);
  padded.fill(cells[0] ?? 0, 0, reach).set(cells, reach);
  padded.fill(cells.at(-1) ?? 0, reach + cells.length);
  const means = runningMean(runningMean(padded, reach), reach);
  // Halved before they are added, so that values near the largest number do not overflow.
  for (let i = 0; i + 1 < means.length; i++) means[i] = (means[i] ?? 0) / 2 + (means[i + 1] ?? 0) / 2;
  return means.subarray(0, -1);
}

/**
 * The mean of each `width` neighbours. Nothing is taken away again, so nothing is lost beside greater numbers: the sums run
 * from both ends of blocks of `width`, and each stretch is the end of one block and the start of the next.
 */
function runningMean(cells: Float64Array, width: number): Float64Array {
  const { length } = cells;
  const fromStart = new Float64Array(length);
  for (let i = 0, sum = 0; i < length; i++) {
    sum = (i % width > 0 ? sum : 0) + (cells[i] ?? 0) / width;
    fromStart[i] = sum;
  }
  const toEnd = new Float64Array(length);
  for (let i = length - 1, sum = 0; i >= 0; i--) {
    sum = ((i + 1) % width > 0 ? sum : 0) + (cells[i] ?? 0) / width;
    toEnd[i] = sum;
  }
  const means = toEnd.subarray(0, length - width + 1);
  for (let i = 0; i < means.length; i++)
    if (i % width > 0) means[i] = (means[i] ?? 0) + (fromStart[i + width - 1] ?? 0);
  return means;
}

/** The greatest of the cells within `reach` to each side; a queue of falling values makes it O(cells). */
function runningMaximum(cells: Float64Array, reach: number): Float64Array {
  const result = new Float64Array(cells.length);
  const queue = new Int32Array(cells.length);
  let [head, tail] = [0, 0];
  for (let i = 0; i < cells.length + reach; i++) {
    if (i < cells.length) {
      while (tail > head && (cells[queue[tail - 1] ?? 0] ?? 0) <= (cells[i] ?? 0)) tail--;
      queue[tail++] = i;
    }
    const centre = i - reach;
    if (centre < 0) continue;
    while ((queue[head] ?? 0) < centre - reach) head++;
    result[centre] = cells[queue[head] ?? 0] ?? 0;
  }
  return result;
}
