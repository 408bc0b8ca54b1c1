import { addNote, hzOf, noiseOf, plucked } from '../sound/pluck';
import { MIX_RATE, type SoundSource, sourceOf } from '../sound/source';

/** A rhythm that is made for tests. */
export interface Rhythm {
  readonly kind: 'clicks' | 'drums' | 'plucked';
  readonly bpm: number;
  readonly firstSec: number;
  readonly sec: number;
  /** Share of the beats that are left out. The first one never is. */
  readonly missing: number;
  /** Noise this far below the rhythm, in dB; null for none. */
  readonly noiseDb: number | null;
  readonly seed: number;
}

/** The samples of a rhythm. */
export function rhythmOf({ kind, bpm, firstSec, sec, missing, noiseDb, seed }: Rhythm): SoundSource {
  const out = new Float32Array(Math.round(sec * MIX_RATE));
  const random = noiseOf(seed * 7919 + 13);
  for (let i = 0; i < 20; i++) random();
  const chance = () => (random() + 1) / 2;
  const beatSec = 60 / bpm;
  for (let beat = 0, at = firstSec; at < sec - 0.05; beat++, at += beatSec) {
    if (beat > 0 && chance() < missing) continue;
    const put = (note: Float32Array, offsetSec: number, gain: number) =>
      addNote(out, note, Math.round((at + offsetSec) * MIX_RATE), gain);
    if (kind === 'clicks') put(click(), 0, 0.8);
    if (kind === 'drums') {
      if (beat % 2 === 0) put(drum(60, seed + beat), 0, 0.9);
      else put(drum(190, seed + beat), 0, 0.7);
      put(hat(seed + beat), 0, 0.25);
      put(hat(seed + beat + 99), beatSec / 2, 0.2);
    }
    if (kind === 'plucked') {
      const scale = [0, 2, 4, 7, 9, 12];
      const note = 57 + (scale[Math.floor(chance() * 6)] ?? 0);
      put(string(note, beatSec, seed + beat), 0, 0.6);
      if (beat % 4 === 0) put(string(note - 12, beatSec * 2, seed + beat), 0, 0.4);
      if (chance() < 0.4) put(string(note + 7, beatSec / 2, seed + beat + 7), beatSec / 2, 0.35);
    }
  }
  if (noiseDb !== null) {
    const power = Math.sqrt(out.reduce((sum, value) => sum + value * value, 0) / out.length);
    const noise = noiseOf(seed + 5);
    const gain = power * 10 ** (-noiseDb / 20) * Math.sqrt(3);
    for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + gain * noise();
  }
  return sourceOf(MIX_RATE, [out]);
}

const click = () =>
  Float32Array.from({ length: 480 }, (_, i) => Math.sin((2 * Math.PI * 1000 * i) / MIX_RATE) * Math.exp(-i / 90));

function drum(hz: number, seed: number): Float32Array {
  const noise = noiseOf(seed + 1);
  return Float32Array.from({ length: 9600 }, (_, i) => {
    const body = Math.sin((2 * Math.PI * hz * i) / MIX_RATE) * Math.exp(-i / 2000);
    return body + 0.5 * noise() * Math.exp(-i / (hz > 100 ? 2400 : 200));
  });
}

function hat(seed: number): Float32Array {
  const noise = noiseOf(seed + 31);
  let last = 0;
  return Float32Array.from({ length: 2400 }, (_, i) => {
    const now = noise();
    const high = now - last;
    last = now;
    return high * Math.exp(-i / 500);
  });
}

const string = (note: number, sec: number, seed: number) =>
  plucked({ hz: hzOf(note), sec, bright: 0.5, seed: seed + 3, ringSec: 1.5 });
