import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Sound, soundSpan, usualSound } from '@/core/project/sound';
import { dragged } from './drag-sound';
import { drawnTo, soundRows } from './sound-rows';

const sound = (change: Partial<Sound>): Sound => ({
  ...usualSound,
  id: 's',
  kind: 'music',
  name: '',
  fileName: '',
  assetId: 'a',
  fileSec: 10,
  ...change,
});

const any = fc.record({
  id: fc.uuid(),
  kind: fc.constantFrom('music' as const, 'voice' as const),
  startSec: fc.double({ min: 0, max: 20, noNaN: true }),
  fromSec: fc.double({ min: 0, max: 4, noNaN: true }),
  toSec: fc.option(fc.double({ min: 5, max: 10, noNaN: true })),
  loop: fc.boolean(),
});

describe('rows of sounds', () => {
  it('hold each once, none over another, music apart from voices', () => {
    fc.assert(
      fc.property(fc.array(any, { maxLength: 12 }), (list) => {
        const sounds = list.map(sound);
        const rows = soundRows(sounds, 25);
        expect(
          rows
            .flat()
            .map(({ id }) => id)
            .sort(),
        ).toEqual(sounds.map(({ id }) => id).sort());
        for (const row of rows) {
          expect(new Set(row.map(({ kind }) => kind)).size).toBe(1);
          const spans = row.map((each) => soundSpan(each, 25)).sort((a, b) => a[0] - b[0]);
          for (const [i, [from]] of spans.slice(1).entries())
            expect(from).toBeGreaterThanOrEqual((spans[i]?.[1] ?? 0) - 1e-6);
        }
      }),
    );
  });
});

describe('dragging a sound', () => {
  const room = { filmSec: 30, pxPerSec: 1e6, stops: [] };
  const grip = fc.constantFrom('whole' as const, 'start' as const, 'end' as const);

  it('keeps it within its file and the film, and its file in place where an end is dragged', () => {
    fc.assert(
      fc.property(any, grip, fc.double({ min: -40, max: 40, noNaN: true }), (given, at, by) => {
        const before = sound(given);
        const after = { ...before, ...dragged(before, at, by, room) };
        expect(after.startSec).toBeGreaterThanOrEqual(0);
        expect(after.fromSec).toBeGreaterThanOrEqual(0);
        expect((after.toSec ?? after.fileSec) - after.fromSec).toBeGreaterThan(0.009);
        expect(after.toSec ?? 0).toBeLessThanOrEqual(10);
        if (!before.loop && at !== 'whole')
          expect(after.startSec - after.fromSec).toBeCloseTo(before.startSec - before.fromSec, 3);
        if (at === 'whole' && before.startSec + by > 0) expect(after.startSec).toBeCloseTo(before.startSec + by, 3);
      }),
    );
  });

  it('is drawn to what is near, with either end', () => {
    expect(drawnTo(4.05, [1, 4], 100)).toBe(4);
    expect(drawnTo(4.5, [1, 4], 100)).toBe(4.5);
    const near = { filmSec: 30, pxPerSec: 100, stops: [5, 20] };
    expect(dragged(sound({}), 'whole', 4.96, near).startSec).toBe(5);
    expect(dragged(sound({}), 'whole', 10.03, near).startSec).toBe(10);
    expect(dragged(sound({ startSec: 12 }), 'end', -1.97, near)).toMatchObject({ toSec: 8 });
    expect(dragged(sound({ loop: true }), 'end', 5, { ...near, filmSec: 12 })).toEqual({ untilSec: null });
  });
});
