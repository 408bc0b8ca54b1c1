import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { changeById, moveItem, removeById } from './edit-list';

const lists = fc.uniqueArray(fc.integer({ min: 0, max: 30 }).map(String), { maxLength: 12 });
const named = (ids: readonly string[]) => ids.map((id) => ({ id, word: id }));

describe('lists of named things', () => {
  it('change and lose only the one that is named', () => {
    fc.assert(
      fc.property(lists, fc.nat(40).map(String), (ids, id) => {
        const list = named(ids);
        changeById(list, id, { word: 'other' });
        expect(list).toEqual(named(ids).map((each) => (each.id === id ? { id, word: 'other' } : each)));
        removeById(list, id);
        expect(list).toEqual(named(ids).filter((each) => each.id !== id));
      }),
    );
  });

  it('keep everything when one is moved, and the order of the others', () => {
    fc.assert(
      fc.property(lists, fc.integer({ min: -2, max: 14 }), fc.integer({ min: -2, max: 14 }), (ids, from, to) => {
        const list = [...ids];
        moveItem(list, from, to);
        const inside = (place: number) => place >= 0 && place < ids.length;
        if (!inside(from) || !inside(to)) {
          expect(list).toEqual(ids);
          return;
        }
        expect(list[to]).toBe(ids[from]);
        expect(list.filter((id) => id !== ids[from])).toEqual(ids.filter((id) => id !== ids[from]));
      }),
    );
  });
});
