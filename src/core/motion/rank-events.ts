import type { RankOrder } from './choices';
import { nthGreatest } from './contenders';
import { PairOrder } from './pair-order';
import { presentInStep, type SeriesSet, valueInStep } from './series';

/**
 * Every change of clipped rank in a film, in the order in which they happen. A place in time is a span (see
 * `FilmClock`) and a fraction of its travel, so the list does not depend on the film's pace.
 */
export interface RankEvents {
  /** Clipped rank of each series at the film's start: 0 is the first place, `places` is off stage. */
  readonly startRank: Int32Array;
  readonly series: Int32Array;
  readonly span: Int32Array;
  readonly fraction: Float64Array;
  /** Change of the clipped rank; never 0. */
  readonly delta: Int32Array;
}

/** Fractions of a step's travel. */
interface Part {
  readonly from: number;
  readonly to: number;
}

/** A change of places between two: who goes up, who goes down, at which fraction. */
interface Change {
  readonly s: number;
  readonly up: number;
  readonly down: number;
}

/** A part of a step with those who can be on stage in it. */
interface Stretch extends Part {
  readonly contenders: readonly number[];
}

/** Below this many contenders every pair is looked at; above, the step is halved until few are left. */
const FEW = 20;
const MAX_HALVINGS = 6;
/** Both halves together must have less than this part of the pairs of the whole. */
const WORTH_HALVING = 0.8;
/** Where both halves keep more than this part of the contenders, shorter ones would too. */
const STAYS_TOGETHER = 0.97;
/** Contenders this close under the bar still count, so that rounding drops nobody; relative to the bar. */
const MARGIN = 1e-9;

/**
 * Finds all changes of clipped rank.
 *
 * @param set The series that can ever be on stage.
 * @param places Places on stage, at least 1; ranks are clipped to it.
 * Cost: a sort a period, and the pairs among the contenders of each step.
 */
export function findRankEvents(set: SeriesSet, places: number, order: RankOrder): RankEvents {
  if (order === 'table') return fixedPlaces(set, places);
  return new RankSweep(set, places, order === 'largest' ? 1 : -1).run();
}

function fixedPlaces(set: SeriesSet, places: number): RankEvents {
  const startRank = Int32Array.from(set.categories, (_, k) => Math.min(k, places));
  const none = new Int32Array(0);
  return { startRank, series: none, span: none, fraction: new Float64Array(0), delta: none };
}

class RankSweep {
  private readonly total: number;
  private readonly tieOrder: Int32Array;
  private readonly pairs: PairOrder;
  private readonly current: Int32Array;
  /** Series in the order last found, which makes the next sort nearly free. */
  private order: number[];
  private onStage = new Set<number>();
  private startRank: Int32Array | null = null;
  /** Of the contenders of the stretch under way: the ends of their courses, and how many stand before each. */
  private readonly low: Float64Array;
  private readonly high: Float64Array;
  private readonly ahead: Int32Array;
  private readonly series: number[] = [];
  private readonly span: number[] = [];
  private readonly fraction: number[] = [];
  private readonly delta: number[] = [];

  constructor(
    private readonly set: SeriesSet,
    private readonly places: number,
    private readonly sign: 1 | -1,
  ) {
    this.total = set.categories.length;
    this.order = Array.from({ length: this.total }, (_, k) => k);
    this.tieOrder = Int32Array.from(this.order);
    this.pairs = new PairOrder(set, sign, this.tieOrder);
    this.current = new Int32Array(this.total).fill(places);
    this.low = new Float64Array(this.total);
    this.high = new Float64Array(this.total);
    this.ahead = new Int32Array(this.total);
  }

  run(): RankEvents {
    for (let period = 0; period < this.set.periodCount; period++) {
      this.dwell(period);
      if (period < this.set.periodCount - 1) this.travel(period);
    }
    return {
      startRank: this.startRank ?? new Int32Array(this.total).fill(this.places),
      series: Int32Array.from(this.series),
      span: Int32Array.from(this.span),
      fraction: Float64Array.from(this.fraction),
      delta: Int32Array.from(this.delta),
    };
  }

  /** Orders everything present at a period, which also settles how later ties fall. */
  private dwell(period: number): void {
    const { values, periodCount } = this.set;
    const value = (k: number) => values[k * periodCount + period] ?? Number.NaN;
    const present = this.order.filter((k) => !Number.isNaN(value(k)));
    const absent = this.order.filter((k) => Number.isNaN(value(k)));
    present.sort((a, b) => (value(b) - value(a)) * this.sign || this.pairs.compareBefore(a, b, period));
    const ranks = new Map(present.slice(0, this.places).map((k, place) => [k, place]));
    this.reconcile(ranks, 2 * period, 0);
    this.order = [...present, ...absent];
    this.order.forEach((k, place) => {
      this.tieOrder[k] = place;
    });
    if (this.startRank === null) this.startRank = Int32Array.from(this.current);
  }

  private travel(step: number): void {
    const present: number[] = [];
    for (let k = 0; k < this.total; k++) if (presentInStep(this.set, k, step)) present.push(k);
    const asWhole = this.set.between === 'step';
    const to = asWhole ? 0 : 1;
    this.stretch(this.contendersOf(present, step, 0, to), step, { from: 0, to });
  }

  /** Finds the changes of a step's travel among these series, in stretches that are each as cheap as can be. */
  private stretch(contenders: readonly number[], step: number, part: Part): void {
    for (const { from, to, contenders: few } of this.partsOf(contenders, step, part, 0))
      this.comparePairs(few, step, from, to);
  }

