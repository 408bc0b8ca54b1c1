import type { DecimalMark } from '../table/number-text';
import { profileTable } from '../table/profile';
import type { Table } from '../table/table';
import { holdsNumbers, usableNumbers } from './column-roles';
import type { Fields } from './fields';
import { measuresOfTable } from './measures-of-table';
import type { JoinedTable } from './shape-options';

/** Something that can be a further value: a column, a measure of a wide table, or a joined table. */
export interface FurtherChoice {
  readonly name: string;
  readonly from: 'column' | 'measure' | 'joined';
}

interface ChoiceInput {
  readonly table: Table;
  readonly fields: Fields;
  readonly joined: readonly JoinedTable[];
  readonly decimalHint: DecimalMark | null;
}

/** What can be a further value of a table, as it is laid out: in the order of its columns, then what was joined. */
export function furtherChoices({ table, fields, joined, decimalHint }: ChoiceInput): FurtherChoice[] {
  const beside = joined.map(({ name }): FurtherChoice => ({ name, from: 'joined' }));
  if (fields.shape === 'periods-down' || fields.shape === 'periods-across') {
    const names = measuresOfTable(table, fields)?.names ?? [];
    return [...names.map((name): FurtherChoice => ({ name, from: 'measure' })), ...beside];
  }
  const { period, category, group, colour, picture, parts } = fields;
  const others = [period, category, group, colour, picture, parts];
  const numbers = profileTable(table, decimalHint).filter((each) => holdsNumbers(each) && !others.includes(each.name));
  const usable = usableNumbers(numbers, table.rowCount);
  return [...usable.map(({ name }): FurtherChoice => ({ name, from: 'column' })), ...beside];
}

/**
 * The fields with further values for a chart that needs them: what is chosen stays; what is open takes what there is, in
 * order. Of a wide table with several measures the first one becomes the value, as all of them at once have no partner.
 */
export function withFurther(fields: Fields, choices: readonly FurtherChoice[]): Fields {
  const [first] = choices;
  const value = fields.value === '' && first?.from === 'measure' ? first.name : fields.value;
  const left = choices.map(({ name }) => name).filter((name) => ![value, fields.second, fields.third].includes(name));
  const second = fields.second || left.shift() || '';
  return { ...fields, value, second, third: fields.third || left.shift() || '' };
}
