import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sentencesOf, sharedOver } from './shared-text';

describe('a text shared over cues', () => {
  const cue = fc.array(fc.double({ min: 0, max: 30, noNaN: true }), { minLength: 1, maxLength: 12 });
  const words = fc.array(fc.constantFrom('Ships came in.', 'Then they left again, all of them.', 'Why?'), {
    maxLength: 20,
  });

  it('keeps every sentence, in order, one after the other, between the first cue and the end', () => {
    fc.assert(
      fc.property(cue, words, (times, sentences) => {
        const cues = [...new Set(times)].sort((a, b) => a - b);
        const shared = sharedOver(sentences.join(' '), cues, 31);
        expect(shared.map(({ text }) => text)).toEqual(sentences);
        shared.forEach(({ fromSec, toSec }, i) => {
          expect(toSec).toBeGreaterThan(fromSec);
          expect(fromSec).toBeGreaterThanOrEqual(((i === 0 ? cues[0] : shared[i - 1]?.toSec) ?? 0) - 1e-9);
          expect(toSec).toBeLessThanOrEqual(31 + 1e-9);
        });
        // While there are enough, each cue begins one.
        if (sentences.length >= cues.length)
          for (const sec of cues) expect(shared.some(({ fromSec }) => Math.abs(fromSec - sec) < 1e-9)).toBe(true);
      }),
    );
  });

  it('divides lines and sentences, and knows nothing to do', () => {
    expect(sentencesOf('One. Two!\n\nThree')).toEqual(['One.', 'Two!', 'Three']);
    expect(sharedOver('   ', [0, 1], 5)).toEqual([]);
    expect(sharedOver('One.', [], 5)).toEqual([]);
    expect(sharedOver('One.', [9], 5)).toEqual([]);
  });
});
