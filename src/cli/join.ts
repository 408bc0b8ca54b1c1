import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { ExportError } from '@/export/export-error';
import { joinFilms } from '@/export/join/join-films';
import { Refusal } from './refusal';
import { render } from './render';

/** Options of `join`, as they are typed. */
export interface JoinOptions {
  readonly out: string;
  /** The film whose sound is put under the pictures. */
  readonly soundOf?: string;
  /** Leaves out the sound of the parts. */
  readonly silent?: boolean;
}

/**
 * Puts films behind each other without encoding again. They must have the same codec and size, and each starts with a key
 * frame, as `render --from --to` makes them. Their sound cannot be put together without clicks, so it is mixed once for the whole.
 *
 * @param root The project's folder.
 * @throws Refusal if a film cannot be read, or they do not fit together.
 */
export async function join(
  root: string,
  files: readonly string[],
  { out, soundOf, silent = false }: JoinOptions,
): Promise<{ readonly frames: number }> {
  const ending = path.extname(out).toLowerCase();
  if (ending !== '.mp4' && ending !== '.webm') throw new Refusal(`--out must end in .mp4 or .webm; “${out}” does not.`);
  for (const file of files)
    if (!existsSync(file)) throw new Refusal(`${file} could not be read: there is no such file.`);
  const draft = path.join(path.dirname(out), `.${path.basename(out)}.${process.pid}.part`);
  const mixed = `${draft}${ending === '.mp4' ? '.m4a' : '.weba'}`;
  try {
    const isMixed = soundOf !== undefined && !silent;
    if (isMixed) await render(root, soundOf, { out: mixed }, () => undefined);
    const container = ending === '.mp4' ? 'mp4' : 'webm';
    const joined = await joinFilms(files, { container, to: draft, sound: isMixed ? mixed : null, silent });
    renameSync(draft, out);
    return joined;
  } catch (error) {
    rmSync(draft, { force: true });
    if (error instanceof ExportError) throw new Refusal(error.message);
    throw error;
  } finally {
    rmSync(mixed, { force: true });
  }
}
