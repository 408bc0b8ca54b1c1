import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { tableOf } from '../testing/read-table';
import { blockTexts, type CellPlace, findCells } from './find-cell';

const word = fc.constantFrom('', 'Oyle', 'oyle north', 'Pell', 'pe', 'North');
const rows = fc.array(fc.tuple(word, word, word), { minLength: 1, maxLength: 12 });
/** With a first column that fills each row: rows without anything are none. */
const tableOfRows = (cells: readonly (readonly string[])[]) =>
  tableOf(`id,a,b,c\n${cells.map((row, r) => [`r${r}`, ...row.map((text) => `"${text}"`)].join(',')).join('\n')}\n`);
const plain = { text: 'oyle', whole: false, matchCase: false };

describe('cells that hold a text', () => {
  it('are all found, by rows, one after the other and round again', () => {
    fc.assert(
      fc.property(rows, fc.boolean(), fc.boolean(), (cells, whole, matchCase) => {
        const shown = (text: string) => (matchCase ? text : text.toLowerCase());
        const table = tableOfRows(cells);
        const search = { text: matchCase ? 'Oyle' : 'OYLE', whole, matchCase };
        const hit = (text: string) =>
          whole ? shown(text) === shown(search.text) : shown(text).includes(shown(search.text));
        const all = cells.flatMap((row, r) => row.flatMap((text, c) => (hit(text) ? [{ row: r, column: c + 1 }] : [])));
        let at: CellPlace | null = null;
        const found = all.map(() => {
          const { count, next } = findCells(table, search, at);
          expect(count).toBe(all.length);
          at = next;
          return next;
        });
        expect(found).toEqual(all);
        expect(findCells(table, search, at).next).toEqual(all[0] ?? null);
      }),
    );
  });

  it('are none for no text, and none where none has it', () => {
    const table = tableOfRows([['Oyle', 'Pell', '']]);
    expect(findCells(table, { ...plain, text: '' }, null)).toEqual({ count: 0, next: null });
    expect(findCells(table, { ...plain, text: 'Saltmere' }, { row: 0, column: 1 })).toEqual({ count: 0, next: null });
  });

  it('come out as a block of texts, and none of a block that ends before it begins', () => {
    const table = tableOfRows([
      ['1', '2', '3'],
      ['4', '5', '6'],
    ]);
    expect(blockTexts(table, { row: 0, column: 2 }, { row: 1, column: 3 })).toEqual([
      ['2', '3'],
      ['5', '6'],
    ]);
    expect(blockTexts(table, { row: 1, column: 0 }, { row: 0, column: 3 })).toEqual([]);
  });
});
