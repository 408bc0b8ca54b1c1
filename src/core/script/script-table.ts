import type { TableEntry, TableSource } from '../project/table-entry';
import { combines } from '../shaping/combine';
import type { Cube } from '../shaping/cube';
import { type Fields, fieldsOf } from '../shaping/fields';
import { furtherChoices, withFurther } from '../shaping/further-choices';
import { withNamedColumns } from '../shaping/named-fields';
import { groupsOf, Preparer } from '../shaping/preparation';
import { readSources, type SourceFile } from '../shaping/read-sources';
import type { Step, StepPlan } from '../shaping/steps/step';
import { stepSchema } from '../shaping/steps/step-schema';
import { readStepsFile } from '../shaping/steps-file';
import { stepOf, understand } from '../shaping/understand';
import type { Issue } from '../table/issue';
import { noReadingChoice, type ReadTable } from '../table/reader';
import { findColumn, type Table } from '../table/table';
import type { ScriptChartPiece, ScriptTable } from './film-script';
import { didYouMean, scriptFault } from './script-faults';
import { baseName, type ScriptFiles } from './script-files';

/** A chart's table, which columns of it hold what, and its values. */
export interface PieceTable {
  readonly entry: TableEntry;
  readonly fields: Fields;
  readonly group: string;
  readonly cube: Cube;
  /** What there is to say of the table. */
  readonly notes: readonly Issue[];
}

/** The tables of a script, each file read once; pieces that read and prepare it alike share one table of the work. */
export class ScriptTables {
  private readonly read = new Map<string, Promise<ReadTable | readonly Issue[]>>();
  private readonly preparers = new Map<string, Preparer>();
  private readonly entries = new Map<string, TableEntry>();

  constructor(private readonly files: ScriptFiles) {}

  /** The tables of the work, in the order in which pieces came to need them. */
  all(): TableEntry[] {
    return [...this.entries.values()];
  }

  /** The table of a piece. @param path Where the piece stands: `pieces.2`. @param takesFurther Does its chart need further values? */
  async of(
    table: ScriptTable,
    { group, panes }: Pick<ScriptChartPiece, 'group' | 'panes'>,
    path: string,
    takesFurther: boolean,
  ): Promise<PieceTable | readonly Issue[]> {
    const readKey = JSON.stringify([table.file, readingOf(table), table.added ?? []]);
    const reading = this.read.get(readKey) ?? this.readFile(table, path);
    this.read.set(readKey, reading);
    const read = await reading;
    if (!('table' in read)) return read;
    const column = typeof group === 'string' ? group : group?.column;
    const given = this.stepsOf(table, path);
    if ('faults' in given) return given.faults;
    const named = [table.period, table.category, table.value, table.second, table.third, panes, column];
    const found = understand(
      read,
      named.filter((each) => each !== undefined),
    );
    const steps = [...(given.steps ?? found.steps), ...given.plans];
    const preparer = this.preparers.get(readKey) ?? new Preparer(read.table, read.decimalHint, read.joined);
    this.preparers.set(readKey, preparer);
    const after = preparer.tableAfter(steps).table;
    const guess = table.fields ? fieldsOf(table.fields) : (given.fields ?? found.fields);
    const columns = withNamedColumns(guess, table);
    const choices = () =>
      furtherChoices({ table: after, fields: columns, joined: read.joined ?? [], decimalHint: read.decimalHint });
    const faults = [
      ...missingColumns(after, table, { column, panes, fields: columns, path }),
      ...missingValues(table, path, choices),
    ];
    if (faults.length > 0) return faults;
    const further = { ...columns, second: table.second ?? columns.second, third: table.third ?? columns.third };
    const chosen = takesFurther ? withFurther(further, choices()) : further;
    const grouped =
      column !== undefined
        ? { ...chosen, group: column }
        : panes !== undefined
          ? { ...chosen, group: panes, panes: true }
          : chosen;
    const groups = grouped.group === '' ? [] : groupsOf(after, grouped.group).map(({ name }) => name);
    const wanted = typeof group === 'object' ? (group.value ?? groups[0] ?? '') : (groups[0] ?? '');
    if (typeof group === 'object' && group.value !== undefined && !groups.includes(group.value)) {
      return [
        scriptFault(
          `${path}.group.value`,
          `“${group.column}” has no “${group.value}”.${didYouMean(group.value, groups) || listed(groups)}`,
        ),
      ];
    }
    const prepared = preparer.prepare(steps, grouped, wanted);
    if (!prepared.outcome.ok)
      return prepared.outcome.issues.map(({ message }) => scriptFault(`${path}.table`, `${table.file}: ${message}`));
    const notes = [...prepared.reports.flatMap(({ issues }) => issues), ...prepared.outcome.issues];
    return {
      entry: this.entryOf(table, steps, readKey),
      fields: grouped,
      group: wanted,
      cube: prepared.outcome.value,
      notes,
    };
  }

