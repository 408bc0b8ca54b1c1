import { usualMix, usualSound } from '@/core/project/sound';
import { mixSpan, planMix } from '@/core/sound/mix';
import { noiseOf } from '@/core/sound/pluck';
import { MIX_RATE, sourceOf } from '@/core/sound/source';

const FILM_SEC = 600;
const ROUNDS = 3;
/** Samples that are mixed at once, as an export does. */
const PIECE = MIX_RATE;

function noise(rate: number, sec: number, seed: number) {
  const next = noiseOf(seed);
  const side = () => Float32Array.from({ length: rate * sec }, () => 0.2 * next());
  return sourceOf(rate, [side(), side()]);
}

const base = { ...usualSound, name: '', fileName: '', assetId: '' };
const music = { ...base, id: 'm', kind: 'music' as const, fileSec: 30, loop: true, fadeOutSec: 2 };
const voice = { ...base, id: 'v', kind: 'voice' as const, fileSec: 120, startSec: 5, loop: true };
const spoken = Array.from({ length: 12 }, (_, i): [number, number] => [i * 10, i * 10 + 6]);
const plan = planMix(
  [
    { sound: music, source: noise(44_100, 30, 3), spoken: [] },
    { sound: voice, source: noise(48_000, 120, 5), spoken },
  ],
  usualMix,
  FILM_SEC,
);

/** How many times quicker than it is heard ten minutes are mixed: music of 44.1 kHz under a voice, in stereo. */
const times: number[] = [];
for (let round = 0; round < ROUNDS; round++) {
  const startedMs = performance.now();
  for (let at = 0; at < plan.samples; at += PIECE) await mixSpan(plan, at, Math.min(plan.samples, at + PIECE));
  times.push(FILM_SEC / ((performance.now() - startedMs) / 1000));
}

process.stdout.write(JSON.stringify({ times }));
