import { type Issue, type Outcome, shorten } from '../table/issue';
import { findColumn, type Table } from '../table/table';
import type { Cube } from './cube';
import { type Fields, furtherRoles } from './fields';
import type { CubeFurther, FurtherValues } from './further';
import { joinCube } from './join-cube';
import { measuresOfTable } from './measures-of-table';
import { recogniseShapes } from './recognise-shape';
import type { ShapeOptions } from './shape-options';

interface FurtherInput {
  readonly table: Table;
  readonly fields: Fields;
  readonly options: ShapeOptions;
  /** Shapes a table without further values. */
  readonly shapeFirst: (table: Table, fields: Fields, options: ShapeOptions) => Outcome<Cube>;
}

/** What is wrong with the cells of a further value; all else was said of the first values. */
const ofCells = new Set<Issue['code']>(['unreadable-number', 'error-cell', 'ambiguous-numbers']);

/** Reads the further values of a cube's categories and periods. One that cannot be read is left out, and that is said. */
export function furtherValues(input: FurtherInput, cube: Cube): { further: CubeFurther; issues: Issue[] } {
  const { fields } = input;
  const issues: Issue[] = [];
  const read = furtherRoles.map((role) => (fields[role] === '' ? null : readFurther(input, cube, fields[role])));
  const found = Object.fromEntries(
    furtherRoles.flatMap((role, i): [string, FurtherValues][] => {
      issues.push(...(read[i]?.issues ?? []));
      const values = read[i]?.values;
      return values ? [[role, { name: fields[role], values }]] : [];
    }),
  );
  return { further: { first: fields.value, ...found }, issues };
}

interface Read {
  readonly values: Float64Array | null;
  readonly issues: readonly Issue[];
}

function readFurther(input: FurtherInput, cube: Cube, name: string): Read {
  const outcome = otherCube(input, name);
  if (!outcome)
    return without(name, 'no column, measure or joined table of this name holds numbers. Choose another one in Shape');
  if (!outcome.ok) return without(name, `it cannot be read: ${outcome.issues[0]?.message ?? ''}`.replace(/\.$/, ''));
  const { values, missing, periodCount } = joinCube(cube, outcome.value);
  if (values.every(Number.isNaN)) return without(name, noneFits(cube, outcome.value, periodCount));
  const issues = outcome.issues.filter(({ code }) => ofCells.has(code));
  return { values, issues: missing.length > 0 ? [...issues, namesMissing(name, missing)] : issues };
}

/** The cube of another column, measure or table; null where there is none of this name. */
function otherCube({ table, fields, options, shapeFirst }: FurtherInput, name: string): Outcome<Cube> | null {
  const joined = options.joined?.find((each) => each.name === name);
  if (joined) {
    const { decimalHint } = joined;
    const guess = recogniseShapes(joined.table, decimalHint)[0]?.fields;
    return guess ? shapeFirst(joined.table, { ...guess, parts: '' }, { combine: options.combine, decimalHint }) : null;
  }
  const wide = fields.shape === 'periods-down' || fields.shape === 'periods-across';
  const known = wide ? measuresOfTable(table, fields)?.names.includes(name) : findColumn(table, name) !== undefined;
  return known ? shapeFirst(table, { ...fields, value: name }, options) : null;
}

function without(name: string, why: string): Read {
  const message = `“${shorten(name, 40)}” is no further value here: ${why}.`;
  return { values: null, issues: [{ code: 'no-further-value', severity: 'warning', message }] };
}

function noneFits(cube: Cube, other: Cube, periodCount: number): string {
  if (periodCount > 0) return 'none of its names is one of this table';
  const kinds =
    cube.kind === other.kind
      ? ''
      : `, and its periods are of the kind ${other.kind}, those of this table of the kind ${cube.kind}`;
  return `none of its periods is one of this table${kinds}`;
}

function namesMissing(name: string, missing: readonly string[]): Issue {
  const listed = missing
    .slice(0, 3)
    .map((each) => `“${shorten(each, 40)}”`)
    .join(', ');
  const more = missing.length > 3 ? ` and ${missing.length - 3} more` : '';
  const message = `“${shorten(name, 40)}” has no values for ${listed}${more}. Names have to be written alike in both tables.`;
  return { code: 'further-values-missing', severity: 'note', message };
}