  private entryOf(table: ScriptTable, steps: readonly Step[], readKey: string): TableEntry {
    const key = JSON.stringify([readKey, steps, table.name]);
    const known = this.entries.get(key);
    if (known) return known;
    const entry: TableEntry = {
      id: `t${this.entries.size + 1}`,
      name: table.name ?? baseName(table.file),
      source: this.sourceOf(table.file, table),
      added: (table.added ?? []).map(({ keys = [], measure = '', ...added }) => ({
        source: this.sourceOf(added.file, added),
        keys,
        measure,
      })),
      steps,
    };
    this.entries.set(key, entry);
    return entry;
  }

  private sourceOf(file: string, table: Partial<ScriptTable>): TableSource {
    return {
      kind: table.typed ? 'typed' : 'file',
      fileName: baseName(file),
      assetId: this.files.assetOf(file, table.typed === true),
      reading: readingOf(table),
    };
  }

  private async readFile(table: ScriptTable, path: string): Promise<ReadTable | readonly Issue[]> {
    const wanted = [{ ...table, keys: [] as readonly string[], measure: '' }, ...(table.added ?? [])];
    const sources: SourceFile[] = [];
    const faults: Issue[] = [];
    for (const each of wanted) {
      const { file, keys = [], measure = '' } = each;
      const typed = 'typed' in each && each.typed === true;
      const bytes = typed ? new Uint8Array() : this.files.bytesOf(file);
      if (!bytes)
        faults.push(
          scriptFault(
            `${path}.table`,
            `the table ${file} is not there. It should lie beside the script, under this name.`,
          ),
        );
      else
        sources.push({
          source: { kind: typed ? 'typed' : 'file', fileName: baseName(file), reading: readingOf(each) },
          bytes: bytes.slice().buffer as ArrayBuffer,
          keys,
          measure,
        });
    }
    if (faults.length > 0) return faults;
    const outcome = await readSources(sources, () => undefined);
    if (outcome.ok) return outcome.value;
    return outcome.issues.map(({ message }) => scriptFault(`${path}.table`, `${table.file}: ${message}`));
  }

  /** Steps that the piece gives, and those of its options. */
  private stepsOf(
    { steps, where, combine, every }: ScriptTable,
    path: string,
  ):
    | { readonly faults: readonly Issue[] }
    | { readonly steps: readonly Step[] | null; readonly fields: Fields | null; readonly plans: readonly Step[] } {
    const faults: Issue[] = [];
    const plans: StepPlan[] = [];
    for (const [column, value] of conditions(where)) {
      if (column === '') faults.push(scriptFault(`${path}.where`, `needs COLUMN=VALUE; “${value}” has no column.`));
      else plans.push({ kind: 'filter-rows', column, test: 'is', values: [value] });
    }
    if (combine !== undefined) plans.push({ kind: 'combine', how: combine });
    if (every !== undefined) plans.push({ kind: 'coarser', every, how: combine ?? combines[0] });
    let own: readonly Step[] | null = null;
    let fields: Fields | null = null;
    if (typeof steps === 'string') {
      const bytes = this.files.bytesOf(steps);
      const outcome = bytes ? readStepsFile(new TextDecoder().decode(bytes)) : null;
      if (outcome === null) faults.push(scriptFault(`${path}.steps`, `the file ${steps} is not there.`));
      else if (!outcome.ok) faults.push(...outcome.issues.map(({ message }) => scriptFault(`${path}.steps`, message)));
      else ({ steps: own, fields } = outcome.value);
    } else if (steps) {
      own = steps.map((step, i) => ({ name: '', on: true, id: `step-${i + 1}`, ...step }) as Step);
      own.forEach((step, i) => {
        const { error } = stepSchema.validate(step, { convert: false });
        if (error) faults.push(scriptFault(`${path}.steps.${i}`, `${error.message}.`));
      });
    }
    if (faults.length > 0) return { faults };
    return { steps: own, fields, plans: plans.map((plan, i) => stepOf(plan, `option-${i + 1}`)) };
  }
}

