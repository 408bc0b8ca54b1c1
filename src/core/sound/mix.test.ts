import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Sound, usualMix, usualSound } from '../project/sound';
import { expectBelow, expectSame, expectSameRows, expectWithin } from '../testing/quick-expect';
import { factorOf, fadeAt, steppedBack } from './gain';
import { CEILING_DB } from './limit';
import { mixSpan, type OpenSound, planMix } from './mix';
import { noiseOf } from './pluck';
import { MIX_RATE, sourceOf } from './source';

const silentMix = { ...usualMix, stepBackDb: 0 };

function soundWith(change: Partial<Sound>, fileSec: number): Sound {
  const base = { ...usualSound, id: 's', kind: 'music', name: 's', fileName: 's.wav', assetId: 'a', fileSec } as const;
  return { ...base, ...change };
}

/** A sound of a constant, so that what is heard is its gain alone. */
function constant(change: Partial<Sound>, sec: number, level = 0.5, rate = MIX_RATE): OpenSound {
  const samples = new Float32Array(Math.round(sec * rate)).fill(level);
  return { sound: soundWith(change, sec), source: sourceOf(rate, [samples]), spoken: [] };
}

function noise(change: Partial<Sound>, sec: number, rate: number, seed: number, gain = 0.3): OpenSound {
  const next = noiseOf(seed);
  const side = () => Float32Array.from({ length: Math.round(sec * rate) }, () => gain * next());
  return { sound: soundWith(change, sec), source: sourceOf(rate, [side(), side()]), spoken: [] };
}

const change = fc.record({
  startSec: fc.double({ min: 0, max: 1.5, noNaN: true }),
  fromSec: fc.double({ min: 0, max: 0.4, noNaN: true }),
  toSec: fc.option(fc.double({ min: 0.5, max: 1.2, noNaN: true })),
  untilSec: fc.option(fc.double({ min: 0.5, max: 3, noNaN: true })),
  loop: fc.boolean(),
  gainDb: fc.double({ min: -20, max: 20, noNaN: true }),
  fadeInSec: fc.double({ min: 0, max: 1, noNaN: true }),
  fadeOutSec: fc.double({ min: 0, max: 1, noNaN: true }),
  kind: fc.constantFrom('music' as const, 'voice' as const),
});