  /**
   * A stretch in as many parts as make the fewest pairs. A half seldom pays where the quarters would, so the halves are
   * halved before they are judged; a crowd of equal values stays together however short the stretch.
   */
  private partsOf(contenders: readonly number[], step: number, part: Part, depth: number): Stretch[] {
    const { from, to } = part;
    const whole = [{ from, to, contenders }];
    const few = Math.max(FEW, 2 * this.places);
    if (contenders.length <= few || depth >= MAX_HALVINGS || to <= from) return whole;
    const middle = (from + to) / 2;
    const early = this.contendersOf(contenders, step, from, middle);
    const late = this.contendersOf(contenders, step, middle, to);
    if (Math.min(early.length, late.length) > STAYS_TOGETHER * contenders.length) return whole;
    const halves = [
      ...this.partsOf(early, step, { from, to: middle }, depth + 1),
      ...this.partsOf(late, step, { from: middle, to }, depth + 1),
    ];
    const pairs = halves.reduce((sum, each) => sum + each.contenders.length ** 2, 0);
    return pairs < WORTH_HALVING * contenders.length ** 2 ? halves : whole;
  }

  private contendersOf(candidates: readonly number[], step: number, from: number, to: number): number[] {
    if (candidates.length <= this.places) return [...candidates];
    const at = (k: number, s: number) => valueInStep(this.set, k, step, s) * this.sign;
    const starts = candidates.map((k) => at(k, from));
    const ends = candidates.map((k) => at(k, to));
    const bar = nthGreatest(
      starts.map((start, i) => Math.min(start, ends[i] ?? start)),
      this.places,
    );
    const margin = Math.abs(bar) * MARGIN;
    return candidates.filter((_, i) => Math.max(starts[i] ?? 0, ends[i] ?? 0) >= bar - margin);
  }

  private comparePairs(contenders: readonly number[], step: number, from: number, to: number): void {
    const { low, high, ahead } = this;
    for (const k of contenders) {
      const [start, end] = [valueInStep(this.set, k, step, from), valueInStep(this.set, k, step, to)];
      const margin = Math.max(Math.abs(start), Math.abs(end)) * MARGIN;
      low[k] = Math.min(start, end) - margin;
      high[k] = Math.max(start, end) + margin;
      ahead[k] = 0;
    }
    const changes: Change[] = [];
    for (let i = 0; i < contenders.length; i++) {
      const a = contenders[i] ?? 0;
      for (let j = i + 1; j < contenders.length; j++) {
        const b = contenders[j] ?? 0;
        const behind = this.apart(a, b) ?? this.compare(a, b, step, { from, to }, changes);
        ahead[behind] = (ahead[behind] ?? 0) + 1;
      }
    }
    const visible = new Map<number, number>();
    for (const k of contenders) if ((ahead[k] ?? 0) < this.places) visible.set(k, ahead[k] ?? 0);
    this.reconcile(visible, 2 * step + 1, from);
    changes.sort((x, y) => x.s - y.s);
    this.walk(changes, 2 * step + 1);
  }

  /**
   * Who stands behind, of two that are apart over a whole stretch; null where they may meet. A course stays between its
   * end values, whatever lies between, so no root has to be found.
   */
  private apart(a: number, b: number): number | null {
    const { low, high } = this;
    if ((low[a] ?? 0) > (high[b] ?? 0)) return this.sign > 0 ? b : a;
    if ((low[b] ?? 0) > (high[a] ?? 0)) return this.sign > 0 ? a : b;
    return null;
  }

  /** Who stands behind at the start of a stretch; the changes of the two within it are added to the list. */
  private compare(a: number, b: number, step: number, { from, to }: Part, changes: Change[]): number {
    const flips = this.set.between === 'step' ? [] : this.pairs.changes(a, b, step);
    let before = 0;
    for (const s of flips) if (s <= from) before++;
    const aFirst = this.pairs.aheadAfterStart(a, b, step) === (before % 2 === 0);
    let [up, down] = aFirst ? [b, a] : [a, b];
    for (let i = before; i < flips.length; i++) {
      const s = flips[i] ?? 1;
      if (s > to) break;
      changes.push({ s, up, down });
      [up, down] = [down, up];
    }
    return aFirst ? b : a;
  }

  /** Goes through the changes in order; those at one moment are taken together. */
  private walk(changes: readonly Change[], span: number) {
    const { ahead } = this;
    const touched = new Set<number>();
    for (let i = 0; i < changes.length; ) {
      const s = changes[i]?.s ?? 0;
      touched.clear();
      for (; i < changes.length && changes[i]?.s === s; i++) {
        const { up, down } = changes[i] as Change;
        ahead[up] = (ahead[up] ?? 0) - 1;
        ahead[down] = (ahead[down] ?? 0) + 1;
        touched.add(up).add(down);
      }
      for (const k of touched) this.moveTo(k, Math.min(this.places, ahead[k] ?? this.places), span, s);
    }
  }

  /** Makes the ranks on stage what they are at the start of a stretch; whoever is not named is off stage. */
  private reconcile(ranks: ReadonlyMap<number, number>, span: number, fraction: number): void {
    for (const k of [...this.onStage]) if (!ranks.has(k)) this.moveTo(k, this.places, span, fraction);
    for (const [k, rank] of ranks) this.moveTo(k, rank, span, fraction);
  }

  private moveTo(k: number, rank: number, span: number, fraction: number): void {
    const before = this.current[k] ?? this.places;
    if (before === rank) return;
    this.current[k] = rank;
    if (rank < this.places) this.onStage.add(k);
    else this.onStage.delete(k);
    if (this.startRank === null) return;
    this.series.push(k);
    this.span.push(span);
    this.fraction.push(fraction);
    this.delta.push(rank - before);
  }
}
