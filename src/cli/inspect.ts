import { accountOf } from '@/core/shaping/account';
import { accountWords } from '@/core/shaping/account-words';
import type { Cube } from '@/core/shaping/cube';
import type { Fields } from '@/core/shaping/fields';
import { headerPartsOf, splitHeader } from '@/core/shaping/header-parts';
import { axisOfNames } from '@/core/shaping/period-axis';
import { Preparer } from '@/core/shaping/preparation';
import type { Step } from '@/core/shaping/steps/step';
import { stepWords } from '@/core/shaping/steps/step-words';
import { suggestNext, understand } from '@/core/shaping/understand';
import type { Issue } from '@/core/table/issue';
import { groupIssues } from '@/core/table/issue-groups';
import { openTable } from './open-table';
import { issueLine } from './refusal';

/** Are the periods evenly spaced along their calendar? */
function isRegular(cube: Cube): boolean {
  const steps = cube.periods.slice(1).map(({ spacing }, i) => spacing - (cube.periods[i]?.spacing ?? 0));
  return steps.every((step) => Math.abs(step - (steps[0] ?? 0)) < 1e-9);
}

const orNull = (name: string) => (name === '' ? null : name);

function understood(fields: Fields, cube: Cube | null) {
  return {
    shape: fields.shape,
    period: {
      column: orNull(fields.period),
      kind: cube?.kind ?? null,
      first: cube?.periods[0]?.key ?? null,
      last: cube?.periods.at(-1)?.key ?? null,
      count: cube?.periods.length ?? 0,
      regular: cube ? isRegular(cube) : null,
    },
    category: {
      column: orNull(fields.category),
      count: cube?.categories.length ?? 0,
      names: cube?.categories ?? [],
    },
    value: { column: orNull(fields.value) },
  };
}

/** What `inspect --json` prints. */
export async function inspect(file: string, sheet: string) {
  const { read, issues } = await openTable(file, sheet);
  const { fields, steps, reasons, guesses } = understand(read);
  const preparer = new Preparer(read.table, read.decimalHint);
  const prepared = preparer.prepare(steps, fields, '');
  const cube = prepared.outcome.ok ? prepared.outcome.value : null;
  const applied = steps.map((step, i) => ({ step: planOf(step), why: `${reasons[i] ?? ''} It is applied at import.` }));
  const next = suggestNext(preparer, steps, fields, prepared).map(({ step, why }) => ({ step, why }));
  return {
    ...understood(fields, cube),
    account: accountOf({ read, preparer, steps, fields, cube }),
    rows: read.table.rowCount,
    readAs: read.readAs,
    why: guesses[0]?.why ?? null,
    periodWhy: periodWhy(preparer, fields, steps),
    sheets: read.sheets.map(({ name, rowCount, columnCount }) => ({ name, rowCount, columnCount })),
    issues: [...issues, ...prepared.outcome.issues].map(({ code, severity, row, column, raw, message }) => ({
      code,
      severity,
      row: row ?? null,
      column: column ?? null,
      raw: raw ?? null,
      message,
    })),
    suggestions: [...applied, ...next],
  };
}

function planOf({ id, name, on, ...plan }: { id: string; name: string; on: boolean; kind: string }) {
  return plan;
}

function periodWhy(preparer: Preparer, fields: Fields, steps: readonly Step[]): string | null {
  const { table } = preparer.tableAfter(steps);
  if (fields.shape !== 'periods-across') return preparer.periodWhy(fields, table);
  const from = headerPartsOf(fields);
  const names = table.columns.map((column) => (column.name === fields.category ? '' : splitHeader(column, from).name));
  return axisOfNames(names, fields.periodsAs, new Set(names)).notation?.why ?? null;
}

const many = (count: number, what: string) => `${count.toLocaleString('en-GB')} ${what}${count === 1 ? '' : 's'}`;

/** An issue without the places that it has not. */
function plainIssue({ row, column, raw, ...issue }: Awaited<ReturnType<typeof inspect>>['issues'][number]): Issue {
  const place = { ...(row === null ? {} : { row }), ...(column === null ? {} : { column }) };
  return { ...issue, ...place, ...(raw === null ? {} : { raw }) };
}

/** The same in words. */
export function inspectWords(found: Awaited<ReturnType<typeof inspect>>): string {
  const { period, category, value } = found;
  const lines = [
    `Read with ${found.readAs}: ${many(found.rows, 'row')}.`,
    found.why ? `Layout: ${found.shape}; ${found.why}.` : 'No layout was recognised.',
  ];
  if (period.count > 0) {
    const even = period.regular ? 'evenly spaced' : 'unevenly spaced';
    lines.push(
      `Periods: ${period.count}, ${period.first} to ${period.last}, ${even}: ${found.periodWhy ?? period.kind}.`,
    );
    const more = category.count > 8 ? ` and ${category.count - 8} more` : '';
    lines.push(`Categories: ${category.count}: ${category.names.slice(0, 8).join(', ')}${more}.`);
  }
  if (value.column) lines.push(`Values: ${value.column}.`);
  if (found.sheets.length > 1) lines.push(`Sheets: ${found.sheets.map(({ name }) => name).join(', ')}.`);
  lines.push(accountWords(found.account));
  const whole = found.account.used === found.account.cells;
  if (found.issues.length > 0) lines.push(`${many(found.issues.length, 'issue')}:`);
  else if (whole) lines.push('Every cell could be read.');
  for (const { issues, words } of groupIssues(found.issues.map(plainIssue)))
    lines.push(`  ${issues.length === 1 ? issueLine(issues[0]) : words}`);
  for (const { step, why } of found.suggestions) lines.push(`Suggestion: ${stepWords(step as never)}. ${why}`);
  return `${lines.join('\n')}\n`;
}
