import { factorOf, joinedStretches } from './gain';
import { piecesOf } from './peaks';
import type { SoundSource } from './source';

/** Seconds over which loudness is taken. */
const WINDOW_SEC = 0.05;
/** What is this far below the loudest window is silence, in dB, and so is what is below the floor. */
const BELOW_DB = 34;
const FLOOR_DB = -56;
/** Shorter noises are no speech, in seconds. */
const LEAST_SEC = 0.15;
/** Breath between words, in seconds. */
const BREATH_SEC = 0.35;

/**
 * When somebody speaks in a sound: stretches in seconds of the file, in order. A window counts by its energy against the loudest
 * one, so a quiet recording is found as well as a loud one.
 */
export async function spokenIn(source: SoundSource): Promise<[number, number][]> {
  const size = Math.max(1, Math.round(WINDOW_SEC * source.rate));
  const energies = new Float64Array(Math.ceil(source.frames / size));
  for await (const { at, left, right } of piecesOf(source)) {
    for (let i = 0; i < left.length; i++) {
      const window = Math.floor((at + i) / size);
      energies[window] = (energies[window] as number) + (left[i] as number) ** 2 + (right[i] as number) ** 2;
    }
  }
  const levels = energies.map((energy) => Math.sqrt(energy / (2 * size)));
  const loudest = levels.reduce((most, level) => Math.max(most, level), 0);
  const least = Math.max(loudest * factorOf(-BELOW_DB), factorOf(FLOOR_DB));
  const found: [number, number][] = [];
  levels.forEach((level, window) => {
    if (level >= least)
      found.push([window * WINDOW_SEC, Math.min((window + 1) * WINDOW_SEC, source.frames / source.rate)]);
  });
  return joinedStretches(found, BREATH_SEC).filter(([from, to]) => to - from >= LEAST_SEC - 1e-9);
}
