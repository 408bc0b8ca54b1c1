import type { Box } from '../../../chart/box';
import { type Cubic, cubicAt, cubicSlopeAt } from '../../../motion/interpolation';
import { cubicOfStep, type SeriesSet, valueInStep } from '../../../motion/series';
import { type Path, PathSink } from '../../../scene/path';
import type { Domain } from '../domain';
import { acrossPx } from './period-axis';
import { type AlongMoment, type PeriodPlaces, placeInStep } from './period-places';

/** Where a chart along periods stands on stage, and what is in view of it. */
export interface AlongView {
  readonly area: Box;
  readonly domain: Domain;
  readonly moment: AlongMoment;
  readonly periods: PeriodPlaces;
}

/** A line in pieces: whole where the table has values, dashed where a gap was bridged. */
export interface LineParts {
  readonly whole: Path;
  readonly bridged: Path;
}

/** The screen height of a value; beyond the axis' ends it is outside of the area, where it is cut off. */
export function heightPx({ area, domain }: Pick<AlongView, 'area' | 'domain'>, value: number): number {
  const share = (value / 2 - domain.min / 2) / (domain.max / 2 - domain.min / 2);
  return area.y + area.heightPx * (1 - Math.min(4, Math.max(-3, share)));
}

/** The first period whose step is in view. */
export function firstInView({ moment, periods }: AlongView): number {
  const { places } = periods;
  let [low, high] = [0, Math.max(0, places.length - 1)];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if ((places[middle] ?? 0) <= moment.from) low = middle;
    else high = middle - 1;
  }
  return low;
}

const cubic: Cubic = { c0: 0, c1: 0, c2: 0, c3: 0 };

/**
 * The line of a series from the window's start to the playhead: exactly the values that count beside it. It breaks where
 * the series is absent.
 *
 * @param known Does the table itself have a value of this series at a period? What lies between others was bridged.
 * Cost: O(periods in view), and never more points than twice the pixels.
 */
export function linePath(set: SeriesSet, k: number, view: AlongView, known: (period: number) => boolean): LineParts {
  const { moment } = view;
  const first = firstInView(view);
  const [whole, bridged] = [new PathSink(), new PathSink()];
  // Within two pixels nobody tells a curve from what is straight.
  if (moment.step - first > view.area.widthPx / 2) {
    crowdedPath(set, k, view, first, whole);
    return { whole: whole.path(), bridged: bridged.path() };
  }
  let open: PathSink | null = null;
  for (let p = first; p <= moment.step; p++) {
    const until = p < moment.step ? 1 : moment.s;
    const [from, to] = [valueInStep(set, k, p, 0), valueInStep(set, k, p, until)];
    if (until <= 0 || Number.isNaN(from) || Number.isNaN(to)) {
      open = null;
      continue;
    }
    const sink = known(p) && known(p + 1) ? whole : bridged;
    const x = (s: number) => acrossPx(view.area, moment, placeInStep(view.periods, p, s));
    const y = (value: number) => heightPx(view, value * set.unit);
    if (open !== sink) sink.moveTo(x(0), y(from));
    open = sink;
    if (set.between === 'step') {
      sink.lineTo(x(until), y(from));
      if (until >= 1) sink.lineTo(x(1), y(to));
    } else if (set.between === 'linear') sink.lineTo(x(until), y(to));
    else {
      // A cubic over a step is a curve with its handles at thirds of the way along the slopes.
      cubicOfStep(set, k, p, cubic);
      const third = until / 3;
      const start = from + cubicSlopeAt(cubic, 0) * third;
      const end = cubicAt(cubic, until) - cubicSlopeAt(cubic, until) * third;
      sink.bezierCurveTo(x(third), y(start), x(2 * third), y(end), x(until), y(to));
    }
  }
  return { whole: whole.path(), bridged: bridged.path() };
}

/** By moment: the column of pixels of each period in view. All lines of a picture share them. */
const columnsOf = new WeakMap<AlongMoment, Int32Array>();

function pixelColumns({ area, moment, periods }: AlongView, first: number): Int32Array {
  const known = columnsOf.get(moment);
  if (known) return known;
  const columns = new Int32Array(moment.step + 1);
  for (let p = first; p <= moment.step; p++)
    columns[p] = Math.round(acrossPx(area, moment, periods.places[p] as number));
  columnsOf.set(moment, columns);
  return columns;
}

/** Many periods for the pixels: of each column of pixels the extremes, in the order in which they come. */
function crowdedPath(set: SeriesSet, k: number, view: AlongView, first: number, sink: PathSink): void {
  const { area, moment } = view;
  const { values, periodCount, unit } = set;
  const columns = pixelColumns(view, first);
  let open = false;
  let column = -1;
  let [low, high, lowAt, highAt] = [Infinity, -Infinity, 0, 0];
  const put = (x: number, value: number) => {
    const y = heightPx(view, value * unit);
    if (open) sink.lineTo(x, y);
    else sink.moveTo(x, y);
    open = true;
  };
  const flush = () => {
    if (low <= high) {
      const rises = lowAt <= highAt;
      put(column, rises ? low : high);
      if (low !== high) put(column, rises ? high : low);
    }
    low = Infinity;
    high = -Infinity;
  };
  for (let p = first, at = k * periodCount + first; p <= moment.step; p++, at++) {
    const value = values[at] as number;
    const x = columns[p] as number;
    if (x !== column) {
      flush();
      column = x;
    }
    if (value < low) {
      low = value;
      lowAt = p;
    }
    if (value > high) {
      high = value;
      highAt = p;
    }
    if (Number.isNaN(value)) {
      flush();
      open = false;
    }
  }
  flush();
  const head = valueInStep(set, k, moment.step, moment.s);
  if (!Number.isNaN(head)) put(acrossPx(area, moment, moment.head), head);
}
