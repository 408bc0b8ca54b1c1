/** Changes of one series, as `SlotTracks` has them: each takes the same time, and is a smooth step `3x² - 2x³` of its own. */
export interface Changes {
  readonly fromSec: Float64Array;
  readonly delta: Int32Array;
  /** How long each is under way, in seconds; more than 0. */
  readonly takesSec: number;
}

/** The sums are taken anew after so many lengths of a change, or powers would grow, and rounding with them. */
const ANEW_AFTER = 2;

/**
 * How far the changes under way have come, all in all, for moments that only go forward.
 *
 * A smooth step is a cubic of the time since it began, so the sum of many is a cubic too: its coefficients are sums of
 * the changes times powers of their beginnings, to which each change is added once and from which it is taken once. A
 * film of thousands of periods has hundreds of changes under way, and as many moments to draw.
 */
export class ChangesUnderWay {
  private originSec = 0;
  private low = 0;
  private high = 0;
  /** Sums of the changes in `[low, high)` times powers 0 to 3 of their beginnings, in lengths of a change since `originSec`. */
  private readonly sums = new Float64Array(4);

  constructor(private readonly changes: Changes) {}

  /** @param low, high The changes that are under way at a moment, in order; neither ever goes back. */
  at(low: number, high: number, timeSec: number): number {
    const { takesSec } = this.changes;
    if (low >= this.high || timeSec - this.originSec > ANEW_AFTER * takesSec) {
      this.originSec = timeSec;
      this.sums.fill(0);
      [this.low, this.high] = [low, low];
    }
    while (this.low < low) this.count(this.low++, -1);
    while (this.high < high) this.count(this.high++, 1);
    const t = (timeSec - this.originSec) / takesSec;
    const [s0 = 0, s1 = 0, s2 = 0, s3 = 0] = this.sums;
    const squares = t * t * s0 - 2 * t * s1 + s2;
    const cubes = t * t * t * s0 - 3 * t * t * s1 + 3 * t * s2 - s3;
    return 3 * squares - 2 * cubes;
  }

  private count(i: number, sign: 1 | -1): void {
    const { fromSec, delta, takesSec } = this.changes;
    const u = ((fromSec[i] ?? 0) - this.originSec) / takesSec;
    let term = sign * (delta[i] ?? 0);
    for (let power = 0; power < 4; power++) {
      this.sums[power] = (this.sums[power] ?? 0) + term;
      term *= u;
    }
  }
}
