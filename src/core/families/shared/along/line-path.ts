import { blankCubic, cubicAt, cubicSlopeAt } from '../../../motion/interpolation';
import { cubicOfStep, type SeriesSet, valueInStep } from '../../../motion/series';
import { type Path, PathSink } from '../../../scene/path';
import { type AlongView, firstInView, heightPx } from './along-view';
import { crowdedPath } from './crowded-path';
import { acrossPx } from './period-axis';
import { placeInStep } from './period-places';

/** Pieces of a step on a logarithmic axis: so long, and so many at most. */
const PIECE_PX = 5;
const MOST_PIECES = 24;

/** A line in pieces: whole where the table has values, dashed where a gap was bridged. */
export interface LineParts {
  readonly whole: Path;
  readonly bridged: Path;
}

/** Is there a period every two pixels? Within these nobody tells a curve from what is straight. */
export function isCrowded(view: AlongView): boolean {
  return view.moment.step - firstInView(view) > view.area.widthPx / 2;
}

const cubic = blankCubic();

/**
 * The line of a series from the window's start to the playhead: exactly the values that count beside it. It breaks where
 * the series is absent.
 *
 * @param fromStart The line from its very start, of which the caller cuts off what lies before the window: dashes then stay where
 * they are on the line.
 * @param known Does the table itself have a value of this series at a period? What lies between others was bridged.
 * Cost: O(periods in view), and never more points than twice the pixels.
 */
export function linePath(
  set: SeriesSet,
  k: number,
  view: AlongView,
  known: (period: number) => boolean,
  fromStart = false,
): LineParts {
  const { moment } = view;
  const first = fromStart ? 0 : firstInView(view);
  const [whole, bridged] = [new PathSink(), new PathSink()];
  if (isCrowded(view)) {
    crowdedPath(set, k, view, whole);
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
    } else if (view.domain.log) {
      // On a logarithmic axis what is straight or a cubic is neither, so it is drawn in small pieces.
      const pieces = Math.max(1, Math.min(MOST_PIECES, Math.round((x(until) - x(0)) / PIECE_PX)));
      for (let i = 1; i <= pieces; i++) {
        const s = (until * i) / pieces;
        sink.lineTo(x(s), y(valueInStep(set, k, p, s)));
      }
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
