import { nthGreatest, type RankOrder } from './contenders';
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

/** Below this many contenders every pair is looked at; above, the step is halved until few are left. */
const FEW = 24;
const MAX_HALVINGS = 10;
/** Both halves together must have less than this part of the pairs of the whole. */
const WORTH_HALVING = 0.7;
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
    this.stretch(this.contendersOf(present, step, 0, to), step, { from: 0, to }, 0);
  }

  /** Finds the changes on the fractions (from, to] of a step's travel among these series. */
  private stretch(contenders: readonly number[], step: number, part: Part, depth: number): void {
    const { from, to } = part;
    const few = Math.max(FEW, 3 * this.places);
    const middle = (from + to) / 2;
    if (contenders.length > few && depth < MAX_HALVINGS && to > from) {
      const early = this.contendersOf(contenders, step, from, middle);
      const late = this.contendersOf(contenders, step, middle, to);
      // Halving pays only while it leaves fewer pairs; a crowd of equal values stays together however short the stretch.
      if (early.length ** 2 + late.length ** 2 < WORTH_HALVING * contenders.length ** 2) {
        this.stretch(early, step, { from, to: middle }, depth + 1);
        this.stretch(late, step, { from: middle, to }, depth + 1);
        return;
      }
    }
    this.comparePairs(contenders, step, from, to);
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
    const ahead = new Map(contenders.map((k) => [k, 0]));
    const changes: { s: number; up: number; down: number }[] = [];
    for (let i = 0; i < contenders.length; i++) {
      const a = contenders[i] ?? 0;
      for (let j = i + 1; j < contenders.length; j++) {
        const b = contenders[j] ?? 0;
        const flips = this.mayCross(a, b, step) ? this.pairs.changes(a, b, step) : [];
        const before = flips.filter((s) => s <= from).length;
        const aFirst = this.pairs.aheadAfterStart(a, b, step) === (before % 2 === 0);
        let [up, down] = aFirst ? [b, a] : [a, b];
        for (const s of flips.slice(before)) {
          if (s > to) break;
          changes.push({ s, up, down });
          [up, down] = [down, up];
        }
        const behind = aFirst ? b : a;
        ahead.set(behind, (ahead.get(behind) ?? 0) + 1);
      }
    }
    const visible = new Map([...ahead].filter(([, rank]) => rank < this.places));
    this.reconcile(visible, 2 * step + 1, from);
    changes.sort((x, y) => x.s - y.s);
    this.walk(changes, ahead, 2 * step + 1);
  }

  /** Courses that are apart over the whole step need no root finding: each stays between its end values. */
  private mayCross(a: number, b: number, step: number): boolean {
    if (this.set.between === 'step') return false;
    const { values, periodCount } = this.set;
    const a0 = values[a * periodCount + step] ?? 0;
    const a1 = values[a * periodCount + step + 1] ?? 0;
    const b0 = values[b * periodCount + step] ?? 0;
    const b1 = values[b * periodCount + step + 1] ?? 0;
    return Math.min(a0, a1) <= Math.max(b0, b1) && Math.min(b0, b1) <= Math.max(a0, a1);
  }

  /** Goes through the changes in order; those at one moment are taken together. */
  private walk(changes: readonly { s: number; up: number; down: number }[], ahead: Map<number, number>, span: number) {
    for (let i = 0; i < changes.length; ) {
      const s = changes[i]?.s ?? 0;
      const touched = new Set<number>();
      for (; i < changes.length && changes[i]?.s === s; i++) {
        const { up, down } = changes[i] as { up: number; down: number };
        ahead.set(up, (ahead.get(up) ?? 0) - 1);
        ahead.set(down, (ahead.get(down) ?? 0) + 1);
        touched.add(up).add(down);
      }
      for (const k of touched) this.moveTo(k, Math.min(this.places, ahead.get(k) ?? this.places), span, s);
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
