import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ChangesUnderWay } from './changes-under-way';
import { smoothStep } from './slots';

describe('changes under way', () => {
  const lists = fc.array(fc.tuple(fc.double({ min: 0, max: 3, noNaN: true }), fc.integer({ min: -3, max: 3 })), {
    minLength: 1,
    maxLength: 12,
  });

  it('have come as far as each of them alone, whenever the first is asked for', () => {
    const lengths = fc.constantFrom(0.5, 1, 4);
    const starts = fc.constantFrom(0, 1, 700);
    fc.assert(
      fc.property(lists, lengths, starts, (list, takesSec, startSec) => {
        let at = startSec;
        const fromSec = Float64Array.from(list, ([gap]) => {
          at += gap;
          return at;
        });
        const delta = Int32Array.from(list, ([, each]) => each);
        const crowd = new ChangesUnderWay({ fromSec, delta, takesSec });
        for (let timeSec = startSec; timeSec < at + takesSec; timeSec += 0.37) {
          const low = fromSec.filter((from) => from + takesSec <= timeSec).length;
          const high = fromSec.filter((from) => from < timeSec).length;
          let sum = 0;
          for (let i = low; i < high; i++)
            sum += (delta[i] ?? 0) * smoothStep((timeSec - (fromSec[i] ?? 0)) / takesSec);
          expect(crowd.at(low, high, timeSec)).toBeCloseTo(sum, 9);
        }
      }),
    );
  });

  it('lose nothing to rounding in a film of hours', () => {
    const takesSec = 2;
    const fromSec = Float64Array.from({ length: 40_000 }, (_, i) => i / 4);
    const delta = Int32Array.from(fromSec, (_, i) => (i % 2 === 0 ? 5 : -4));
    const crowd = new ChangesUnderWay({ fromSec, delta, takesSec });
    for (let timeSec = 3; timeSec < 9990; timeSec += 0.61) {
      const low = Math.floor((timeSec - takesSec) * 4) + 1;
      const high = Math.ceil(timeSec * 4);
      let sum = 0;
      for (let i = low; i < high; i++) sum += (delta[i] ?? 0) * smoothStep((timeSec - (fromSec[i] ?? 0)) / takesSec);
      if (Math.abs(crowd.at(low, high, timeSec) - sum) > 1e-9) expect(crowd.at(low, high, timeSec)).toBe(sum);
    }
  });
});
