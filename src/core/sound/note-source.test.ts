import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { noteSource } from './note-source';
import { MIX_RATE } from './source';

const note = (sec: number, more: { note?: number; side?: number; gainDb?: number } = {}) => ({
  sec,
  note: 60,
  side: 0,
  gainDb: 0,
  ...more,
});
const loudest = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);

describe('notes as a sound', () => {
  it('are silent until they begin, ring, and have died away', async () => {
    const [left] = await noteSource([note(1)], 6).read(0, 6 * MIX_RATE);
    const during = (fromSec: number, toSec: number) => loudest(left.subarray(fromSec * MIX_RATE, toSec * MIX_RATE));
    expect(during(0, 1)).toBe(0);
    expect(during(1, 1.5)).toBeGreaterThan(0.05);
    expect(during(3, 3.5)).toBeLessThan(during(1, 1.5) / 10);
    expect(during(3.5, 6)).toBe(0);
  });

  it('are the same in whatever pieces they are read', async () => {
    const source = noteSource([note(0.1), note(0.13, { note: 67, side: 0.5 }), note(0.3, { gainDb: -6 })], 1);
    const [left, right] = await source.read(0, source.frames);
    await fc.assert(
      fc.asyncProperty(fc.nat(source.frames), fc.nat(4000), async (from, count) => {
        const [l, r] = await source.read(from, Math.min(source.frames, from + count));
        expect(Buffer.compare(Buffer.from(l.buffer), Buffer.from(left.slice(from, from + count).buffer))).toBe(0);
        expect(Buffer.compare(Buffer.from(r.buffer), Buffer.from(right.slice(from, from + count).buffer))).toBe(0);
      }),
      { numRuns: 30 },
    );
  });

  it('stand where they are put: on one side alone, or on both alike, and as loud as they are asked to be', async () => {
    const read = async (more: Parameters<typeof note>[1]) =>
      (await noteSource([note(0, more)], 1).read(0, MIX_RATE)).map(loudest);
    const [left = 0, noRight = 1] = await read({ side: -1 });
    expect(left).toBeGreaterThan(0.05);
    expect(noRight).toBeLessThan(1e-9);
    const [same = 0, alike = 1] = await read({ side: 0 });
    expect(same).toBeCloseTo(alike, 6);
    expect(same).toBeCloseTo(left * Math.SQRT1_2, 6);
    const [quiet = 0] = await read({ side: -1, gainDb: -20 });
    expect(quiet).toBeCloseTo(left / 10, 6);
  });

  it('last as long as the film, and nothing comes before it or of an empty stretch', async () => {
    const source = noteSource([note(0)], 1.5);
    expect([source.rate, source.frames]).toEqual([MIX_RATE, 1.5 * MIX_RATE]);
    expect((await source.read(50, 50))[0]).toHaveLength(0);
    expect((await source.read(50, 10))[0]).toHaveLength(0);
  });
});
