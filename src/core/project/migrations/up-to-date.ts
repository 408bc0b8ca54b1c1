import { type Outcome, refuse } from '../../table/issue';
import type { Migration } from './migration';

/**
 * Brings a document of an older version up to date, one version after the other.
 *
 * @param current The version that this code writes.
 * @param migrations `migrations[n]` reads version `n`.
 * @param what What it is, in words: `look`.
 */
export function broughtUpToDate(
  data: Record<string, unknown>,
  current: number,
  migrations: Readonly<Record<number, Migration>>,
  what: string,
): Outcome<Record<string, unknown>> {
  const version = Number(data.version);
  if (version > current) {
    const message = `This ${what} was saved by a newer Plucky Tempo (version ${version} of the file, this one reads up to ${current}). Update and open it again.`;
    return refuse('newer-version', message);
  }
  let document = data;
  for (let from = version; from !== current; from++) {
    const migrate = migrations[from];
    if (!migrate) return refuse('unknown-version', `Version ${data.version} of the ${what} file is not known.`);
    document = migrate(document);
  }
  return { ok: true, value: document, issues: [] };
}
