import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Standing, startsOf, stretchesOf } from './ring-order';

const shares = fc
  .array(fc.double({ min: 0.01, max: 1, noNaN: true }), { minLength: 1, maxLength: 8 })
  .map((list) => list.map((each) => each / list.reduce((sum, one) => sum + one, 0)));

/** Shares at places that are somewhere between two orders. */
const standings = shares.chain((list) =>
  fc
    .array(fc.double({ min: 0, max: list.length - 1, noNaN: true }), { minLength: list.length, maxLength: list.length })
    .map((slots): Standing[] => list.map((share, i) => ({ share, slot: slots[i] ?? 0 }))),
);

describe('who stands around a ring', () => {
  it('takes exactly its share, without a gap and without covering another, at any moment of changing places', () => {
    fc.assert(
      fc.property(standings, (list) => {
        const found = stretchesOf(list);
        let at = 0;
        const taken = list.map(() => 0);
        for (const { of, from, to } of found) {
          expect(from).toBeCloseTo(at, 9);
          at = to;
          taken[of] = (taken[of] ?? 0) + to - from;
        }
        expect(at).toBeCloseTo(1, 9);
        for (const [i, { share }] of list.entries()) expect(taken[i]).toBeCloseTo(share, 9);
      }),
    );
  });

  it('stands in one piece, in order, while nobody changes places', () => {
    fc.assert(
      fc.property(shares, fc.infiniteStream(fc.nat()), (list, keys) => {
        const drawn = list.map((share, i) => ({ share, key: Number([...keys.take(1)][0]), i }));
        const order = [...drawn].sort((a, b) => a.key - b.key || a.i - b.i);
        const placed = list.map((share, i) => ({ share, slot: order.findIndex((each) => each.i === i) }));
        const found = stretchesOf(placed);
        expect(found.map(({ of }) => of)).toEqual(order.map(({ i }) => i));
        const starts = startsOf(placed);
        for (const { of, from } of found) expect(from).toBeCloseTo(starts[of] ?? 0, 9);
      }),
    );
  });

  it('wanders without a jump', () => {
    const at = (x: number) =>
      stretchesOf([
        { share: 0.3, slot: x },
        { share: 0.3, slot: 1 - x },
        { share: 0.4, slot: 2 },
      ]);
    const ownedAt = (x: number, place: number) => at(x).find(({ from, to }) => from <= place && place < to)?.of;
    // Half way the first stands in the middle of the second.
    expect(at(0.5).map(({ of }) => of)).toEqual([1, 0, 1, 2]);
    let changes = 0;
    for (let place = 0.005; place < 1; place += 0.01)
      for (let x = 0; x < 1; x += 0.01) if (ownedAt(x, place) !== ownedAt(x + 0.01, place)) changes++;
    // An edge that moves by a hundredth of 0.3 passes few places at a time: no stretch ever changes hands at once.
    expect(changes).toBeLessThan(200);
  });

  it('needs no room for what has no share', () => {
    expect(
      stretchesOf([
        { share: 0, slot: 0 },
        { share: 1, slot: 1 },
      ]),
    ).toEqual([{ of: 1, from: 0, to: 1 }]);
    expect(stretchesOf([])).toEqual([]);
  });
});
