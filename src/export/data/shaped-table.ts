import { type Cube, cubeValue } from '@/core/shaping/cube';
import type { CubeFurther } from '@/core/shaping/further';
import type { CubeParts } from '@/core/shaping/parts';
import { type DataFormat, type PlainTable, writePlainTable } from './plain-table';

const PERIOD = 'period';

/**
 * The shaped table: one row a period, one column a category; missing cells are null. Of categories that are divided into
 * parts, one row for each part that there is; of those with further values, one row each with all of them.
 */
export function shapedTable(cube: Cube): PlainTable {
  if (cube.parts) return tableOfParts(cube, cube.parts);
  if (cube.further) return tableOfFurther(cube, cube.further);
  const rows = cube.periods.map(({ key }, p) => [
    key,
    ...cube.categories.map((_, c) => {
      const value = cubeValue(cube, p, c);
      return Number.isNaN(value) ? null : value;
    }),
  ]);
  return { name: 'Shaped', header: [PERIOD, ...cube.categories], rows };
}

const plain = (value = Number.NaN) => (Number.isNaN(value) ? null : value);

const furtherOf = ({ further }: Cube) => [further?.second, further?.third].filter((each) => each !== undefined);

function tableOfParts(cube: Cube, { names, pairs, values }: CubeParts): PlainTable {
  const further = furtherOf(cube);
  const rows = cube.periods.flatMap(({ key }, p) =>
    pairs.flatMap(([category, part], i) => {
      const value = values[p * pairs.length + i] ?? Number.NaN;
      const more = further.map((each) => plain(each.values[p * cube.categories.length + category]));
      return Number.isNaN(value) ? [] : [[key, cube.categories[category] ?? '', names[part] ?? '', value, ...more]];
    }),
  );
  return { name: 'Shaped', header: [PERIOD, 'category', 'part', 'value', ...further.map(({ name }) => name)], rows };
}

function tableOfFurther(cube: Cube, { first }: CubeFurther): PlainTable {
  const further = furtherOf(cube);
  const rows = cube.periods.flatMap(({ key }, p) =>
    cube.categories.flatMap((name, c) => {
      const at = p * cube.categories.length + c;
      const values = [cube.values, ...further.map(({ values }) => values)].map((each) => plain(each[at]));
      return values.every((value) => value === null) ? [] : [[key, name, ...values]];
    }),
  );
  return { name: 'Shaped', header: [PERIOD, 'category', first || 'value', ...further.map(({ name }) => name)], rows };
}

/** The shaped table in a format, as bytes. */
export function writeShaped(cube: Cube, format: DataFormat): Promise<Uint8Array<ArrayBuffer>> {
  const table = shapedTable(cube);
  if (format !== 'json') return writePlainTable(table, format);
  // In a record two columns cannot have one name.
  const header = table.header.map((name, i) => (i > 0 && name === PERIOD ? `${PERIOD} (category)` : name));
  const firstOf = new Map<string, number>();
  for (const [i, name] of header.entries()) if (!firstOf.has(name)) firstOf.set(name, i);
  const names = header.map((name, i) => (firstOf.get(name) === i ? name : `${name} (${i + 1})`));
  return writePlainTable({ ...table, header: names }, format);
}
