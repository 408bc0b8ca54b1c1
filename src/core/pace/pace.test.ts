import { describe, expect, it } from 'vitest';
import { buildSec, closingOf, noBuild } from './pace';

describe('opening and closing', () => {
  it('take their seconds where anything moves, marks or words', () => {
    expect(buildSec({ ...noBuild, sec: 3 })).toBe(0);
    expect(buildSec({ ...noBuild, sec: 3, how: 'fade' })).toBe(3);
    expect(buildSec({ ...noBuild, sec: 3, words: 'slide' })).toBe(3);
    expect(buildSec({ ...noBuild, sec: 3, how: 'grow', words: 'fade' })).toBe(3);
  });

  it('are each its own, or the closing is the opening backwards in a time of its own', () => {
    const opening = {
      ...noBuild,
      how: 'slide',
      sec: 2,
      stagger: 0.3,
      order: 'random',
      seed: 7,
      words: 'fade',
    } as const;
    const own = { ...noBuild, how: 'wipe', sec: 5 } as const;
    expect(closingOf({ opening, closing: own })).toEqual(own);
    expect(closingOf({ opening, closing: { ...own, how: 'backwards' } })).toEqual({ ...opening, sec: 5 });
  });
});
