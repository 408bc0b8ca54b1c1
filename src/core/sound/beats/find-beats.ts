import type { OnSeconds } from '../peaks';
import type { SoundSource } from '../source';
import { findTempo, levelled } from './find-tempo';
import { onsetsOf, STEPS_A_SEC } from './onsets';
import { evenBeats, trackBeats } from './track-beats';

/** The beat of a sound. */
export interface FoundBeats {
  readonly bpm: number;
  /** How sure the tempo is, in [0, 1]. */
  readonly confidence: number;
  readonly firstBeatSec: number;
  /** Seconds of the file, evenly apart. */
  readonly beats: readonly number[];
}

/** Sounds that are shorter have no tempo, in seconds. */
export const LEAST_BEAT_SEC = 3;
/** A beat is there where its onset is at least this share of the usual one. */
const HEARD = 0.35;
const HALF_HEARD = 0.5;

/**
 * Finds the beat of a sound that keeps its tempo.
 *
 * @returns null where it is too short, silent, or nothing comes again.
 */
export async function findBeats(source: SoundSource, onSeconds?: OnSeconds): Promise<FoundBeats | null> {
  const sec = source.frames / source.rate;
  if (sec < LEAST_BEAT_SEC) return null;
  const { strength, startSec } = await onsetsOf(source, onSeconds);
  const onsets = levelled(strength);
  const tempo = findTempo(onsets);
  if (!tempo || !onsets.some((value) => value > 0)) return null;
  const tracked = trackBeats(onsets, tempo.bpm);
  const row = evenBeats(tracked, onsets, (60 / tempo.bpm) * STEPS_A_SEC);
  const first = firstHeard(row, onsets);
  const beats: number[] = [];
  for (let at = first; at < onsets.length; at += row.period) beats.push(Math.max(0, at / STEPS_A_SEC + startSec));
  return {
    bpm: (60 * STEPS_A_SEC) / row.period,
    confidence: tempo.confidence,
    firstBeatSec: beats[0] ?? 0,
    beats,
  };
}

/** The first beat of an even row that is heard. */
function firstHeard({ first, period }: { first: number; period: number }, onsets: Float64Array): number {
  const near = (at: number) => {
    let most = 0;
    for (let i = Math.round(at) - 6; i <= Math.round(at) + 6; i++) most = Math.max(most, onsets[i] ?? 0);
    return most;
  };
  const start = first - Math.ceil(first / period) * period;
  const all: number[] = [];
  for (let at = start; at < onsets.length; at += period) all.push(near(at));
  const usual = [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
  const found = all.findIndex((value) => value >= HEARD * usual);
  const at = start + Math.max(0, found) * period;
  // Half a beat may be as good a place to begin as the beat, as where a quick tempo is told as half of it: what is heard
  // first is taken then.
  const between = all.map((_, i) => near(start + (i + 0.5) * period)).sort((a, b) => a - b);
  const asGood = (between[Math.floor(between.length / 2)] ?? 0) >= HALF_HEARD * usual;
  return asGood && at >= period / 2 && near(at - period / 2) >= HALF_HEARD * usual ? at - period / 2 : at;
}
