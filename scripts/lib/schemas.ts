import parse from 'joi-to-json';
import { familyAliases } from '@/core/families/known';
import { families } from '@/core/families/registry';
import { lookSchema } from '@/core/project/look-file';
import { projectSchema } from '@/core/project/schema/project-schema';
import { scriptSchema } from '@/core/script/script-schema';
import { stepsFileSchema } from '@/core/shaping/steps-file';

/** The JSON Schemas of the open formats, as text. */
export function schemasOf(): Record<'project' | 'look' | 'steps' | 'film-script', string> {
  const write = (title: string, schema: object) => {
    const body = parse(schema as Parameters<typeof parse>[0], 'json-draft-2019-09') as object;
    return `${JSON.stringify({ $schema: 'https://json-schema.org/draft/2019-09/schema', title, ...body }, null, 2)}\n`;
  };
  return {
    project: write('project.json of a Plucky Tempo project', projectSchema(families)),
    look: write('A look of Plucky Tempo', lookSchema),
    'film-script': write('A film script of Plucky Tempo', scriptSchema(families, Object.keys(familyAliases))),
    steps: write('Preparation steps of Plucky Tempo', stepsFileSchema),
  };
}
