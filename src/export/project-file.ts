import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { knownFamilies } from '@/core/families/known';
import { type Project, sourcesOf } from '@/core/project/project';
import { readProject } from '@/core/project/read-project';
import { type Outcome, refuse } from '@/core/table/issue';

/** A project with the bytes of the files it is made of. */
export interface ProjectBundle {
  readonly project: Project;
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** Ending of project files. They are ZIP archives. */
export const PROJECT_ENDING = '.plucky';

/** The most that a project file may unpack to; a small archive can hold gigabytes. */
const MAX_UNPACKED_BYTES = 1_000_000_000;

const entryOf = (assetId: string) => `data/${assetId}`;

/**
 * Writes a project file: a ZIP with `project.json` and each asset under `data/`.
 *
 * @param bundle Its project is written as it is, so that even one that cannot be read can be handed over.
 */
export function writeProjectFile({
  project,
  assets,
}: Pick<ProjectBundle, 'assets'> & { readonly project: unknown }): Uint8Array<ArrayBuffer> {
  const files: Record<string, Uint8Array> = { 'project.json': strToU8(`${JSON.stringify(project, null, 2)}\n`) };
  for (const [id, bytes] of assets) files[entryOf(id)] = bytes;
  return zipSync(files, { level: 6 }) as Uint8Array<ArrayBuffer>;
}

/** Reads a project file; a damaged one, or one from a newer version, is refused with the reason. */
export function readProjectFile(bytes: Uint8Array): Outcome<ProjectBundle> {
  const unpacked = unpack(bytes);
  if (!unpacked.ok) return unpacked;
  const files = unpacked.value;
  const json = files['project.json'];
  if (!json) return refuse('not-a-project', 'This ZIP has no project.json in it, so it is not a Plucky Tempo project.');
  let data: unknown;
  try {
    data = JSON.parse(strFromU8(json));
  } catch {
    return refuse(
      'damaged-project',
      'The project file is damaged: its project.json cannot be read. Use an older copy.',
    );
  }
  const outcome = readProject(data, knownFamilies);
  if (!outcome.ok) return outcome;
  const assets = new Map<string, Uint8Array>();
  const { pictures, fonts } = outcome.value;
  for (const { assetId, fileName } of [...sourcesOf(outcome.value), ...pictures, ...fonts]) {
    const asset = files[entryOf(assetId)];
    if (!asset) return refuse('damaged-project', `The project file is damaged: the data of ${fileName} is missing.`);
    assets.set(assetId, asset);
  }
  return { ok: true, value: { project: outcome.value, assets }, issues: [] };
}

function unpack(bytes: Uint8Array): Outcome<Record<string, Uint8Array>> {
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b) {
    return refuse('not-a-project', 'This is not a Plucky Tempo project. Choose a file that ends in .plucky.');
  }
  let total = 0;
  let tooLarge = false;
  try {
    const value = unzipSync(bytes, {
      filter: ({ originalSize }) => {
        total += originalSize;
        tooLarge ||= total > MAX_UNPACKED_BYTES;
        return !tooLarge;
      },
    });
    if (!tooLarge) return { ok: true, value, issues: [] };
  } catch {
    return refuse('damaged-project', 'The project file is damaged and cannot be unpacked. Use an older copy.');
  }
  return refuse(
    'too-large',
    'The project file unpacks to more than a gigabyte, which no table here needs. It was not opened.',
  );
}
