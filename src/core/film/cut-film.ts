import type { Timeline } from './tell-film';

/** A stretch of a film: frames from `from` up to `to`, without the end. */
export interface FilmSpan {
  readonly from: number;
  readonly to: number;
}

/** A piece begins a span of its own once the span that runs has this share of its length. */
const LEAST_SHARE = 1 / 3;

/**
 * Cuts a film into spans that are made apart from each other. Where a piece begins, a span does too if the one before is long
 * enough by then: so an edit that makes one piece longer leaves the spans of the pieces behind it as they are.
 *
 * @param spanSec Seconds of a span at most; above 0.
 * @returns In order, without gaps, from the first frame to the last; none is empty.
 * @throws RangeError if `spanSec` is not above 0.
 */
export function cutFilm({ frameCount, framesPerSec, pieces }: Timeline, spanSec: number): FilmSpan[] {
  if (!(spanSec > 0)) throw new RangeError(`spanSec: must be above 0, received ${spanSec}`);
  const most = Math.max(1, Math.round(spanSec * framesPerSec));
  const least = Math.max(1, Math.floor(most * LEAST_SHARE));
  const starts = pieces.map(({ fromSec }) => firstFrameAt(fromSec, framesPerSec));
  const spans: FilmSpan[] = [];
  for (let from = 0; from < frameCount; ) {
    const start = starts.find((frame) => frame >= from + least && frame <= from + most);
    const to = Math.min(frameCount, start ?? from + most);
    spans.push({ from, to });
    from = to;
  }
  return spans;
}

/** The first frame that shows a time or what comes after it. Less than a thousandth of a frame is rounding. */
export const firstFrameAt = (sec: number, framesPerSec: number) => Math.ceil(sec * framesPerSec - 1e-3);
