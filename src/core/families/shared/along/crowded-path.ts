import { type SeriesSet, valueInStep } from '../../../motion/series';
import type { PathSink } from '../../../scene/path';
import { type AlongView, firstInView, heightPx } from './along-view';
import { acrossPx } from './period-axis';
import type { PeriodPlaces } from './period-places';

/** The periods in each column of pixels, for one window and place on stage. */
interface PixelColumns {
  /** The column of each period, in pixels. */
  readonly px: Int32Array;
  /** The first period of each column, and one more that ends the last. */
  readonly starts: Int32Array;
  /** By series: of each column the periods of the least and of the greatest value; -1 where a value is absent. */
  readonly extremes: Map<number, { readonly lowAt: Int32Array; readonly highAt: Int32Array }>;
}

/** By periods: the last columns that were asked for. A window that stands still has the same ones in every frame. */
const kept = new WeakMap<
  PeriodPlaces,
  { readonly key: string; readonly set: SeriesSet; readonly columns: PixelColumns }
>();

function columnsOf(set: SeriesSet, { area, moment, periods }: AlongView): PixelColumns {
  const key = `${area.x} ${area.widthPx} ${moment.from} ${moment.to}`;
  const known = kept.get(periods);
  if (known?.key === key && known.set === set) return known.columns;
  const { places } = periods;
  const px = Int32Array.from(places, (place) => Math.round(acrossPx(area, moment, place)));
  const starts: number[] = [];
  for (let p = 0; p < px.length; p++) if (p === 0 || px[p] !== px[p - 1]) starts.push(p);
  const columns = { px, starts: Int32Array.of(...starts, px.length), extremes: new Map() };
  kept.set(periods, { key, set, columns });
  return columns;
}

/** Of each column the periods of the least and of the greatest value. Cost: O(periods), once for a window. */
function extremesOf(set: SeriesSet, k: number, { starts, extremes }: PixelColumns) {
  const known = extremes.get(k);
  if (known) return known;
  const { values, periodCount } = set;
  const count = starts.length - 1;
  const lowAt = new Int32Array(count);
  const highAt = new Int32Array(count);
  for (let c = 0; c < count; c++) {
    const start = starts[c] as number;
    const end = starts[c + 1] as number;
    let low = start;
    let high = start;
    let whole = true;
    for (let p = start; p < end; p++) {
      const value = values[k * periodCount + p] as number;
      if (value < (values[k * periodCount + low] as number)) low = p;
      if (value > (values[k * periodCount + high] as number)) high = p;
      if (Number.isNaN(value)) whole = false;
    }
    lowAt[c] = whole ? low : -1;
    highAt[c] = whole ? high : -1;
  }
  const found = { lowAt, highAt };
  extremes.set(k, found);
  return found;
}

/**
 * A line of many periods for the pixels: of each column of pixels the extremes, in the order in which they come, and the
 * value at the playhead. Cost: O(columns of pixels) while the window stands still, O(periods) else.
 */
export function crowdedPath(set: SeriesSet, k: number, view: AlongView, sink: PathSink): void {
  const { area, moment } = view;
  const { values, periodCount, unit } = set;
  const columns = columnsOf(set, view);
  const { lowAt, highAt } = extremesOf(set, k, columns);
  const { px, starts } = columns;
  const base = k * periodCount;
  let open = false;
  const put = (x: number, value: number) => {
    const y = heightPx(view, value * unit);
    if (open) sink.lineTo(x, y);
    else sink.moveTo(x, y);
    open = true;
  };
  /** Both extremes of a column, the earlier one first. */
  const putColumn = (x: number, low: number, high: number) => {
    put(x, values[base + Math.min(low, high)] as number);
    if (values[base + low] !== values[base + high]) put(x, values[base + Math.max(low, high)] as number);
  };
  /** A column that is not whole: one with gaps, or the one at the playhead. */
  const walk = (from: number, until: number) => {
    let low = -1;
    let high = -1;
    for (let p = from; p <= until; p++) {
      const value = values[base + p] as number;
      if (Number.isNaN(value)) {
        if (low >= 0) putColumn(px[from] as number, low, high);
        low = -1;
        high = -1;
        open = false;
        continue;
      }
      if (low < 0 || value < (values[base + low] as number)) low = p;
      if (high < 0 || value > (values[base + high] as number)) high = p;
    }
    if (low >= 0) putColumn(px[from] as number, low, high);
  };
  const first = firstInView(view);
  for (let c = 0; c < lowAt.length; c++) {
    const start = starts[c] as number;
    const end = (starts[c + 1] as number) - 1;
    if (end < first) continue;
    if (start > moment.step) break;
    const low = lowAt[c] as number;
    if (low < 0 || start < first || end > moment.step) walk(Math.max(first, start), Math.min(end, moment.step));
    else putColumn(px[start] as number, low, highAt[c] as number);
  }
  const head = valueInStep(set, k, moment.step, moment.s);
  if (!Number.isNaN(head)) put(acrossPx(area, moment, moment.head), head);
}
