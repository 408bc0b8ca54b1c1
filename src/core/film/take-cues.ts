import { buildSec, closingOf, type Pace, paceLimits } from '../pace/pace';
import type { Chart } from '../project/chart';
import { withPieceLength } from '../project/piece-length';
import { withChart } from '../project/pieces';
import type { Project } from '../project/project';
import type { Cue } from './cue-plan';
import type { TakenPiece } from './cue-walk';

/** Seconds that a mark takes to come after its cue, at the most; the next cue may cut it short. */
const MOST_STEP_SEC = 1.2;
/** The shortest way from one period to the next, in seconds. */
const LEAST_WAY_SEC = 0.04;

const clamp = (value: number, [low, high]: readonly [number, number]) => Math.min(high, Math.max(low, value));

/**
 * The project with the times that a person took: steps begin and periods are reached when they were called for, and pieces last
 * as long as was spoken along them. Cues that were not given follow at the pace of the others.
 */
export function withTakenCues(project: Project, taken: readonly TakenPiece[]): Project {
  return taken.reduce((done, each, i) => {
    const next = taken[i + 1];
    // The next piece begins while this one still gives way to it.
    const lengthSec = Math.max(0.1, each.endSec - each.startSec + (next?.piece.arrivalSec ?? 0));
    return withPiece(done, each, lengthSec);
  }, project);
}

function withPiece(project: Project, taken: TakenPiece, lengthSec: number): Project {
  const { pieceId, kind } = taken.piece;
  const lasting = withPieceLength(project, pieceId, lengthSec);
  if (kind === 'steps') return withChart(lasting, pieceId, (chart) => withStepTimes(chart, taken, lengthSec));
  if (kind !== 'periods' || taken.cueSec.length === 0) return lasting;
  return withChart(lasting, pieceId, (chart) => ({ ...chart, pace: periodPace(chart.pace, taken, lengthSec) }));
}

/** Steps begin at their cues. */
function withStepTimes(chart: Chart, { piece, startSec, cueSec }: TakenPiece, lengthSec: number): Chart {
  const { play, pace } = chart;
  if (play.kind !== 'built') return chart;
  const times = spread(
    piece.cues,
    cueSec.map((sec) => sec - startSec),
    ({ fromSec }) => fromSec,
  );
  const steps = piece.cues.map(({ key, fromSec, toSec }, i) => {
    const atSec = times[i] ?? fromSec;
    const takesSec = Math.min(
      MOST_STEP_SEC,
      Math.max(0.05, toSec - fromSec),
      Math.max(0.05, (times[i + 1] ?? Number.POSITIVE_INFINITY) - atSec),
    );
    return { key, atSec: rounded(atSec), takesSec: rounded(takesSec) };
  });
  const until = Math.max(...steps.map(({ atSec, takesSec }) => atSec + takesSec));
  const closing = buildSec(closingOf(pace));
  return {
    ...chart,
    play: { ...play, steps, lengthSec: clamp(Math.max(lengthSec, until + closing), paceLimits.lengthSec) },
    pace: { ...pace, opening: { ...pace.opening, sec: clamp(until, paceLimits.buildSec) } },
  };
}

/** Each period is reached at its cue: the seconds of the steps are those between cues. */
function periodPace(pace: Pace, { piece, startSec, cueSec }: TakenPiece, lengthSec: number): Pace {
  const opening = buildSec(pace.opening);
  const arrivals = spread(
    piece.cues,
    cueSec.map((sec) => sec - startSec),
    ({ toSec }) => toSec,
  );
  const first = Math.max(opening + LEAST_WAY_SEC, arrivals[0] ?? 0);
  const gaps = arrivals.slice(1).map((sec, i) => Math.max(LEAST_WAY_SEC, sec - (arrivals[i] ?? 0)));
  const mean = gaps.length > 0 ? gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length : first - opening;
  // The way to the first period that is called for is as long as the others; before it the film holds.
  const firstWay = Math.min(first - opening, mean);
  const ways = [firstWay, ...gaps];
  // What a step weighs has limits: the usual one is chosen so that the quickest and the slowest lie within them.
  const [lightest, heaviest] = paceLimits.weight;
  const each = clamp(clamp(mean, [Math.max(...ways) / heaviest, Math.min(...ways) / lightest]), paceLimits.periodSec);
  const runEnd = first + gaps.reduce((sum, gap) => sum + gap, 0);
  const closing = buildSec(closingOf(pace));
  // A step has the key of the period that it begins at.
  const keys = [piece.startKey, ...piece.cues.map(({ key }) => key)];
  const weights = ways.map((way, i) => ({ periodKey: keys[i] ?? '', weight: clamp(way / each, paceLimits.weight) }));
  return {
    ...pace,
    length: { by: 'period', sec: each },
    restShare: 0,
    sharing: 'even',
    slowAtSwaps: 0,
    beats: weights.filter(({ weight }) => weight !== 1),
    holdStartSec: clamp(first - opening - firstWay, paceLimits.holdSec),
    holdEndSec: clamp(lengthSec - runEnd - closing, paceLimits.holdSec),
  };
}

/**
 * Times for all cues: those that were taken, and for the others, the ways between them as the film had them, behind the last one.
 */
function spread(cues: readonly Cue[], taken: readonly number[], timeOf: (cue: Cue) => number): number[] {
  const last = taken.length - 1;
  const [from, to] = [cues[last], taken[last]];
  return cues.map((cue, i) => taken[i] ?? (from && to !== undefined ? to + timeOf(cue) - timeOf(from) : timeOf(cue)));
}

const rounded = (sec: number) => Math.round(sec * 1e4) / 1e4;
