import { median } from 'd3-array';

/** How several values become one. */
export const combines = ['sum', 'mean', 'median', 'min', 'max', 'first', 'last', 'count'] as const;
export type Combine = (typeof combines)[number];

/** Gathers values into cells, several of them into one. Cells that never get a value stay NaN. */
export class CellGatherer {
  private readonly values: Float64Array;
  private readonly counts: Uint32Array;
  private readonly lists: Map<number, number[]> | null;

  constructor(
    size: number,
    private readonly combine: Combine,
  ) {
    this.values = new Float64Array(size).fill(Number.NaN);
    this.counts = new Uint32Array(size);
    this.lists = combine === 'median' ? new Map() : null;
  }

  /** How many values the cell has had. */
  countOf(cell: number): number {
    return this.counts[cell] ?? 0;
  }

  /** Adds a value; NaN is no value. Returns false when the result would be too large for a number. */
  add(cell: number, value: number): boolean {
    if (Number.isNaN(value)) return true;
    const count = (this.counts[cell] ?? 0) + 1;
    const before = this.values[cell] ?? Number.NaN;
    const next = count === 1 ? this.start(cell, value) : this.join(cell, before, value);
    if (!Number.isFinite(next)) return false;
    this.counts[cell] = count;
    this.values[cell] = next;
    return true;
  }

  private start(cell: number, value: number): number {
    this.lists?.set(cell, [value]);
    return this.combine === 'count' ? 1 : value;
  }

  private join(cell: number, before: number, value: number): number {
    switch (this.combine) {
      case 'sum':
      case 'mean':
        return before + value;
      case 'min':
        return Math.min(before, value);
      case 'max':
        return Math.max(before, value);
      case 'first':
        return before;
      case 'count':
        return before + 1;
      case 'median':
        this.lists?.get(cell)?.push(value);
        return value;
      case 'last':
        return value;
    }
  }

  /** The gathered values; call once, at the end. */
  finish(): Float64Array {
    const { values, counts } = this;
    if (this.combine === 'mean')
      for (let i = 0; i < values.length; i++) values[i] = (values[i] ?? 0) / (counts[i] || 1);
    for (const [cell, list] of this.lists ?? []) values[cell] = median(list) ?? Number.NaN;
    return values;
  }
}
