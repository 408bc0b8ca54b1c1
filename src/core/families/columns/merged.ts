import { type Path, verb } from '../../scene/path';
import type { AlongEntrance } from '../shared/along/along-build';
import { type ColumnsView, valuePx } from './places';
import type { ColumnsPlan } from './plan';
import { columnsOf, type Stand, thickOf } from './stands';

interface MergedStand {
  readonly stand: Stand;
  readonly view: ColumnsView;
  readonly slotPx: number;
  /** Where columns grow from, on screen. */
  readonly zero: number;
  readonly entrance: AlongEntrance;
  readonly period: number;
}

/** Edges that are nearer than this are one, whatever the last digits say. */
const SAME_PX = 1e-3;

/** The columns of one series as one shape. Those that touch are one outline, so that no seam shows between them. */
class MergedColumns {
  // Of each column: its edges across, farther one first, its end and its foot along. Columns come from the latest on.
  private readonly afters: number[] = [];
  private readonly befores: number[] = [];
  private readonly ends: number[] = [];
  private readonly feet: number[] = [];

  constructor(private readonly lying: boolean) {}

  add(x: number, widthPx: number, foot: number, end: number): void {
    this.afters.push(x + widthPx / 2);
    this.befores.push(x - widthPx / 2);
    this.ends.push(end);
    this.feet.push(foot);
  }

  /** All outlines as one path: along the ends of columns that touch, and back along their feet. */
  path(): Path {
    const { afters, befores, ends, feet, lying } = this;
    const count = ends.length;
    const verbs = new Uint8Array(5 * count);
    const points = new Float64Array(8 * count);
    let done = 0;
    let at = 0;
    const put = (across: number, along: number, kind: number) => {
      verbs[done++] = kind;
      points[at++] = lying ? along : across;
      points[at++] = lying ? across : along;
    };
    for (let from = 0; from < count; ) {
      let to = from + 1;
      while (to < count && Math.abs((afters[to] as number) - (befores[to - 1] as number)) < SAME_PX) to++;
      for (let i = from; i < to; i++) {
        put(
          i === from ? (afters[i] as number) : (befores[i - 1] as number),
          ends[i] as number,
          i === from ? verb.move : verb.line,
        );
        put(befores[i] as number, ends[i] as number, verb.line);
      }
      for (let i = to - 1; i >= from; i--) {
        put(befores[i] as number, feet[i] as number, verb.line);
        put(i === from ? (afters[i] as number) : (befores[i - 1] as number), feet[i] as number, verb.line);
      }
      verbs[done++] = verb.close;
      from = to;
    }
    return { verbs: verbs.subarray(0, done), points: points.subarray(0, at) };
  }
}

/** Thousands of thin columns, one shape for each series: they are not told apart, and would cost as much as they are many. */
export class Merged {
  private readonly shapes = new Map<number, MergedColumns>();

  constructor(private readonly plan: ColumnsPlan) {}

  /** Adds the columns of a stand; stands come from the latest to the earliest. */
  addStand({ stand, view, slotPx, zero, entrance, period }: MergedStand): void {
    const { chart, stack } = this.plan;
    const stacked = chart.own.grouping !== 'grouped';
    const put = (k: number, x: number, widthPx: number, from: number, to: number) => {
      const shape = this.shapes.get(k) ?? new MergedColumns(view.direction === 'lying');
      this.shapes.set(k, shape);
      const growth = entrance.growthOf(k, period);
      if (entrance.opacityOf(k, period) > 0)
        shape.add(x, widthPx, zero + (from - zero) * growth, zero + (to - zero) * growth);
    };
    if (!stacked) {
      for (const { k, x, widthPx, from, to } of columnsOf(this.plan, stand, view, slotPx)) put(k, x, widthPx, from, to);
      return;
    }
    const { base, top } = stand.s === 0 ? stack.atPeriod(stand.step) : stack.at(stand.step, stand.s);
    const thickPx = thickOf(this.plan, slotPx);
    for (const k of stack.order)
      put(k, stand.x, thickPx, valuePx(view, base[k] as number), valuePx(view, top[k] as number));
  }

  /** By series. */
  paths(): (readonly [k: number, path: Path])[] {
    return [...this.shapes].map(([k, shape]) => [k, shape.path()] as const);
  }
}