describe('the mix', () => {
  it('is the same in any part as in the whole, bit by bit, whatever is mixed', async () => {
    const rate = fc.constantFrom(8000, 24_000, 44_100, 48_000, 96_000);
    const one = fc.record({ change, rate, seed: fc.integer({ min: 1, max: 1e6 }) });
    await fc.assert(
      fc.asyncProperty(
        fc.array(one, { minLength: 1, maxLength: 3 }),
        fc.nat(90_000),
        fc.nat(20_000),
        async (list, from, more) => {
          const open = list.map((each, i) => ({
            ...noise({ ...each.change, id: `s${i}` }, 1.2, each.rate, each.seed),
            spoken: [[0.2, 0.6]] as [number, number][],
          }));
          const plan = planMix(open, usualMix, 2.2);
          const whole = await mixSpan(plan, 0, plan.samples);
          const to = from + more + 1;
          const part = await mixSpan(plan, from, to);
          const cut = (side: Float32Array) => {
            const out = new Float32Array(to - from);
            out.set(side.subarray(from, to));
            return out;
          };
          expectSameRows(part.left, cut(whole.left), 'left');
          expectSameRows(part.right, cut(whole.right), 'right');
        },
      ),
      { numRuns: 40 },
    );
  });

  it('puts a sound in its place and cuts it at both ends', async () => {
    const plan = planMix([constant({ startSec: 0.5, fromSec: 0.25, toSec: 1 }, 2)], silentMix, 3);
    const { left } = await mixSpan(plan, 0, plan.samples);
    const heard = [...left.keys()].filter((i) => left[i] !== 0);
    expect([heard[0], heard.at(-1)]).toEqual([24_000, 59_999]);
  });

  it('makes a sound louder, and fades it along a quarter of a sine', async () => {
    const plan = planMix(
      [constant({ gainDb: -6, fadeInSec: 0.5, fadeOutSec: 0.25 }, 2)],
      { gainDb: 3, stepBackDb: 0 },
      2,
    );
    const { left } = await mixSpan(plan, 0, plan.samples);
    for (const at of [0, 6000, 12_000, 30_000, 90_000, 95_999]) {
      const wanted = 0.5 * factorOf(-3) * fadeAt(at / 24_000) * fadeAt((96_000 - at) / 12_000);
      expect(left[at]).toBeCloseTo(wanted, 6);
    }
  });

  it('repeats a part without a gap, as often as there is room', async () => {
    const ramp = Float32Array.from({ length: 960 }, (_, i) => i / 2000);
    const sound = soundWith({ loop: true, fromSec: 0.002, untilSec: 0.05 }, 0.02);
    const plan = planMix([{ sound, source: sourceOf(MIX_RATE, [ramp]), spoken: [] }], silentMix, 1);
    const { left } = await mixSpan(plan, 0, 3000);
    for (const at of [0, 863, 864, 1000, 2399]) expect(left[at]).toBeCloseTo((96 + (at % 864)) / 2000, 6);
    expect(left[2400]).toBe(0);
  });

  it('has music step back while a voice speaks, and come again', async () => {
    const voice: OpenSound = { ...constant({ id: 'v', kind: 'voice', startSec: 1 }, 3, 0), spoken: [[0.5, 1]] };
    const plan = planMix([constant({}, 6), voice], { gainDb: 0, stepBackDb: 12 }, 6);
    expect(plan.spoken).toEqual([[1.5, 2]]);
    const { left } = await mixSpan(plan, 0, plan.samples);
    const at = (sec: number) => left[Math.round(sec * MIX_RATE)] ?? 0;
    expect(at(1.2)).toBeCloseTo(0.5, 6);
    expect(at(1.75)).toBeCloseTo(0.5 * factorOf(-12), 6);
    expect(at(1.375)).toBeCloseTo(0.5 * factorOf(-6), 4);
    expect(at(2.7)).toBeCloseTo(0.5, 6);
  });

  it('never goes over its ceiling, and leaves alone what is not too loud', async () => {
    const loud = fc.double({ min: 0.2, max: 8, noNaN: true });
    await fc.assert(
      fc.asyncProperty(loud, fc.integer({ min: 1, max: 1e6 }), async (gain, seed) => {
        const plan = planMix([noise({ startSec: 0.3 }, 0.4, MIX_RATE, seed, gain)], silentMix, 1);
        const { left, right, limited } = await mixSpan(plan, 0, plan.samples);
        const peak = [...left, ...right].reduce((most, value) => Math.max(most, Math.abs(value)), 0);
        expect(peak).toBeLessThanOrEqual(factorOf(CEILING_DB) + 1e-6);
        if (gain < 0.85) expect(limited).toBe(1);
        if (gain > 1.2) expect(limited).toBeLessThan(1);
      }),
      { numRuns: 25 },
    );
  });

  it('hears nothing of sounds that are off or lie behind the film', () => {
    const plan = planMix([constant({ on: false }, 1), constant({ startSec: 5 }, 1)], silentMix, 4);
    expect(plan.parts).toEqual([]);
    expect(plan.samples).toBe(4 * MIX_RATE);
  });
});

describe('stepping back', () => {
  it('is between 0 and 1, whole while somebody speaks, and without a jump', () => {
    const stretches = [
      [1, 2],
      [4, 4.5],
    ] as const;
    let last = steppedBack(stretches, 0);
    for (let sec = 0; sec < 6; sec += 0.001) {
      const now = steppedBack(stretches, sec);
      expectBelow(Math.abs(now - last), 0.01);
      expectWithin(now, 0, 1);
      if ((sec > 1 && sec < 2) || (sec > 4 && sec < 4.5)) expectSame(now, 1);
      last = now;
    }
  });
});
