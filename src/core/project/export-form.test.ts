import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { freeName } from './export-form';

describe('free names', () => {
  it('are all different, keep their ending, and are left alone where they are free', () => {
    const name = fc.constantFrom<string>('a.mp4', 'a.csv', 'a-2.mp4', 'films.v2/b', 'films.v2/b.gif', '.part', 'none');
    fc.assert(
      fc.property(fc.array(name, { maxLength: 30 }), (names) => {
        const taken = new Set<string>();
        const free = names.map((each) => freeName(each, taken));
        expect(new Set(free).size).toBe(names.length);
        for (const [i, each] of free.entries()) {
          const ending = /\.[^./]+$/.exec(names[i] ?? '')?.[0] ?? '';
          expect(each.endsWith(ending)).toBe(true);
          if (names.indexOf(names[i] ?? '') === i && !free.slice(0, i).includes(names[i] ?? ''))
            expect(each).toBe(names[i]);
        }
      }),
    );
  });

  it('count up before the ending, and never in the name of a folder', () => {
    const taken = new Set(['a.mp4', 'films.v2/b', 'In-Out.csv']);
    expect(freeName('a.mp4', taken)).toBe('a-2.mp4');
    expect(freeName('a.mp4', taken)).toBe('a-3.mp4');
    expect(freeName('films.v2/b', taken)).toBe('films.v2/b-2');
  });
});
