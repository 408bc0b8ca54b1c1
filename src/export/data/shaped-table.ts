import { type Cube, cubeValue } from '@/core/shaping/cube';
import type { CubeParts } from '@/core/shaping/parts';
import { type DataFormat, type PlainTable, writePlainTable } from './plain-table';

const PERIOD = 'period';

/**
 * The shaped table: one row a period, one column a category; missing cells are null. Of categories that are divided into
 * parts, one row for each part that there is.
 */
export function shapedTable(cube: Cube): PlainTable {
  if (cube.parts) return tableOfParts(cube, cube.parts);
  const rows = cube.periods.map(({ key }, p) => [
    key,
    ...cube.categories.map((_, c) => {
      const value = cubeValue(cube, p, c);
      return Number.isNaN(value) ? null : value;
    }),
  ]);
  return { name: 'Shaped', header: [PERIOD, ...cube.categories], rows };
}

function tableOfParts(cube: Cube, { names, pairs, values }: CubeParts): PlainTable {
  const rows = cube.periods.flatMap(({ key }, p) =>
    pairs.flatMap(([category, part], i) => {
      const value = values[p * pairs.length + i] ?? Number.NaN;
      return Number.isNaN(value) ? [] : [[key, cube.categories[category] ?? '', names[part] ?? '', value]];
    }),
  );
  return { name: 'Shaped', header: [PERIOD, 'category', 'part', 'value'], rows };
}

/** The shaped table in a format, as bytes. */
export function writeShaped(cube: Cube, format: DataFormat): Promise<Uint8Array<ArrayBuffer>> {
  const table = shapedTable(cube);
  if (format !== 'json') return writePlainTable(table, format);
  // In a record two columns cannot have one name.
  const header = table.header.map((name, i) => (i > 0 && name === PERIOD ? `${PERIOD} (category)` : name));
  return writePlainTable({ ...table, header }, format);
}
