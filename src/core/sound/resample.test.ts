import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noiseOf } from './pluck';
import { plainResampled, resampled, resamplerOf, sourceWindow } from './resample';

const rates = [8000, 11_025, 16_000, 22_050, 24_000, 32_000, 44_100, 88_200, 96_000, 192_000];

/** A sine at another rate, from sample `from` on. */
function sineThrough(rate: number, hz: number, from: number, count: number): Float32Array {
  const resampler = resamplerOf(rate, 48_000);
  const [a, b] = sourceWindow(resampler, from, from + count);
  const source = Float32Array.from({ length: b - a }, (_, i) => Math.sin((2 * Math.PI * hz * (a + i)) / rate));
  return resampled(resampler, source, from, from + count);
}

describe('resampling', () => {
  it.each(rates)('keeps a sine a sine, from %i frames a second: at least 90 dB above all else', (rate) => {
    // Up to where the filter begins to fall.
    for (const share of [0.02, 0.3, 0.7]) {
      const hz = (Math.min(rate, 48_000) / 2) * share;
      const out = sineThrough(rate, hz, 1000, 4000);
      let [noise, signal] = [0, 0];
      out.forEach((value, i) => {
        const wanted = Math.sin((2 * Math.PI * hz * (1000 + i)) / 48_000);
        noise += (value - wanted) ** 2;
        signal += wanted ** 2;
      });
      expect(10 * Math.log10(signal / noise)).toBeGreaterThan(90);
    }
  });

  it('lets nothing through that the lower rate cannot hold', () => {
    const out = sineThrough(96_000, 30_000, 1000, 4000);
    expect(Math.max(...out.map(Math.abs))).toBeLessThan(3e-5);
  });

  it('gives any part as in the whole, bit by bit', () => {
    const rate = fc.constantFrom(...rates);
    fc.assert(
      fc.property(rate, fc.nat(200_000), fc.integer({ min: 1, max: 500 }), fc.nat(400), (from, start, count, into) => {
        const whole = sineThrough(from, 440, start, count + into);
        const part = sineThrough(from, 440, start + into, count);
        expect(part).toEqual(whole.slice(into));
      }),
      { numRuns: 60 },
    );
  });

  it('stands at the same place after an hour as at the start', () => {
    const { up, down } = resamplerOf(44_100, 48_000);
    expect(sourceWindow(resamplerOf(44_100, 48_000), 3600 * 48_000, 3600 * 48_000 + 1)).toEqual([
      3600 * 44_100 - 39,
      3600 * 44_100 + 41,
    ]);
    expect(up / down).toBe(48_000 / 44_100);
  });

  it('gives the same bits with and without the quick way', () => {
    const from = fc.constantFrom(...rates);
    fc.assert(
      fc.property(
        from,
        fc.nat(1e6),
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 1e6 }),
        (rate, start, count, seed) => {
          const resampler = resamplerOf(rate, 48_000);
          expect(resampler.quick).not.toBeNull();
          const [a, b] = sourceWindow(resampler, start, start + count);
          const next = noiseOf(seed);
          const source = Float32Array.from({ length: b - a }, () => next());
          const quick = resampled(resampler, source, start, start + count);
          expect(resampled({ ...resampler, quick: null }, source, start, start + count)).toEqual(quick);
          const { up, down, half, taps } = resampler;
          const course = { width: 2 * half, count: 1, first: 0, phase: 0, stepWhole: 0, stepPhase: down % up, up };
          expect(plainResampled(source, taps, course)).toHaveLength(1);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('leaves its own rate as it is', () => {
    const samples = Float32Array.of(0.1, -0.2, 0.3);
    expect(resampled(resamplerOf(48_000, 48_000), samples, 0, 3)).toBe(samples);
  });
});
