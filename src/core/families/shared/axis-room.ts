/** Room beyond the values where the axis need not hold 0, as a share of their range. */
const PADDING = 0.06;
/** Values closer than this part of themselves differ by rounding alone: sums of decimals do. */
const EVEN = 1e-12;

/** The ends of an axis that holds two values, and 0 where it has to; `[0, 1]` where there is none. */
export function roomFor(low: number, high: number, fromZero: boolean): readonly [number, number] {
  if (!(low <= high)) return [0, 1];
  if (fromZero) return [Math.min(0, low), Math.max(0, high)];
  const range = high / 2 - low / 2;
  const padding =
    range > Math.max(Math.abs(low), Math.abs(high)) * EVEN ? range * 2 * PADDING : Math.abs(high) * PADDING || 1;
  return [low - padding, high + padding];
}
