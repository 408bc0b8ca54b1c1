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
  const peaks = runningMaximum(ceilings, reach);
  const top = ceilings.reduce((most, ceiling) => Math.max(most, ceiling), 0);
  const heights = new Float64Array(cells + 1);
  const weights = triangle(reach);
  const clamp = (i: number) => Math.min(cells - 1, Math.max(0, i));
  for (let knot = 0; knot <= cells; knot++) {
    let sum = 0;
    // Weighed before they are added, so that values near the largest number do not overflow.
    const first = knot - reach;
    const inside = first >= 0 && first + weights.length <= cells;
    for (let j = 0; j < weights.length; j++)
      sum += (weights[j] ?? 0) * (peaks[inside ? first + j : clamp(first + j)] ?? 0);
    const floor = Math.max(ceilings[clamp(knot - 1)] ?? 0, ceilings[clamp(knot)] ?? 0);
    // Weights that sum to 1 but for rounding may pass the greatest of what they weigh.
    heights[knot] = Math.min(top, Math.max(sum, floor));
  }
  return heights;
}

/** Weights that rise and fall, over `2 reach` cells, summing to 1. */
function triangle(reach: number): Float64Array {
  const weights = Float64Array.from({ length: 2 * reach }, (_, j) => reach - Math.abs(j + 0.5 - reach));
  const sum = weights.reduce((total, weight) => total + weight, 0);
  return weights.map((weight) => weight / sum);
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
