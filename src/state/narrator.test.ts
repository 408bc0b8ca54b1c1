import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CuePiece } from '@/core/film/cue-plan';
import { Narrator } from './narrator';

const plan: readonly CuePiece[] = [
  {
    pieceId: 'p',
    kind: 'steps',
    fromSec: 3,
    lengthSec: 20,
    arrivalSec: 0,
    startKey: '',
    cues: [1, 5, 9].map((sec) => ({ key: `k${sec}`, name: `At ${sec}`, fromSec: sec, toSec: sec + 1 })),
  },
];

describe('speaking along', () => {
  it('counts no pauses, and keeps as much of the recording as was spoken', () => {
    const step = fc.record({
      what: fc.constantFrom('press' as const, 'hold' as const, 'go on' as const, 'back' as const, 'wait' as const),
      ms: fc.integer({ min: 1, max: 3000 }),
    });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        const narrator = new Narrator(plan);
        narrator.goOn(1000);
        let now = 1000;
        for (const { what, ms } of steps) {
          now += ms;
          narrator.filmSecAt(now);
          if (what === 'press') narrator.press(now);
          if (what === 'hold') narrator.hold(now);
          if (what === 'go on') narrator.goOn(now);
          if (what === 'back') narrator.back(now);
        }
        const spoken = narrator.secAt(now);
        const { pieces, stretches } = narrator.taken(now);
        const recorded = stretches.reduce((sum, [from, to]) => sum + to - from, 0) / 1000;
        expect(recorded).toBeCloseTo(spoken, 6);
        for (const [i, [from]] of stretches.slice(1).entries())
          expect(from).toBeGreaterThanOrEqual(stretches[i]?.[1] ?? 0);
        const [piece] = pieces;
        // Every cue lies within what was recorded, in order.
        let last = 0;
        for (const sec of piece?.cueSec ?? []) {
          expect(sec).toBeGreaterThanOrEqual(last);
          expect(sec).toBeLessThanOrEqual(recorded + 1e-9);
          last = sec;
        }
      }),
    );
  });

  it('says what is next, ends with the last press, and takes nothing while it is held', () => {
    const narrator = new Narrator(plan);
    narrator.press(0);
    expect(narrator.progress).toEqual({ given: 0, all: 4 });
    narrator.goOn(0);
    expect(narrator.next).toMatchObject({ kind: 'cue', cue: { name: 'At 1' } });
    for (const ms of [500, 900, 1500]) narrator.press(ms);
    expect(narrator.next.kind).toBe('end');
    expect(narrator.filmSecAt(9000)).toBeCloseTo(3 + 10);
    narrator.press(9500);
    expect([narrator.ended, narrator.running]).toEqual([true, false]);
    expect(narrator.taken(20_000).pieces[0]).toMatchObject({ endSec: 9.5, cueSec: [0.5, 0.9, 1.5] });
  });
});
