import { describe, expect, it } from 'vitest';
import { readTable } from '../table/read-table';
import { noReadingChoice } from '../table/reader';
import { awkwardTables } from '../testing/awkward-tables';
import { cubeValue } from './cube';
import { Preparer } from './preparation';
import { suggestNext, understand } from './understand';

/** Reads a file and makes of it what the app makes at first sight. */
async function seen(file: string, text: string) {
  const read = await readTable(new TextEncoder().encode(text), { fileName: file, choice: noReadingChoice });
  if (!read.ok) throw new Error(read.issues[0]?.message);
  const { fields, steps } = understand(read.value);
  const preparer = new Preparer(read.value.table, read.value.decimalHint);
  const prepared = preparer.prepare(steps, fields, '');
  if (!prepared.outcome.ok) throw new Error(prepared.outcome.issues[0]?.message);
  const { value: cube, issues } = prepared.outcome;
  const offered = [...steps, ...suggestNext(preparer, steps, fields, prepared).map(({ step }) => step)];
  return { cube, said: [...read.issues, ...issues], offered: offered.map(({ kind }) => kind) };
}

describe('tables as people have them', () => {
  it.each(awkwardTables.map((table) => [table.about, table] as const))('%s', async (_, table) => {
    const { cube, said, offered } = await seen(table.file ?? 'table.csv', table.text);
    expect([cube.kind, cube.periods[0]?.key, cube.periods.at(-1)?.key, cube.periods.length]).toEqual(table.periods);
    if (table.names) expect(cube.categories).toEqual(table.names);
    for (const [period, name, value] of table.values ?? []) {
      const [p, c] = [
        cube.periods.findIndex(({ key }) => key === period),
        name === '' ? 0 : cube.categories.indexOf(name),
      ];
      const found = cubeValue(cube, p, c);
      expect([period, name, Number.isNaN(found) ? null : found]).toEqual([period, name, value]);
    }
    if (table.says) expect([...new Set(said.map(({ code }) => code))].sort()).toEqual(table.says);
    for (const kind of table.offers ?? []) expect(offered).toContain(kind);
  });
});
