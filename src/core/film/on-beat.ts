import { buildSec, closingOf, type Pace } from '../pace/pace';
import type { Card } from '../project/card';
import type { Chart } from '../project/chart';
import type { Beat } from '../project/sound';
import type { Transition } from '../project/transition';
import type { Period } from '../shaping/cube';
import { barSec, beatSec, nextOn } from '../sound/beats/beat-grid';

/** A piece that goes by the film's beat. */
export interface OnBeat {
  readonly beat: Beat;
  /** Beats a period. */
  readonly perPeriod: number;
  /** When the piece begins, in seconds of the film. */
  readonly fromSec: number;
  /** Seconds that the next piece takes to take its place. */
  readonly nextSec: number;
}

/** A way into a piece that lasts whole beats. */
export function intoOnBeat(into: Transition, beat: Beat): Transition {
  const each = beatSec(beat);
  return { ...into, sec: Math.max(1, Math.round(into.sec / each)) * each };
}

/** The seconds of a piece that end where the next one begins on a bar: at least as many as were wanted. */
function untilBar(wantedSec: number, { beat, fromSec, nextSec }: OnBeat): number {
  return nextOn(fromSec + wantedSec - nextSec, beat.firstSec, barSec(beat)) + nextSec - fromSec;
}

/** A card whose end lies on a bar. */
export function cardOnBeat(card: Card, on: OnBeat): Card {
  return { ...card, sec: untilBar(card.sec, on) };
}

/**
 * A chart of which each period is reached on a beat, and which ends on a bar: the seconds of its steps are whole beats, more of
 * them where a step weighs more; holds take up the rest. What shows one moment only ends on a bar.
 */
export function chartOnBeat(chart: Chart, periods: readonly Period[], on: OnBeat): Chart {
  const { play, pace } = chart;
  if (play.kind === 'built') return { ...chart, play: { ...play, lengthSec: untilBar(play.lengthSec, on) } };
  const [opening, closing] = [buildSec(pace.opening), buildSec(closingOf(pace))];
  if (periods.length < 2) {
    const sec = untilBar(opening + pace.holdStartSec + pace.holdEndSec + closing, on);
    return { ...chart, pace: { ...pace, length: { by: 'whole', sec } } };
  }
  const { beat, perPeriod, fromSec } = on;
  const each = beatSec(beat);
  const steps = stepBeats(periods, pace, perPeriod);
  // A step rests behind its travel, and it is the arrival that falls on the beat.
  const early = pace.restShare * perPeriod * each;
  const run = nextOn(fromSec + opening + pace.holdStartSec - early, beat.firstSec, each) + early - fromSec;
  const runSec = steps.reduce((sum, count) => sum + count, 0) * each;
  const endSec = untilBar(run + runSec + pace.holdEndSec + closing, on);
  return {
    ...chart,
    pace: {
      ...pace,
      length: { by: 'period', sec: each },
      beatGrid: { firstSec: beat.firstSec - fromSec, eachSec: each },
      sharing: 'even',
      slowAtSwaps: 0,
      beats: steps.map((weight, i) => ({ periodKey: periods[i]?.key ?? '', weight })),
      holdStartSec: run - opening,
      holdEndSec: endSec - run - runSec - closing,
    },
  };
}

/** Beats of each step: by the calendar and by what the person gave it, rounded to whole ones, or to what a period has. */
function stepBeats(periods: readonly Period[], pace: Pace, perPeriod: number): number[] {
  const own = new Map(pace.beats.map(({ periodKey, weight }) => [periodKey, weight]));
  const gaps = periods.slice(1).map((period, i) => period.spacing - (periods[i]?.spacing ?? 0));
  const mean = gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length;
  const least = Math.min(1, perPeriod);
  return gaps.map((gap, i) => {
    const base = pace.sharing === 'calendar' && mean > 0 ? gap / mean : 1;
    const wanted = base * (own.get(periods[i]?.key ?? '') ?? 1) * perPeriod;
    return Math.max(least, Math.round(wanted / least) * least);
  });
}
