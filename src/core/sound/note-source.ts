import type { DataNote } from '../project/data-notes';
import { factorOf } from './gain';
import { hzOf, plucked } from './pluck';
import { MIX_RATE, type SoundSource } from './source';

/** Seconds that a note rings, and by which it has died away. */
const NOTE_SEC = 2.5;
const RING_SEC = 1.8;

/** Notes as a sound: each a plucked string, the same one for the same note, wherever it is read from. */
export function noteSource(notes: readonly DataNote[], filmSec: number): SoundSource {
  const strings = new Map<number, Float32Array>();
  const stringOf = (note: number) => {
    const known = strings.get(note);
    if (known) return known;
    const string = plucked({ hz: hzOf(note), sec: NOTE_SEC, bright: 0.55, seed: note * 101 + 7, ringSec: RING_SEC });
    strings.set(note, string);
    return string;
  };
  const placed = notes.map((note) => ({ ...note, at: Math.round(note.sec * MIX_RATE) }));
  const length = Math.round(NOTE_SEC * MIX_RATE);
  return {
    rate: MIX_RATE,
    frames: Math.round(filmSec * MIX_RATE),
    async read(from, to) {
      const left = new Float32Array(Math.max(0, to - from));
      const right = new Float32Array(left.length);
      for (const { at, note, side, gainDb } of placed) {
        if (at >= to || at + length <= from) continue;
        const string = stringOf(note);
        const angle = ((side + 1) * Math.PI) / 4;
        const [l, r] = [factorOf(gainDb) * Math.cos(angle), factorOf(gainDb) * Math.sin(angle)];
        for (let i = Math.max(0, from - at); i < Math.min(string.length, to - at); i++) {
          const place = at + i - from;
          left[place] = (left[place] as number) + l * (string[i] as number);
          right[place] = (right[place] as number) + r * (string[i] as number);
        }
      }
      return [left, right];
    },
  };
}
