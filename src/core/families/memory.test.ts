import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Memory } from './memory';

describe('the memory', () => {
  it('makes a thing once for the same dependencies, whatever else is asked for between', () => {
    const asked = fc.array(fc.tuple(fc.constantFrom('a', 'b'), fc.integer({ min: 0, max: 4 })), { maxLength: 60 });
    fc.assert(
      fc.property(asked, (list) => {
        const memory = new Memory();
        const made: string[] = [];
        for (const [name, key] of list) {
          const value = memory.once(name, [key, name], () => {
            made.push(`${name}${key}`);
            return `${name}${key}`;
          });
          expect(value).toBe(`${name}${key}`);
        }
        expect(new Set(made).size).toBe(made.length);
      }),
    );
  });

  it('tells objects apart by identity and numbers by value, NaN too', () => {
    const memory = new Memory();
    const [one, other] = [{}, {}];
    const first = memory.once('x', [one, Number.NaN], () => Symbol('first'));
    expect(memory.once('x', [one, Number.NaN], () => Symbol('again'))).toBe(first);
    expect(memory.once('x', [other, Number.NaN], () => Symbol('other'))).not.toBe(first);
    expect(memory.once('x', [one], () => Symbol('fewer'))).not.toBe(first);
  });

  it('forgets what was not asked for in a long time, so that it does not grow for ever', () => {
    const memory = new Memory();
    let made = 0;
    const ask = (key: number) => memory.once('x', [key], () => ++made);
    ask(0);
    for (let key = 1; key < 100; key++) {
      ask(key);
      ask(1000);
    }
    const before = made;
    ask(1000);
    expect(made).toBe(before);
    ask(0);
    expect(made).toBe(before + 1);
  });
});
