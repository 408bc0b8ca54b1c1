import Joi from 'joi';
import { stepSchema } from '../../shaping/steps/step-schema';
import type { KnownFamily } from '../family-document';
import { PROJECT_VERSION } from '../project';
import { sourceKinds } from '../table-entry';
import { anyChartSchema } from './chart-schema';
import { filmSchema } from './film-schema';
import { family, id, name, number, oneOf, text } from './parts';

const source = Joi.object({
  kind: oneOf(sourceKinds, 'Where the bytes came from'),
  fileName: name('Name of the file'),
  assetId: id('The asset that holds the bytes'),
  reading: Joi.object({
    sheet: name('Sheet of a workbook; empty for the first one with a table'),
    encoding: name('How letters are written; empty for what the bytes say'),
    delimiter: name('What stands between cells; empty for what the lines say'),
    headerRow: Joi.number()
      .integer()
      .min(0)
      .allow(null)
      .required()
      .description('The line that holds the names, from 0; null for the one that is found'),
  }).required(),
});

const table = Joi.object({
  id: id('Names the table within the project'),
  name: name('What the person sees'),
  source: source.required(),
  added: Joi.array()
    .items(
      Joi.object({
        source: source.required(),
        keys: Joi.array().items(Joi.string()).required().description('Columns by which rows are the same'),
        measure: Joi.string()
          .allow('')
          .required()
          .description('Where it is joined by name and period: what its values are called'),
      }),
    )
    .required()
    .description('Files whose rows and columns were added'),
  steps: Joi.array().items(stepSchema).required().description('The steps of its preparation'),
});

const picture = Joi.object({
  id: id('Names the picture within the project'),
  fileName: name('Name of the file'),
  assetId: id('The asset that holds the bytes'),
  mime: oneOf(['image/png', 'image/jpeg', 'image/webp'], 'What the bytes are'),
  widthPx: number([1, 20_000], 'px', 'Width'),
  heightPx: number([1, 20_000], 'px', 'Height'),
});

const font = Joi.object({
  family: family('How texts call it'),
  fileName: name('Name of the file'),
  assetId: id('The asset that holds the bytes'),
});

const made = new WeakMap<readonly KnownFamily[], Joi.ObjectSchema>();

/** The document of the current version, as it stands in a project file. */
export function projectSchema(families: readonly KnownFamily[]): Joi.ObjectSchema {
  const known = made.get(families);
  if (known) return known;
  const schema = Joi.object({
    format: Joi.valid('plucky-tempo-project').required(),
    version: Joi.valid(PROJECT_VERSION).required(),
    id: id('Names the project'),
    name: text('What the person calls it'),
    tables: Joi.array().items(table).min(1).required(),
    charts: Joi.array().items(anyChartSchema(families)).min(1).required(),
    film: filmSchema,
    pictures: Joi.array().items(picture).required(),
    fonts: Joi.array().items(font).required(),
  });
  made.set(families, schema);
  return schema;
}
