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
  /** Values at the period under way, the first in rank the greatest. */
  private readonly now: Float64Array;
  /** Ranks that those who are visible are to have; `places` for all others. */
  private readonly wanted: Int32Array;
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
    this.now = new Float64Array(this.total);
    this.wanted = new Int32Array(this.total).fill(places);
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
    const { now } = this;
    const present: number[] = [];
    const absent: number[] = [];
    for (const k of this.order) {
      const value = values[k * periodCount + period] ?? Number.NaN;
      now[k] = value * this.sign;
      (Number.isNaN(value) ? absent : present).push(k);
    }
    present.sort((a, b) => (now[b] ?? 0) - (now[a] ?? 0) || this.pairs.compareBefore(a, b, period));
    const visible = present.slice(0, this.places);
    for (let place = 0; place < visible.length; place++) this.wanted[visible[place] ?? 0] = place;
    this.reconcile(visible, 2 * period, 0);
    this.order = [...present, ...absent];
    for (let place = 0; place < this.order.length; place++) this.tieOrder[this.order[place] ?? 0] = place;
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
    const changes = this.meetings(contenders, step, { from, to });
    const visible: number[] = [];
    for (const k of contenders)
      if ((ahead[k] ?? 0) < this.places) {
        visible.push(k);
        this.wanted[k] = ahead[k] ?? 0;
      }
    this.reconcile(visible, 2 * step + 1, from);
    if (changes.length > 1) changes.sort((x, y) => x.s - y.s);
    this.walk(changes, 2 * step + 1);
  }

  /**
   * Counts how many stand before each at the start of a stretch, and finds who changes places within it. A course stays
   * between its end values, so two that are apart need no comparing: in the order of their lower ends, whoever begins
   * above the upper end of one stands above it, with all that come after.
   */
  private meetings(contenders: readonly number[], step: number, part: Part): Change[] {
    const { low, high, ahead } = this;
    const changes: Change[] = [];
    const sorted = contenders.slice().sort((a, b) => (low[a] ?? 0) - (low[b] ?? 0));
    const count = sorted.length;
    // How many more stand below the one at a place in the order than below the one before it.
    const below = new Int32Array(count + 1);
    for (let i = 0; i < count; i++) {
      const a = sorted[i] ?? 0;
      const end = high[a] ?? 0;
      let j = i + 1;
      for (; j < count && (low[sorted[j] ?? 0] ?? 0) <= end; j++) {
        const behind = this.compare(a, sorted[j] ?? 0, step, part, changes);
        ahead[behind] = (ahead[behind] ?? 0) + 1;
      }
      if (this.sign > 0) ahead[a] = (ahead[a] ?? 0) + count - j;
      else below[j] = (below[j] ?? 0) + 1;
    }
    if (this.sign < 0)
      for (let i = 0, before = 0; i < count; i++) {
        before += below[i] ?? 0;
        ahead[sorted[i] ?? 0] = (ahead[sorted[i] ?? 0] ?? 0) + before;
      }
    return changes;
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

  /** Gives those who are visible from the start of a stretch the ranks that they are to have; the others leave the stage. */
  private reconcile(visible: readonly number[], span: number, fraction: number): void {
    const { wanted, places } = this;
    for (const k of this.onStage) if (wanted[k] === places) this.moveTo(k, places, span, fraction);
    for (const k of visible) {
      this.moveTo(k, wanted[k] ?? places, span, fraction);
      wanted[k] = places;
    }
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
