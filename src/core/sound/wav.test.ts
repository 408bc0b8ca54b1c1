import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { wavOf } from './wav';

const ascii = (bytes: Uint8Array, from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));

describe('a WAV file', () => {
  it('says how long, how wide and how fast it is', () => {
    const bytes = wavOf(8000, [new Float32Array(5), new Float32Array(5)]);
    const view = new DataView(bytes.buffer);
    expect([ascii(bytes, 0, 4), ascii(bytes, 8, 16), ascii(bytes, 36, 40)]).toEqual(['RIFF', 'WAVEfmt ', 'data']);
    // Plain samples, two channels, samples and bytes a second, bytes of a frame, bits of a sample.
    const format = [view.getUint16(20, true), view.getUint16(22, true), view.getUint32(24, true)];
    expect(format).toEqual([1, 2, 8000]);
    expect([view.getUint32(28, true), view.getUint16(32, true), view.getUint16(34, true)]).toEqual([32_000, 4, 16]);
    expect([bytes.length, view.getUint32(4, true), view.getUint32(40, true)]).toEqual([64, 56, 20]);
  });

  it('holds each sample to within half a step, channel by channel, and cuts off what lies beyond', () => {
    const loudness = fc.double({ min: -1.5, max: 1.5, noNaN: true });
    fc.assert(
      fc.property(fc.array(fc.tuple(loudness, loudness), { maxLength: 60 }), (frames) => {
        const channels = [0, 1].map((c) => Float32Array.from(frames, (frame) => frame[c] ?? 0));
        const view = new DataView(wavOf(48_000, channels).buffer);
        const furthest = frames.flatMap((_, i) =>
          channels.map((samples, c) => {
            const cut = Math.max(-1, Math.min(1, samples[i] ?? 0));
            return Math.abs(view.getInt16(44 + 4 * i + 2 * c, true) - cut * 32_767);
          }),
        );
        expect(Math.max(0, ...furthest)).toBeLessThanOrEqual(0.5);
      }),
    );
  });

  it('of nothing is a header alone', () => {
    expect([wavOf(8000, []).length, wavOf(8000, [new Float32Array(0)]).length]).toEqual([44, 44]);
  });
});
