import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { blockOf, clampSelection, columnOf, moved, oneCell, rowOf, shifted, wholeOf } from './selection';

const sizes = fc.record({ rowCount: fc.integer({ min: 1, max: 50 }), columnCount: fc.integer({ min: 1, max: 20 }) });
const places = fc.record({ row: fc.integer({ min: -5, max: 60 }), column: fc.integer({ min: -5, max: 30 }) });
const selections = fc.record({ anchor: places, head: places });
const keys = fc.record({
  key: fc.constantFrom('ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'PageUp', 'PageDown', 'Home', 'End', 'Tab'),
  shiftKey: fc.boolean(),
  ctrlKey: fc.boolean(),
  metaKey: fc.constant(false),
});

describe('a selection', () => {
  it('stays in the grid, whatever key is pressed', () => {
    fc.assert(
      fc.property(sizes, selections, keys, fc.integer({ min: 1, max: 30 }), (size, chosen, key, page) => {
        const next = moved(clampSelection(chosen, size), key, size, page);
        expect(next).not.toBeNull();
        if (next) expect(clampSelection(next, size)).toEqual(next);
      }),
    );
  });

  it('is brought back into a grid that shrank, and only then moved', () => {
    fc.assert(
      fc.property(sizes, selections, (size, chosen) => {
        const once = clampSelection(chosen, size);
        expect(clampSelection(once, size)).toEqual(once);
        const { top, left, bottom, right } = blockOf(once);
        expect(top >= 0 && left >= 0 && bottom < size.rowCount && right < size.columnCount).toBe(true);
      }),
    );
  });

  it('grows from its anchor with Shift, and is one cell without', () => {
    const size = { rowCount: 9, columnCount: 9 };
    const down = { key: 'ArrowDown', ctrlKey: false, metaKey: false };
    const grown = moved(oneCell(1, 1), { ...down, shiftKey: true }, size, 5);
    expect(grown).toEqual({ anchor: { row: 1, column: 1 }, head: { row: 2, column: 1 } });
    expect(moved(grown ?? oneCell(0, 0), { ...down, shiftKey: false }, size, 5)).toEqual(oneCell(3, 1));
    expect(moved(oneCell(1, 1), { ...down, shiftKey: false, key: 'x' }, size, 5)).toBeNull();
  });

  it('takes whole rows, columns and tables', () => {
    const size = { rowCount: 4, columnCount: 3 };
    expect(blockOf(columnOf(2, size))).toEqual({ top: 0, bottom: 3, left: 2, right: 2 });
    expect(blockOf(rowOf(1, size, null))).toEqual({ top: 1, bottom: 1, left: 0, right: 2 });
    expect(blockOf(rowOf(3, size, rowOf(1, size, null)))).toEqual({ top: 1, bottom: 3, left: 0, right: 2 });
    expect(blockOf(wholeOf(size))).toEqual({ top: 0, bottom: 3, left: 0, right: 2 });
  });

  it('goes along with cells that are moved', () => {
    expect(shifted(oneCell(2, 3), 1, -1)).toEqual(oneCell(3, 2));
  });
});
