import { type Cube, cubeValue } from '@/core/shaping/cube';
import { type DataFormat, type PlainTable, writePlainTable } from './plain-table';

const PERIOD = 'period';

/** The shaped table: one row a period, one column a category; missing cells are null. */
export function shapedTable(cube: Cube): PlainTable {
  const rows = cube.periods.map(({ key }, p) => [
    key,
    ...cube.categories.map((_, c) => {
      const value = cubeValue(cube, p, c);
      return Number.isNaN(value) ? null : value;
    }),
  ]);
  return { name: 'Shaped', header: [PERIOD, ...cube.categories], rows };
}

/** The shaped table in a format, as bytes. */
export function writeShaped(cube: Cube, format: DataFormat): Promise<Uint8Array<ArrayBuffer>> {
  const table = shapedTable(cube);
  if (format !== 'json') return writePlainTable(table, format);
  // In a record two columns cannot have one name.
  const header = table.header.map((name, i) => (i > 0 && name === PERIOD ? `${PERIOD} (category)` : name));
  return writePlainTable({ ...table, header }, format);
}
