import { type SeriesSet, valueInStep, valuesThroughStep } from '../../../motion/series';
import type { PeriodExtremes } from './along-domain';
import type { StackMode, StackOrder } from './stack-choices';

/** The ends of each series' part of a stack, by series: `top - base` is its value, or its share of the whole. */
export interface StackAt {
  readonly base: Float64Array;
  readonly top: Float64Array;
}

/** Within a step the sum of curves may reach beyond its ends, so it is looked at here and there. */
const LOOKS = 6;

/** Series on each other. Two that are next to each other touch; nothing lies over anything, unless all begin at 0. */
export class Stack {
  /** Series from the foot to the top. */
  readonly order: readonly number[];
  private readonly periods: StackAt[] = [];
  private readonly reaches: number[] = [];

  constructor(
    private readonly set: SeriesSet,
    readonly mode: StackMode,
    order: StackOrder,
  ) {
    this.order = orderOf(set, order);
  }

  /** How thick a series is; one that comes or goes grows from nothing over the step, so that nothing jumps. Data units. */
  thickness(k: number, step: number, s: number): number {
    const value = valueInStep(this.set, k, step, s);
    return Number.isNaN(value) ? this.growing(k, step, s) : value * this.set.unit;
  }

  /** The thickness of one that is absent at an end of the step, or at both. */
  private growing(k: number, step: number, s: number): number {
    const at = k * this.set.periodCount + step;
    const [a, b] = [this.set.values[at] ?? Number.NaN, this.set.values[at + 1] ?? Number.NaN];
    return ((Number.isNaN(a) ? 0 : a) * (1 - s) + (Number.isNaN(b) ? 0 : b) * s) * this.set.unit;
  }

  /** Is there nothing of a series, neither a value nor one on its way? */
  absent(k: number, step: number, s: number): boolean {
    return this.thickness(k, step, s) === 0 && Number.isNaN(valueInStep(this.set, k, step, s));
  }

  /** The stack at a period, kept: whoever draws what lies behind the playhead asks for it in every frame. */
  atPeriod(period: number): StackAt {
    const known = this.periods[period];
    if (known) return known;
    const atEnd = period > 0 && period === this.set.periodCount - 1;
    const found = atEnd ? this.at(period - 1, 1) : this.at(period, 0);
    this.periods[period] = found;
    return found;
  }

  /** How far the stack of a period reaches from 0, kept. Data units, or shares. */
  reachAt(period: number): number {
    const known = this.reaches[period];
    if (known !== undefined) return known;
    const { base, top } = this.atPeriod(period);
    let reach = 0;
    for (const k of this.order) reach = Math.max(reach, top[k] ?? 0, -(base[k] ?? 0));
    this.reaches[period] = reach;
    return reach;
  }

  /** The stack at a fraction of a step. Positive values pile up from 0, negative ones down from it. */
  at(step: number, s: number): StackAt {
    const count = this.set.categories.length;
    const base = new Float64Array(count);
    const top = new Float64Array(count);
    let [up, down] = [0, 0];
    for (const k of this.order) {
      const value = this.thickness(k, step, s);
      if (this.mode === 'layered') {
        base[k] = Math.min(0, value);
        top[k] = Math.max(0, value);
      } else if (value < 0) {
        top[k] = down;
        down += value;
        base[k] = down;
      } else {
        base[k] = up;
        up += value;
        top[k] = up;
      }
    }
    if (this.mode === 'share' && up > 0)
      for (let k = 0; k < count; k++) {
        base[k] = (base[k] ?? 0) / up;
        top[k] = (top[k] ?? 0) / up;
      }
    if (this.mode === 'centred')
      for (let k = 0; k < count; k++) {
        base[k] = (base[k] ?? 0) - up / 2;
        top[k] = (top[k] ?? 0) - up / 2;
      }
    return { base, top };
  }

  /** The ends of the whole stack at a fraction of a step. */
  ends(step: number, s: number): readonly [number, number] {
    let [up, down] = [0, 0];
    for (const k of this.order) {
      const value = this.thickness(k, step, s);
      if (value < 0) down = this.piled(down, value);
      else up = this.piled(up, value);
    }
    return this.endsOf(down, up);
  }

  /** How far what lies on each other reaches, with one more on it; layered, all begin at 0. */
  private piled(reached: number, value: number): number {
    if (this.mode !== 'layered') return reached + value;
    return value < 0 ? Math.min(reached, value) : Math.max(reached, value);
  }

  private endsOf(down: number, up: number): readonly [number, number] {
    if (this.mode === 'share') return [0, 1];
    return this.mode === 'centred' ? [-up / 2, up / 2] : [down, up];
  }

  /** The ends of the stack around each period, with the steps beside it. Cost: O(series × periods). */
  extremes(): PeriodExtremes {
    const { set } = this;
    const { periodCount } = set;
    const looks = set.between === 'monotone' ? LOOKS : 1;
    const up = new Float64Array(looks * periodCount);
    const down = new Float64Array(looks * periodCount);
    const through = new Float64Array(looks);
    // Series by series, so that each step's curve is made once for all looks at it.
    for (const k of this.order)
      for (let p = 0; p < periodCount; p++) {
        valuesThroughStep(set, k, p, through);
        for (let i = 0; i < looks; i++) {
          const found = through[i] ?? 0;
          const value = Number.isNaN(found) ? this.growing(k, p, i / looks) : found * set.unit;
          const at = p * looks + i;
          if (value < 0) down[at] = this.piled(down[at] ?? 0, value);
          else up[at] = this.piled(up[at] ?? 0, value);
        }
      }
    const high = new Float64Array(periodCount).fill(Number.NEGATIVE_INFINITY);
    const low = new Float64Array(periodCount).fill(Number.POSITIVE_INFINITY);
    for (let p = 0; p < periodCount; p++)
      for (let i = 0; i < (p + 1 < periodCount ? looks : 1); i++) {
        const [least, most] = this.endsOf(down[p * looks + i] ?? 0, up[p * looks + i] ?? 0);
        // What is seen within a step belongs to the periods on both sides of it.
        for (const side of i === 0 ? [p] : [p, p + 1]) {
          high[side] = Math.max(high[side] ?? 0, most);
          low[side] = Math.min(low[side] ?? 0, least);
        }
      }
    return { high, low };
  }

  /** Series that have a value below 0 somewhere: they have no share of a whole. */
  negatives(): number[] {
    const { values, periodCount } = this.set;
    return this.order.filter((k) => values.subarray(k * periodCount, (k + 1) * periodCount).some((value) => value < 0));
  }
}

function orderOf(set: SeriesSet, order: StackOrder): number[] {
  const { values, periodCount } = set;
  const list = Array.from(set.categories.keys());
  if (order === 'table') return list;
  const measure = (k: number) => {
    const own = values.subarray(k * periodCount, (k + 1) * periodCount);
    if (order === 'first') return own.findIndex((value) => !Number.isNaN(value));
    return -own.reduce((sum, value) => (Number.isNaN(value) ? sum : sum + Math.abs(value)), 0);
  };
  const keys = list.map(measure);
  return list.sort((a, b) => (keys[a] ?? 0) - (keys[b] ?? 0) || a - b);
}
