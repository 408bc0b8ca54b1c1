import { knownFamilies } from '@/core/families/known';
import { filesOf, type Project } from '@/core/project/project';
import { readProject } from '@/core/project/read-project';
import { type Outcome, refuse } from '@/core/table/issue';
import { packFile, readJson, unpackFile } from './packed-file';

/** A project with the bytes of the files it is made of. */
export interface ProjectBundle {
  readonly project: Project;
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** Ending of project files. They are ZIP archives. */
export const PROJECT_ENDING = '.plucky';

/**
 * Writes a project file: a ZIP with `project.json` and each asset under `data/`.
 *
 * @param bundle Its project is written as it is, so that even one that cannot be read can be handed over.
 */
export function writeProjectFile({
  project,
  assets,
}: Pick<ProjectBundle, 'assets'> & { readonly project: unknown }): Uint8Array<ArrayBuffer> {
  return packFile('project.json', project, assets);
}

/** Reads a project file; a damaged one, or one from a newer version, is refused with the reason. */
export function readProjectFile(bytes: Uint8Array): Outcome<ProjectBundle> {
  const unpacked = unpackFile(bytes, 'project');
  if (!unpacked.ok) return unpacked;
  const { files, assets: found } = unpacked.value;
  if (!files['project.json'])
    return refuse('not-a-project', 'This ZIP has no project.json in it, so it is not a Plucky Tempo project.');
  const data = readJson(files, 'project.json');
  if (!data)
    return refuse(
      'damaged-project',
      'The project file is damaged: its project.json cannot be read. Use an older copy.',
    );
  const outcome = readProject(data, knownFamilies);
  if (!outcome.ok) return outcome;
  const assets = new Map<string, Uint8Array>();
  for (const { assetId, fileName } of filesOf(outcome.value)) {
    const asset = found.get(assetId);
    if (!asset) return refuse('damaged-project', `The project file is damaged: the data of ${fileName} is missing.`);
    assets.set(assetId, asset);
  }
  return { ok: true, value: { project: outcome.value, assets }, issues: [] };
}
