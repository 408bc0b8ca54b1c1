import { knownFamilies } from '@/core/families/known';
import type { Project } from '@/core/project/project';
import { readProject } from '@/core/project/read-project';
import { type Outcome, refuse } from '@/core/table/issue';
import { packFile, readJson, unpackFile } from './packed-file';

/** Ending of template files. They are ZIP archives. */
export const TEMPLATE_ENDING = '.plucky-template';

const FORMAT = 'plucky-tempo-template';
const VERSION = 1;

/** How a film looks and moves, without its data: the bytes are those of its pictures and fonts. */
export interface Template {
  readonly project: Project;
  readonly assets: ReadonlyMap<string, Uint8Array>;
}

/** The files that belong to how a film looks and sounds. */
const dressOf = ({ pictures, fonts, film }: Project) => [...pictures, ...fonts, ...film.sounds];

/** The assets that a template carries. */
export const templateAssets = (project: Project): string[] => dressOf(project).map(({ assetId }) => assetId);

/** Writes a template file: a ZIP with `template.json` and each picture and font under `data/`. */
export function writeTemplateFile({ project, assets }: Template): Uint8Array<ArrayBuffer> {
  return packFile('template.json', { format: FORMAT, version: VERSION, project }, assets);
}

/** Reads a template file; what is none, or damaged, or from a newer version, is refused with the reason. */
export function readTemplateFile(bytes: Uint8Array): Outcome<Template> {
  const unpacked = unpackFile(bytes, 'template');
  if (!unpacked.ok) return unpacked;
  const { files, assets } = unpacked.value;
  const data = readJson(files, 'template.json');
  if (!data || data.format !== FORMAT)
    return refuse(
      'not-a-template',
      'This is not a template of Plucky Tempo. Choose a file that ends in .plucky-template.',
    );
  if (data.version !== VERSION)
    return refuse(
      'newer-version',
      'This template is from a newer version of Plucky Tempo. Load the page again and retry.',
    );
  const outcome = readProject(data.project, knownFamilies);
  if (!outcome.ok) return outcome;
  const missing = dressOf(outcome.value).find(({ assetId }) => !assets.has(assetId));
  if (missing) return refuse('damaged-template', `The template is damaged: ${missing.fileName} is missing in it.`);
  return { ok: true, value: { project: outcome.value, assets }, issues: [] };
}
