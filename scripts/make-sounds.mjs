// node scripts/make-sounds.mjs: plays the two tunes and the rhythm that ship with the app on plucked strings and drums that
// are worked out, and writes them as WAV to public/sounds. They are our own, free to use. Run by hand; the results are kept.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { root } from './lib/set-up.mjs';

const { outputFiles } = await build({
  stdin: {
    contents: "export * from './src/core/sound/pluck'; export * from './src/core/sound/wav';",
    resolveDir: root,
  },
  bundle: true,
  write: false,
  format: 'esm',
});
const source = Buffer.from(outputFiles[0].text).toString('base64');
const { addNote, hzOf, noiseOf, plucked, wavOf } = await import(`data:text/javascript;base64,${source}`);

const RATE = 48_000;
/** Halves the rate of the files: strings have nothing up there, and the app is smaller for it. */
const WRITTEN = 24_000;

/** A piece of whole bars, which goes round without a gap. */
class Loop {
  constructor(bpm, beats) {
    this.beat = (60 / bpm) * RATE;
    const length = Math.round(beats * this.beat);
    this.left = new Float32Array(length);
    this.right = new Float32Array(length);
    this.count = 0;
  }

  /** @param side In [-1, 1] from left to right. */
  put(note, atBeat, gain, side = 0) {
    const at = Math.round(atBeat * this.beat);
    addNote(this.left, note, at, gain * Math.cos(((side + 1) * Math.PI) / 4), true);
    addNote(this.right, note, at, gain * Math.sin(((side + 1) * Math.PI) / 4), true);
  }

  string(note, atBeat, beats, gain, { side = 0, bright = 0.45, ringSec = 2.4 } = {}) {
    this.count++;
    const sec = Math.min(4, (beats * this.beat) / RATE + 0.8);
    this.put(plucked({ hz: hzOf(note), sec, bright, seed: this.count * 37 + note, ringSec }), atBeat, gain, side);
  }
}

/** Broken chords over a bass, with a melody above. */
function tune(bpm, chords, melody, { bright }) {
  const loop = new Loop(bpm, chords.length * 4);
  chords.forEach(([bass, ...notes], bar) => {
    loop.string(bass, bar * 4, 4, 0.5, { ringSec: 3, bright: bright * 0.7 });
    loop.string(bass + 7, bar * 4 + 2, 2, 0.28, { ringSec: 2.4, bright: bright * 0.7, side: -0.1 });
    const order = [0, 1, 2, 1, 0, 2, 1, 2];
    order.forEach((which, i) => {
      loop.string(notes[which % notes.length], bar * 4 + i / 2, 0.6, i % 2 ? 0.13 : 0.19, {
        side: i % 2 ? 0.45 : -0.45,
        bright,
      });
    });
  });
  for (const [at, note, beats] of melody) loop.string(note, at, beats, 0.36, { side: 0.12, bright: bright + 0.15 });
  return loop;
}

const lowTide = tune(
  84,
  [
    [45, 57, 60, 64],
    [41, 57, 60, 65],
    [48, 55, 60, 64],
    [43, 55, 59, 62],
  ],
  [
    [0, 76, 1.5],
    [1.5, 74, 0.5],
    [2, 72, 2],
    [4, 69, 1.5],
    [5.5, 72, 0.5],
    [6, 77, 2],
    [8, 76, 1],
    [9, 72, 1],
    [10, 67, 2],
    [12, 71, 1.5],
    [13.5, 74, 0.5],
    [14, 74, 2],
  ],
  { bright: 0.4 },
);

const marketDay = tune(
  116,
  [
    [50, 62, 66, 69],
    [43, 59, 62, 67],
    [50, 62, 66, 69],
    [45, 61, 64, 69],
    [47, 62, 66, 71],
    [43, 59, 62, 67],
    [45, 61, 64, 69],
    [50, 62, 66, 69],
  ],
  [0, 4, 8, 16, 20, 24].flatMap((at, i) => {
    const top = [78, 74, 78, 83, 79, 76][i];
    return [
      [at, top, 0.5],
      [at + 0.5, top - 2, 0.5],
      [at + 1, top - 4, 1],
      [at + 2, top - 5 + (i % 2), 1],
      [at + 3, top - 4, 1],
    ];
  }),
  { bright: 0.6 },
);

/** Skins and a shaker. */
function quayDrums() {
  const loop = new Loop(100, 16);
  const skin = (hz, length, noisy, seed) => {
    const noise = noiseOf(seed);
    return Float32Array.from({ length }, (_, i) => {
      const fall = Math.exp((-5 * i) / length);
      const body = Math.sin((2 * Math.PI * hz * (i + 1400 * (1 - Math.exp(-i / 900)))) / RATE);
      return (
        (body * (1 - noisy) + noise() * noisy * Math.exp((-14 * i) / length)) *
        fall *
        Math.min(1, i / 40) *
        Math.min(1, (length - i) / 200)
      );
    });
  };
  const shaker = (seed) => {
    const noise = noiseOf(seed);
    let last = 0;
    return Float32Array.from({ length: 3000 }, (_, i) => {
      const now = noise();
      const high = (now - last) / 2;
      last = now;
      return high * Math.exp(-i / 700) * Math.min(1, i / 60);
    });
  };
  for (let beat = 0; beat < 16; beat++) {
    if (beat % 4 === 0 || beat % 8 === 6) loop.put(skin(58, 14_000, 0.08, 3 + beat), beat, 0.8);
    if (beat % 4 === 2) loop.put(skin(150, 9000, 0.45, 11 + beat), beat, 0.55, 0.15);
    if (beat % 8 === 7) loop.put(skin(210, 6000, 0.2, 17 + beat), beat + 0.5, 0.35, -0.4);
    loop.put(shaker(40 + beat), beat, 0.3, 0.4);
    loop.put(shaker(80 + beat), beat + 0.5, 0.18, 0.4);
  }
  return loop;
}

/** Halves the rate: the mean of each two samples behind a short low-pass, round the loop. */
function halved(samples) {
  const taps = [-1, 0, 9, 16, 9, 0, -1].map((tap) => tap / 32);
  return Float32Array.from({ length: Math.floor(samples.length / 2) }, (_, i) => {
    let sum = 0;
    for (let k = 0; k < taps.length; k++) sum += taps[k] * samples[(2 * i + k - 3 + samples.length) % samples.length];
    return sum;
  });
}

/** A file whose loudest sample lies so many dB from full scale. */
function wav({ left, right }, peakDb) {
  const sides = [halved(left), halved(right)];
  const peak = Math.max(...sides.map((side) => side.reduce((most, value) => Math.max(most, Math.abs(value)), 0)));
  return wavOf(
    WRITTEN,
    sides.map((side) => side.map((value) => (value / peak) * 10 ** (peakDb / 20))),
  );
}

const folder = path.join(root, 'public/sounds');
mkdirSync(folder, { recursive: true });
const all = { 'low-tide': lowTide, 'market-day': marketDay, 'quay-drums': quayDrums() };
for (const [name, loop] of Object.entries(all)) {
  const bytes = wav(loop, -4);
  writeFileSync(path.join(folder, `${name}.wav`), bytes);
  console.log(
    `${name}.wav: ${(bytes.length / 1e6).toFixed(2)} MB, ${((bytes.length - 44) / 4 / WRITTEN).toFixed(3)} s`,
  );
}
