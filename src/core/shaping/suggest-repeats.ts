import { textColumn } from '../table/column';
import { shorten } from '../table/issue';
import { findColumn, type Table } from '../table/table';
import { kindNames } from './column-roles';
import type { Fields } from './fields';
import type { StepPlan } from './steps/step';
import { type SubDimension, subDimension, totalAmong } from './sub-dimensions';
import { offer, pressing, type Suggest, type Suggestion } from './suggestion';

/** Rows that another column tells apart: their total is kept, or one of them, before anything is added up twice. */
export const suggestDivided: Suggest = ({ table, fields, issues, steps }) => {
  const repeated = issues.some(({ code }) => code === 'repeated-row');
  if (!repeated && fields.parts === '') return [];
  if (steps.some(({ kind, on }) => kind === 'combine' && on)) return [];
  const divided = repeated ? subDimension(table, fields) : dividedParts(table, fields);
  if (!divided) return [];
  const { column, values, total, evidence } = divided;
  const q = (text: string) => `“${shorten(text, 30)}”`;
  const tells = `${q(column)} tells apart the rows of one period and category (${values.slice(0, 4).map(q).join(', ')}${values.length > 4 ? ' …' : ''})`;
  const filter = (test: 'is' | 'is-not', value: string): StepPlan => ({
    kind: 'filter-rows',
    column,
    test,
    values: [value],
  });
  const charts = { groups: column };
  if (total === null) {
    const keep = filter('is', values[0] ?? '');
    const one = kindNames.test(column.trim())
      ? pressing(keep, `${tells}, which do not add up; this keeps one of them alone.`)
      : offer(keep, `${tells}; this keeps one of them alone.`);
    return repeated ? [{ ...one, ...charts }] : [];
  }
  const because = evidence
    ? `${q(total)} equals the sum of the others in ${evidence.equal} of ${evidence.of} cases`
    : `${q(total)} is called like a total`;
  const whole = pressing(filter('is', total), `${tells}; ${because}: this keeps it alone.`);
  const others = pressing(filter('is-not', total), `${tells}; ${because}: without it the others add up to it once.`);
  return repeated ? [{ ...whole, ...charts }, others] : [{ ...others, ...charts }];
};

/** Parts among which one is the sum of the others. */
function dividedParts(table: Table, fields: Fields): SubDimension | null {
  const column = findColumn(table, fields.parts);
  const found = column && fields.shape === 'long' ? totalAmong(table, fields, column.name) : null;
  if (!column || !found) return null;
  const values = textColumn(column).texts.filter((text) => text !== '');
  return { column: column.name, values, total: found.value, evidence: found };
}

/** Rows of one period and category that nothing tells apart. */
export const suggestCombine: Suggest = ({ issues, steps, table }) => {
  const repeated = issues.filter(({ code }) => code === 'repeated-row');
  if (repeated.length === 0 || steps.some(({ kind, on }) => kind === 'combine' && on)) return [];
  const [first] = repeated;
  const twice = countRepeats(table);
  const suggestions: Suggestion[] = [];
  if (twice > 0) {
    const why = `${twice} ${twice === 1 ? 'row is the same as an earlier one' : 'rows are the same as earlier ones'} in every cell, and would count twice.`;
    suggestions.push(offer({ kind: 'drop-repeats' }, why));
  }
  const why = `Several rows stand for one period and category, first in row ${first?.row}. They are added up now; say so, or choose another way.`;
  suggestions.push(offer({ kind: 'combine', how: 'sum' }, why));
  return suggestions;
};

function countRepeats(table: Table): number {
  if (table.rowCount > 300_000) return 0;
  const columns = table.columns.map(textColumn);
  const seen = new Set<string>();
  for (let row = 0; row < table.rowCount; row++) seen.add(columns.map(({ codes }) => codes[row]).join(' '));
  return table.rowCount - seen.size;
}
