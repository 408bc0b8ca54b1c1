import { execFileSync, spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { expectSameRows } from '../testing/quick-expect';
import { LoudnessMeter } from './loudness';
import { PEAKS_A_SEC, peakBetween, peaksOf } from './peaks';
import { hzOf, noiseOf, plucked } from './pluck';
import { MIX_RATE, sourceOf, stereoOf } from './source';
import { spokenIn } from './spoken';

/** Loudness as ffmpeg measures it, in LUFS. */
function ffmpegLufs(left: Float32Array, right: Float32Array): number {
  const both = new Float32Array(left.length * 2);
  left.forEach((value, i) => {
    both[2 * i] = value;
    both[2 * i + 1] = right[i] ?? 0;
  });
  const args = [
    '-hide_banner',
    '-f',
    'f32le',
    '-ar',
    '48000',
    '-ac',
    '2',
    '-i',
    'pipe:0',
    '-af',
    'ebur128',
    '-f',
    'null',
    '-',
  ];
  const { stderr } = spawnSync('ffmpeg', args, { encoding: 'utf8', input: new Uint8Array(both.buffer) });
  return Number(/I:\s+(-?[\d.]+) LUFS\s+Threshold/.exec(stderr)?.[1]);
}

function measured(left: Float32Array, right: Float32Array, piece = left.length) {
  const meter = new LoudnessMeter();
  for (let at = 0; at < left.length; at += piece)
    meter.add(left.subarray(at, at + piece), right.subarray(at, at + piece));
  return meter.result();
}

const signal = (sec: number, at: (i: number) => number) =>
  Float32Array.from({ length: sec * MIX_RATE }, (_, i) => at(i));

describe('loudness', () => {
  it('is -3.01 LUFS less the level for a sine of 997 Hz on one side', () => {
    const sine = signal(5, (i) => 0.1 * Math.sin((2 * Math.PI * 997 * i) / MIX_RATE));
    expect(measured(sine, new Float32Array(sine.length)).lufs).toBeCloseTo(-23.01, 1);
  });

  it('agrees with another program within 0.3 LU, whatever is heard', () => {
    expect(execFileSync('ffmpeg', ['-version']).toString()).toContain('ffmpeg');
    const noise = noiseOf(7);
    const sounds = [
      signal(6, (i) => 0.2 * noise() * (i % 96_000 < 48_000 ? 1 : 0.05)),
      signal(6, (i) => 0.4 * Math.sin((2 * Math.PI * 60 * i) / MIX_RATE)),
      signal(6, (i) => (i > 144_000 ? 0.001 : 0.5) * Math.sin((2 * Math.PI * 4000 * i) / MIX_RATE)),
      signal(4, (i) => plucks[i % plucks.length] ?? 0),
    ];
    for (const sound of sounds) {
      const other = signal(sound.length / MIX_RATE, (i) => 0.6 * (sound[i] ?? 0));
      expect(Math.abs((measured(sound, other).lufs ?? 0) - ffmpegLufs(sound, other))).toBeLessThan(0.3);
    }
  });

  it('is the same however the sound comes in pieces, and none for silence or less than 0.4 s', () => {
    const noise = noiseOf(3);
    const sound = signal(2, () => 0.3 * noise());
    expect(measured(sound, sound, 777)).toEqual(measured(sound, sound));
    expect(measured(new Float32Array(96_000), new Float32Array(96_000)).lufs).toBeNull();
    expect(measured(sound.subarray(0, 10_000), sound.subarray(0, 10_000)).lufs).toBeNull();
    expect(measured(sound, sound).peak).toBeGreaterThan(0.29);
  });
});

const plucks = plucked({ hz: hzOf(57), sec: 1, bright: 0.6, seed: 5, ringSec: 1.5 });

describe('plucked strings', () => {
  it('sound at their pitch, begin and end softly, and are the same every time', () => {
    for (const note of [45, 57, 69, 76]) {
      const string = plucked({ hz: hzOf(note), sec: 1, bright: 0.6, seed: 5, ringSec: 1.5 });
      const lag = MIX_RATE / hzOf(note);
      // Twenty of its periods later it is what it was; a twentieth of a half tone beside them it is not as much.
      const like = (period: number) => {
        const shift = Math.round(20 * period);
        let sum = 0;
        for (let i = 4000; i < 20_000; i++) sum += (string[i] ?? 0) * (string[i + shift] ?? 0);
        return sum;
      };
      expect(like(lag)).toBeGreaterThan(like(lag * 1.006));
      expect(like(lag)).toBeGreaterThan(like(lag / 1.006));
      for (const end of [string[0], string.at(-1)]) expect(Math.abs(end ?? 1)).toBeLessThan(1e-3);
      expectSameRows(plucked({ hz: hzOf(note), sec: 1, bright: 0.6, seed: 5, ringSec: 1.5 }), string);
    }
  });
});

describe('outlines of waves', () => {
  it('hold every sample, and no more than the sound has', async () => {
    const samples = fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 100, maxLength: 3000 });
    await fc.assert(
      fc.asyncProperty(samples, fc.constantFrom(8000, 48_000), async (list, rate) => {
        const peaks = await peaksOf(sourceOf(rate, [Float32Array.from(list)]));
        expect(peaks.pairs.length).toBe(2 * Math.ceil((list.length / rate) * PEAKS_A_SEC));
        const [low, high] = peakBetween(peaks, 0, peaks.sec);
        expect(low).toBeCloseTo(Math.min(0, ...list), 1);
        expect(high).toBeCloseTo(Math.max(0, ...list), 1);
      }),
      { numRuns: 30 },
    );
  });
});

describe('what is spoken', () => {
  it('is found in loud and in quiet recordings, with breath in it and without short noises', async () => {
    const noise = noiseOf(9);
    for (const level of [0.8, 0.02]) {
      const talk = signal(6, (i) => {
        const sec = i / MIX_RATE;
        const speaks = (sec > 1 && sec < 2) || (sec > 2.2 && sec < 3) || (sec > 4.5 && sec < 5);
        return (
          (speaks ? level * Math.sin(i / 20) : 0) + level * 0.001 * noise() + (Math.abs(sec - 3.9) < 0.02 ? level : 0)
        );
      });
      const found = await spokenIn(sourceOf(MIX_RATE, [talk]));
      expect(found.map((each) => each.map((sec) => Math.round(sec * 10) / 10))).toEqual([
        [1, 3],
        [4.5, 5],
      ]);
    }
    expect(await spokenIn(sourceOf(MIX_RATE, [new Float32Array(48_000)]))).toEqual([]);
  });
});

describe('channels', () => {
  const all = (count: number) => Array.from({ length: count }, (_, c) => Float32Array.of(c + 1));
  it('go to two: mono to both, surround mixed down without the low one, others left and right by turns', () => {
    const [mono, same] = stereoOf(all(1));
    expect(mono).toBe(same);
    expect(stereoOf(all(2)).map(([value]) => value)).toEqual([1, 2]);
    const [left, right] = stereoOf(all(6)).map(([value]) => value ?? 0);
    expect(left).toBeCloseTo(1 + Math.SQRT1_2 * (3 + 5), 5);
    expect(right).toBeCloseTo(2 + Math.SQRT1_2 * (3 + 6), 5);
    expect(stereoOf(all(7)).map(([value]) => value)).toEqual([4, 4]);
    expect(stereoOf([])[0]).toHaveLength(0);
  });
});