function readingOf({ sheet, encoding, delimiter, headerRow }: Partial<ScriptTable>) {
  return {
    ...noReadingChoice,
    ...(sheet === undefined ? {} : { sheet }),
    ...(encoding === undefined ? {} : { encoding }),
    ...(delimiter === undefined ? {} : { delimiter }),
    ...(headerRow === undefined ? {} : { headerRow }),
  };
}

const MOST_LISTED = 12;
function listed(names: readonly string[]): string {
  if (names.length === 0) return ' There are none.';
  const more = names.length > MOST_LISTED ? ` and ${names.length - MOST_LISTED} more` : '';
  return ` There are ${names
    .slice(0, MOST_LISTED)
    .map((name) => `“${name}”`)
    .join(', ')}${more}.`;
}

/** Rows that are to be kept, by column and value; a condition without a column has `''` for it. */
function conditions(where: ScriptTable['where']): (readonly [column: string, value: string])[] {
  if (where === undefined) return [];
  if (typeof where === 'object' && !Array.isArray(where))
    return Object.entries(where as Readonly<Record<string, string>>);
  const all = typeof where === 'string' ? [where] : (where as readonly string[]);
  return all.map((each) => {
    const at = each.indexOf('=');
    return at < 1 ? ['', each] : [each.slice(0, at).trim(), each.slice(at + 1).trim()];
  });
}

interface Named {
  readonly column: string | undefined;
  readonly panes: string | undefined;
  readonly fields: Fields;
  readonly path: string;
}

/** Columns that a piece names and its table does not have. */
function missingColumns(table: Table, named: ScriptTable, { column, panes, fields, path }: Named): Issue[] {
  const names = table.columns.map(({ name }) => name);
  // Of a wide table the value may be one of several measures, which are no columns of their own.
  const wide = fields.shape === 'periods-down' || fields.shape === 'periods-across';
  const asked: (readonly [key: string, name: string | undefined])[] = [
    ['period', named.period],
    ['category', named.category],
    ['value', wide ? undefined : named.value],
    ['panes', panes],
    ['group', column],
    ...conditions(named.where).map(([each]) => ['where', each] as const),
  ];
  return asked.flatMap(([key, name]) => {
    if (name === undefined || name === '' || findColumn(table, name)) return [];
    const near = didYouMean(name, names) || listed(names);
    return [scriptFault(`${path}.${key}`, `there is no column “${name}” in ${named.file}.${near}`)];
  });
}

/** Further values that a piece names and there are not. */
function missingValues(
  { second, third }: ScriptTable,
  path: string,
  choices: () => readonly { readonly name: string }[],
): Issue[] {
  const asked = [
    ['second', second],
    ['third', third],
  ] as const;
  return asked.flatMap(([key, name]) => {
    if (name === undefined || name === '') return [];
    const known = choices().map((each) => each.name);
    if (known.includes(name)) return [];
    return [
      scriptFault(`${path}.${key}`, `there is no further value “${name}”.${didYouMean(name, known) || listed(known)}`),
    ];
  });
}
