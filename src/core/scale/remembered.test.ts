import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { remembered } from './remembered';

describe('a function that remembers', () => {
  it('gives what it always gave, and works it out once while it remembers', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9 })), fc.integer({ min: 1, max: 12 }), (asked, most) => {
        const made: number[] = [];
        const square = remembered((value: number) => {
          made.push(value);
          return String(value * value);
        }, most);
        for (const value of asked) expect(square(value)).toBe(String(value * value));
        if (most >= 10) expect(new Set(made).size).toBe(made.length);
      }),
    );
  });

  it('never keeps more than it is told to', () => {
    let count = 0;
    const named = remembered((value: number) => `${value} ${++count}`, 2);
    expect([named(1), named(2), named(1)]).toEqual(['1 1', '2 2', '1 1']);
    // A third one makes it forget both.
    expect([named(3), named(1)]).toEqual(['3 3', '1 4']);
  });

  it('remembers an empty text as well', () => {
    let count = 0;
    const empty = remembered((_: string) => {
      count++;
      return '';
    });
    expect([empty('a'), empty('a'), count]).toEqual(['', '', 1]);
  });
});
