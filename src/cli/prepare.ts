import { renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { titleFromFileName } from '@/core/project/defaults';
import { type Combine, combines } from '@/core/shaping/combine';
import type { Cube } from '@/core/shaping/cube';
import { type Fields, fieldsOfShape } from '@/core/shaping/fields';
import { type FurtherChoice, furtherChoices, withFurther } from '@/core/shaping/further-choices';
import { withNamedColumns } from '@/core/shaping/named-fields';
import { groupsOf, Preparer } from '@/core/shaping/preparation';
import type { JoinedTable } from '@/core/shaping/shape-options';
import { type Grain, grains, type Step, type StepPlan } from '@/core/shaping/steps/step';
import { misfitsOfFields, readStepsFile } from '@/core/shaping/steps-file';
import { stepOf, understand } from '@/core/shaping/understand';
import type { Issue } from '@/core/table/issue';
import type { ReadTable } from '@/core/table/reader';
import { findColumn } from '@/core/table/table';
import { type DataFormat, dataFormats } from '@/export/data/plain-table';
import { writeShaped } from '@/export/data/shaped-table';
import { oneOf } from './numbers';
import { openTable, readBytes } from './open-table';
import { Refusal } from './refusal';

/** Options of `prepare`, as they are typed. */
export interface PrepareOptions {
  readonly sheet?: string;
  readonly steps?: string;
  readonly period?: string;
  readonly category?: string;
  readonly value?: string;
  readonly second?: string;
  readonly third?: string;
  readonly join?: readonly string[];
  readonly panes?: string;
  readonly combine?: string;
  readonly where?: readonly string[];
  readonly every?: string;
  readonly out?: string;
}

function formatOf(out: string | undefined): DataFormat {
  if (out === undefined) return 'csv';
  return oneOf('The ending of --out', path.extname(out).slice(1).toLowerCase(), dataFormats);
}

/** The steps that options add to those of the table. @throws Refusal for an option that cannot be taken. */
export function plansOf(options: PrepareOptions): StepPlan[] {
  const plans: StepPlan[] = (options.where ?? []).map((where) => {
    const at = where.indexOf('=');
    if (at < 1) throw new Refusal(`--where needs COLUMN=VALUE; “${where}” has no column.`);
    const [column, value] = [where.slice(0, at).trim(), where.slice(at + 1).trim()];
    return { kind: 'filter-rows', column, test: 'is', values: [value] };
  });
  const how: Combine = options.combine === undefined ? 'sum' : oneOf('--combine', options.combine, combines);
  if (options.combine !== undefined) plans.push({ kind: 'combine', how });
  if (options.every !== undefined) {
    const every: Grain = oneOf('--every', options.every, grains);
    plans.push({ kind: 'coarser', every, how });
  }
  return plans;
}

/** Every column that an option names. */
function namedColumns(options: PrepareOptions, group: string | null): string[] {
  const { period, category, value, second, third, panes, where = [] } = options;
  const tested = where.map((each) => each.split('=', 1)[0]?.trim());
  return [period, category, value, second, third, panes, group, ...tested].filter((name) => typeof name === 'string');
}

/** A refusal that names the other sheets of a workbook, since the table may stand in one of them. */
function withSheets(refusal: Refusal, { sheet, sheets }: ReadTable): Refusal {
  const others = sheets.filter(({ name, rowCount }) => name !== sheet && rowCount > 1).map(({ name }) => `“${name}”`);
  if (others.length === 0) return refusal;
  const have = others.length === 1 ? `The sheet ${others[0]} has` : `The sheets ${others.join(', ')} have`;
  return new Refusal(`${refusal.message}\n${have} rows too: choose one with --sheet.`);
}

/** Tables that are joined by name and period, called as their files are. */
async function joinedTables(files: readonly string[]): Promise<JoinedTable[]> {
  const read = await Promise.all(files.map((file) => openTable(file, '')));
  return read.map(({ read: { table, decimalHint } }, i) => {
    return { name: titleFromFileName(path.basename(files[i] ?? '')), table, decimalHint };
  });
}

/** The fields with the further values that were named, or that a chart takes by itself. */
function furtherFields(
  fields: Fields,
  { second = '', third = '' }: PrepareOptions,
  takes: boolean,
  choicesOf: (fields: Fields) => readonly FurtherChoice[],
): Fields {
  const named = { ...fields, second: second || fields.second, third: third || fields.third };
  const choices = choicesOf(named);
  for (const name of [second, third])
    if (name !== '' && !choices.some((each) => each.name === name)) {
      const known = choices.map((each) => `“${each.name}”`).join(', ') || 'none';
      throw new Refusal(`There is no further value “${name}”. There are: ${known}.`);
    }
  return takes ? withFurther(named, choices) : named;
}

/** The fields that show all groups of a column side by side; as they are where none is named. */
function besides(fields: Fields, column: string | undefined): Fields {
  return column === undefined ? fields : { ...fields, group: column, panes: true };
}

/** What else decides how a table is shaped. */
interface ShapeMore {
  /** A column whose values each make a table. */
  readonly groupColumn?: string | null;
  /** Does the chart need further values, so that it takes what there is? */
  readonly takesFurther?: boolean;
}

/** The values of a table, shaped as the options say, and what there is to say about them. */
export interface ShapedFile {
  readonly cube: Cube;
  /** The values of each group of a column; a single one without a name where no column was named. */
  readonly groups: readonly { readonly name: string | null; readonly cube: Cube }[];
  readonly notes: readonly Issue[];
}

/** Steps and fields that come from a file instead of being understood anew. */
export interface GivenSteps {
  readonly fields: Fields;
  readonly steps: readonly Step[];
}

/**
 * Reads a table and shapes it; ends the command with the reason where that cannot be done.
 *
 * @throws Refusal for a table or an option that cannot be taken.
 */
export async function shapeFile(
  file: string,
  options: PrepareOptions,
  given: GivenSteps | null = stepsOf(options),
  { groupColumn = null, takesFurther = false }: ShapeMore = {},
): Promise<ShapedFile> {
  const plans = plansOf(options);
  const { read } = await openTable(file, options.sheet ?? '');
  const found = understand(read, namedColumns(options, groupColumn));
  const base: readonly Step[] = given?.steps ?? found.steps;
  const steps = [...base, ...plans.map((plan, i) => stepOf(plan, `option-${i + 1}`))];
  const joined = await joinedTables(options.join ?? []);
  const preparer = new Preparer(read.table, read.decimalHint, joined);
  const notes: Issue[] = [];
  let fields = given?.fields ?? found.fields;
  const after = preparer.tableAfter(steps);
  if (given) {
    const misfits = misfitsOfFields(
      fields,
      after.table.columns.map(({ name }) => name),
    );
    notes.push(...misfits);
    if (fieldsOfShape[fields.shape].some((role) => misfits.some(({ column }) => column === fields[role])))
      fields = found.fields;
  }
  const { table } = after;
  const final = furtherFields(withNamedColumns(fields, options), options, takesFurther, (chosen) =>
    furtherChoices({ table, fields: chosen, joined, decimalHint: read.decimalHint }),
  );
  if (groupColumn !== null && !findColumn(table, groupColumn))
    throw new Refusal(`There is no column “${groupColumn}” to make groups of.`);
  const { panes } = options;
  if (panes !== undefined && groupColumn !== null)
    throw new Refusal('Give --group or --panes, not both: a film for each group, or all of them side by side in one.');
  if (panes !== undefined && !findColumn(table, panes))
    throw new Refusal(`There is no column “${panes}” to show groups of side by side.`);
  const names = groupColumn === null ? [null] : groupsOf(table, groupColumn).map(({ name }) => name);
  const groups = names.map((name) => {
    const grouped = groupColumn === null ? besides(final, panes) : { ...final, group: groupColumn };
    const first = panes === undefined ? '' : (groupsOf(table, panes)[0]?.name ?? '');
    const prepared = preparer.prepare(steps, grouped, name ?? first);
    notes.push(...prepared.reports.flatMap(({ issues }) => issues), ...prepared.outcome.issues);
    const unfit = notes.filter(({ code, column }) => code === 'step-does-not-fit' && column === undefined);
    if (options.where && unfit.length > 0 && !given) throw new Refusal(unfit.map(({ message }) => message).join('\n'));
    if (!prepared.outcome.ok) throw withSheets(Refusal.of(prepared.outcome.issues), read);
    return { name, cube: prepared.outcome.value };
  });
  const [first] = groups;
  if (!first) throw new Refusal(`The column “${groupColumn}” is blank, so there are no groups.`);
  return { cube: first.cube, groups, notes };
}

function stepsOf({ steps }: PrepareOptions): GivenSteps | null {
  if (steps === undefined) return null;
  const outcome = readStepsFile(new TextDecoder().decode(readBytes(steps)));
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return outcome.value;
}

/** What `prepare` made: the bytes, and what there is to say about them. */
export interface PrepareResult {
  readonly bytes: Uint8Array;
  readonly notes: readonly Issue[];
}

/** Prepares a table, and writes it where the options say. */
export async function prepare(file: string, options: PrepareOptions): Promise<PrepareResult> {
  const format = formatOf(options.out);
  const { cube, notes } = await shapeFile(file, options);
  return { bytes: await writeShaped(cube, format), notes };
}

/**
 * Writes a file under another name first, so that nothing is ever half-written.
 *
 * @throws Refusal if it cannot be written.
 */
export function writeWhole(out: string, bytes: Uint8Array): void {
  const draft = path.join(path.dirname(out), `.${path.basename(out)}.${process.pid}.part`);
  try {
    writeFileSync(draft, bytes);
    renameSync(draft, out);
  } catch (error) {
    rmSync(draft, { force: true });
    throw new Refusal(`${out} could not be written: ${(error as NodeJS.ErrnoException).code ?? error}.`);
  }
}
