import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Farm } from './farm';
import { FarmError } from './farm-error';
import type { FarmVersion } from './version';

/** Code that decides what a film looks and sounds like. */
const painting = ['src/core', 'src/render', 'src/export', 'src/workers', 'src/cli/render-page.ts', 'package-lock.json'];

const known = new Map<string, string>();

/**
 * The product's version with an address of the code that paints: two machines with the same one make the same pictures.
 *
 * @param root The product's folder.
 * @throws FarmError `no-version` where its code is not there.
 */
export function productVersion(root: string): string {
  const found = known.get(root) ?? readVersion(root);
  known.set(root, found);
  return found;
}

function readVersion(root: string): string {
  try {
    const { version } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8'));
    const hash = createHash('sha256');
    for (const place of painting) {
      for (const file of filesIn(path.join(/* turbopackIgnore: true */ root, place))) {
        hash.update(path.relative(root, file).replaceAll(path.sep, '/'));
        hash.update(readFileSync(file));
      }
    }
    return `${version}+${hash.digest('hex').slice(0, 12)}`;
  } catch (error) {
    throw new FarmError(
      'no-version',
      `The code of Plucky Tempo is not in ${root}, so its version is not known. Run it from a whole checkout.`,
      { cause: error },
    );
  }
}

/** The file itself, or all in a folder but tests, in the order of their names. */
function filesIn(place: string): string[] {
  if (path.extname(place) !== '') return [place];
  return readdirSync(place, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/\.test\.tsx?$|\.snap$/.test(entry.name))
    .map((entry) => path.join(entry.parentPath, entry.name))
    .filter((file) => !file.includes(`${path.sep}testing${path.sep}`))
    .sort();
}

/**
 * The version that a job is to be made by: that of workers which are there, this machine's before others, and this machine's where
 * there are none.
 *
 * @param own This machine's code, and the mark of the store that it is to lie in.
 * @param chromium That of this machine, or the one that was asked for; null where there is none.
 * @param asked Was it asked for?
 * @throws FarmError `no-version` where neither a worker nor this machine has one.
 */
export async function versionForJob(
  farm: Farm,
  own: Omit<FarmVersion, 'chromium'>,
  chromium: string | null,
  asked: boolean,
): Promise<FarmVersion> {
  const { product, store } = own;
  if (asked && chromium !== null) return { product, chromium, store };
  const workers = [...(await farm.workers()).values()];
  const fitting = workers.filter(({ version }) => version.product === product && version.store === store);
  const counts = new Map<string, number>();
  for (const { version } of fitting) counts.set(version.chromium, (counts.get(version.chromium) ?? 0) + 1);
  const [most] = [...counts].sort((a, b) => b[1] - a[1]).map(([each]) => each);
  const chosen = chromium !== null && (counts.has(chromium) || most === undefined) ? chromium : most;
  if (chosen !== undefined) return { product, chromium: chosen, store };
  throw new FarmError(
    'no-version',
    `No worker of Plucky Tempo ${product} is there, and this machine has no Chromium, so nobody knows whose pictures are wanted. Start a worker first, or name its Chromium with --chromium.`,
  );
}
