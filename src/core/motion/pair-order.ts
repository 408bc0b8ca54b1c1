import { signAfterStart, signBeforeEnd, signChanges } from './crossings';
import { blankCubic, type Cubic } from './interpolation';
import { cubicOfStep, presentInStep, type SeriesSet } from './series';

/**
 * Who stands before whom, pair by pair, during one span (a dwell or a travel). Ties keep the order that they had
 * just before, so the answer depends on `tieOrder`, the order at the end of the span before.
 */
export class PairOrder {
  private readonly first = blankCubic();
  private readonly second = blankCubic();
  private readonly difference = blankCubic();

  /**
   * @param sign 1 when the largest value stands first, -1 for the smallest.
   * @param tieOrder Place of each series in the order just before; read when values tie.
   */
  constructor(
    private readonly set: SeriesSet,
    private readonly sign: 1 | -1,
    private readonly tieOrder: Int32Array,
  ) {}

  /** Does `a` stand before `b` just after the start of the step's travel? Both must be present in it. */
  aheadAfterStart(a: number, b: number, step: number): boolean {
    return this.breakTie(signAfterStart(this.subtract(a, b, step)), a, b);
  }

  /** The fractions in (0, 1) of the step's travel at which `a` and `b` change places. */
  changes(a: number, b: number, step: number): number[] {
    const difference = this.subtract(a, b, step);
    return signChanges(difference, this.endDifference(a, b, step));
  }

  /** Does `a` stand before `b` while the film dwells at a period? Both must have a value there. */
  aheadAtPeriod(a: number, b: number, period: number): boolean {
    const { values, periodCount } = this.set;
    const difference = (values[a * periodCount + period] ?? 0) - (values[b * periodCount + period] ?? 0);
    if (difference !== 0) return Math.sign(difference) === this.sign;
    return this.compareBefore(a, b, period) < 0;
  }

  /** Orders two series that tie at a period by how they stood just before it. */
  compareBefore(a: number, b: number, period: number): number {
    const step = period - 1;
    const [aWasThere, bWasThere] = [
      step >= 0 && presentInStep(this.set, a, step),
      step >= 0 && presentInStep(this.set, b, step),
    ];
    if (aWasThere !== bWasThere) return aWasThere ? -1 : 1;
    if (!aWasThere) return a - b;
    const difference = this.subtract(a, b, step);
    const before =
      this.set.between === 'step'
        ? Math.sign(difference.c0)
        : signBeforeEnd(difference, this.endDifference(a, b, step));
    return before === 0 ? this.place(a) - this.place(b) : -before * this.sign;
  }

  private breakTie(sign: number, a: number, b: number): boolean {
    return sign === 0 ? this.place(a) < this.place(b) : sign === this.sign;
  }

  private place(k: number): number {
    return this.tieOrder[k] ?? k;
  }

  private endDifference(a: number, b: number, step: number): number {
    if (this.set.between === 'step') return this.difference.c0;
    const { values, periodCount } = this.set;
    return (values[a * periodCount + step + 1] ?? 0) - (values[b * periodCount + step + 1] ?? 0);
  }

  private subtract(a: number, b: number, step: number): Cubic {
    cubicOfStep(this.set, a, step, this.first);
    cubicOfStep(this.set, b, step, this.second);
    this.difference.c0 = this.first.c0 - this.second.c0;
    this.difference.c1 = this.first.c1 - this.second.c1;
    this.difference.c2 = this.first.c2 - this.second.c2;
    this.difference.c3 = this.first.c3 - this.second.c3;
    return this.difference;
  }
}
