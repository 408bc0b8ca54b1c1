import { blankTable } from '../table/blank-table';
import { type Issue, type Outcome, refuse } from '../table/issue';
import { readTable } from '../table/read-table';
import { noAside, type ReadingChoice, type ReadTable, sumAsides } from '../table/reader';
import { addTable } from './add-table';
import type { JoinedTable } from './shape-options';

/** A file of a table: the first one, one that is added by its keys, or one whose values stand beside the others. */
export interface SourceFile {
  readonly source: { readonly kind: string; readonly fileName: string; readonly reading: ReadingChoice };
  readonly bytes: ArrayBuffer;
  readonly keys: readonly string[];
  /** Where it is joined by name and period: what its values are called. */
  readonly measure: string;
}

/** Reads one file; an empty grid comes from no file. */
async function readSource({ source, bytes }: SourceFile, onProgress: (share: number) => void) {
  const { fileName, reading: choice } = source;
  if (source.kind !== 'typed') return readTable(new Uint8Array(bytes), { fileName, choice, onProgress });
  const given = { decimalHint: null, encoding: '', delimiter: '', sheet: '', sheets: [], headerRow: 1 };
  const value: ReadTable = { table: blankTable(), aside: noAside, readAs: 'an empty grid', ...given };
  return { ok: true, value, issues: [] } satisfies Outcome<ReadTable>;
}

/** Reads all files of a table and puts them together: rows and columns into one, joined ones beside it. */
export async function readSources(
  sources: readonly SourceFile[],
  onProgress: (share: number) => void,
): Promise<Outcome<ReadTable>> {
  const [first, ...others] = sources;
  if (!first) return refuse('no-table', 'There is no table yet. Drop a file, or choose a sample in Gather.');
  const total = sources.length;
  const outcome = await readSource(first, (share) => onProgress(share / total));
  if (!outcome.ok) return outcome;
  let { table, aside } = outcome.value;
  const issues: Issue[] = [...outcome.issues];
  const joined: JoinedTable[] = [];
  for (const [place, other] of others.entries()) {
    const added = await readSource(other, (share) => onProgress((place + 1 + share) / total));
    if (!added.ok) return added;
    const { measure: name, keys } = other;
    if (name === '') {
      table = addTable(table, added.value.table, keys, place);
      aside = sumAsides(aside, added.value.aside);
    } else joined.push({ name, table: added.value.table, decimalHint: added.value.decimalHint });
    const { fileName } = other.source;
    // Rows of an added file have numbers of their own, so its issues name the file instead of a cell to go to.
    issues.push(
      ...added.issues.map(({ row, ...issue }) => ({
        ...issue,
        message: `${fileName}${row ? `, row ${row}` : ''}: ${issue.message}`,
      })),
    );
  }
  return { ok: true, value: { ...outcome.value, table, aside, joined }, issues };
}
