import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Issue } from '@/core/table/issue';
import { readTable } from '@/core/table/read-table';
import { noReadingChoice, type ReadTable } from '@/core/table/reader';
import { Refusal } from './refusal';

/** Reads a table from a file, or ends the command with the reason why not. */
export async function openTable(file: string, sheet: string): Promise<{ read: ReadTable; issues: readonly Issue[] }> {
  const bytes = readBytes(file);
  const choice = { ...noReadingChoice, sheet };
  const outcome = await readTable(bytes, { fileName: path.basename(file), choice });
  if (!outcome.ok) throw Refusal.of(outcome.issues);
  return { read: outcome.value, issues: outcome.issues };
}

/** The bytes of a file; a missing one ends the command. @throws Refusal if it cannot be read. */
export function readBytes(file: string): Uint8Array {
  try {
    return new Uint8Array(readFileSync(file));
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const why =
      code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'it is a folder' : String(code ?? error);
    throw new Refusal(`${file} could not be read: ${why}.`);
  }
}
