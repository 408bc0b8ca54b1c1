import { smoothStep } from '../../motion/slots';

/** A bar that is level with the one under it is this share of its thickness. */
const SLIM = 0.5;
/** Bars are slimmest while they are nearer than this, in thicknesses. */
const LEVEL = 0.2;
/** The most of a bar that all bars over it cover together: a quarter is always seen, their edges taken off too. */
const COVERED = 0.64;

/**
 * How thick bars are drawn while they pass one another: each slims in front of those that it covers, so that of every bar
 * at least a quarter is seen at every moment, also where several pass at once. Continuous in the places of the bars.
 *
 * @param across Where the bars are across, in the order in which they are drawn: later ones cover earlier ones.
 * @param thickPx Thickness of a bar that covers none.
 * @returns Shares of the thickness, in (0, 1], in the same order. Cost: O(n²).
 */
export function slimWhilePassing(across: ArrayLike<number>, thickPx: number): Float64Array {
  const shares = new Float64Array(across.length).fill(1);
  const places = new Float64Array(across.length);
  for (let i = 0; i < places.length; i++) places[i] = (across[i] ?? 0) / Math.max(1e-9, thickPx);
  const over: Over[][] = [];
  for (let under = 0; under < places.length; under++) {
    const passing: Over[] = [];
    for (let i = under + 1; i < places.length; i++) {
      const distance = Math.abs((places[i] ?? 0) - (places[under] ?? 0));
      if (distance >= 1) continue;
      passing.push({ i, distance });
      shares[i] = (shares[i] ?? 1) * slimAt(distance);
    }
    over.push(passing);
  }
  // From the lowest bar up: what covers one is known before anything that lies on the ones that cover it.
  over.forEach((passing, under) => {
    fairlyCovered(shares, under, passing);
  });
  return shares;
}

/** A bar that covers some of another one, and how far the middles of the two are apart, in thicknesses. */
interface Over {
  readonly i: number;
  readonly distance: number;
}

function slimAt(distance: number): number {
  return SLIM + (1 - SLIM) * smoothStep((distance - LEVEL) / (1 - LEVEL));
}

/** Slims those that would cover too much of a bar together, each in proportion to what it covers. */
function fairlyCovered(shares: Float64Array, under: number, over: readonly Over[]): void {
  const thick = shares[under] ?? 1;
  let covered = 0;
  for (const { i, distance } of over) covered += overlap(distance, shares[i] ?? 1, thick);
  const most = COVERED * thick;
  if (covered <= most) return;
  for (const { i, distance } of over) {
    const own = shares[i] ?? 1;
    const room = (overlap(distance, own, thick) * most) / covered;
    // Within the lower bar its thickness is what it covers; over the edge, what reaches in from its middle.
    const reach = 2 * (room + distance - thick / 2);
    if (overlap(distance, own, thick) > 0) shares[i] = Math.min(own, Math.max(room, reach));
  }
}

/** The length that two stretches about middles so far apart have in common. */
function overlap(distance: number, a: number, b: number): number {
  return Math.max(0, Math.min(a, b, (a + b) / 2 - distance));
}
