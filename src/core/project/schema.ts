import Joi from 'joi';
import { paceLimits } from '../pace/pace';
import { stepSchema } from '../shaping/steps/step-schema';
import { fieldsSchema } from '../shaping/steps-file';
import { PROJECT_VERSION, projectLimits, sourceKinds } from './project';

const id = Joi.string().min(1).max(100).required();
const text = Joi.string().allow('').max(projectLimits.textLength).required();
const name = Joi.string().allow('').required();
const colour = Joi.string()
  .pattern(/^#[0-9a-fA-F]{6}$/, 'a colour such as #c8401b')
  .required();
const between = ([low, high]: readonly [number, number]) => Joi.number().min(low).max(high).required();

const pace = Joi.object({
  length: Joi.object({
    by: Joi.valid('whole', 'period').required(),
    sec: between([paceLimits.periodSec[0], paceLimits.lengthSec[1]]),
  }).required(),
  holdStartSec: between(paceLimits.holdSec),
  holdEndSec: between(paceLimits.holdSec),
  swapSec: between(paceLimits.swapSec),
  restShare: between([0, 0.9]),
  ease: Joi.valid('even', 'soft', 'swift').required(),
  sharing: Joi.valid('even', 'calendar').required(),
  beats: Joi.array()
    .items(Joi.object({ periodKey: Joi.string().required(), weight: between(paceLimits.weight) }))
    .required(),
});

const rankedBars = Joi.object({
  id,
  family: Joi.valid('ranked-bars').required(),
  tableId: id,
  fields: fieldsSchema.required(),
  group: name,
  text: Joi.object({ title: text, subtitle: text, source: text }).required(),
  palette: Joi.string().required(),
  colours: Joi.array()
    .items(Joi.object({ category: name, colour }))
    .required(),
  numbers: Joi.object({
    decimals: Joi.number()
      .integer()
      .min(projectLimits.decimals[0])
      .max(projectLimits.decimals[1])
      .allow(null)
      .required(),
    prefix: Joi.string().allow('').max(projectLimits.affixLength).required(),
    suffix: Joi.string().allow('').max(projectLimits.affixLength).required(),
    compact: Joi.boolean().required(),
  }).required(),
  pace: pace.required(),
  places: between(projectLimits.places).integer(),
  order: Joi.valid('largest', 'smallest').required(),
  between: Joi.valid('linear', 'monotone', 'step').required(),
  gaps: Joi.valid('bridge', 'carry', 'zero', 'absent').required(),
  swapMode: Joi.valid('at-crossing', 'over-period').required(),
  domain: Joi.alternatives(
    Joi.object({ kind: Joi.valid('following', 'fixed').required() }),
    Joi.object({ kind: Joi.valid('given').required(), min: Joi.number().required(), max: Joi.number().required() }),
  ).required(),
});

const source = Joi.object({
  kind: Joi.valid(...sourceKinds).required(),
  fileName: name,
  assetId: id,
  reading: Joi.object({
    sheet: name,
    encoding: name,
    delimiter: name,
    headerRow: Joi.number().integer().min(0).allow(null).required(),
  }).required(),
});

const empty = Joi.array().max(0).required();

/** The document of the current version, as it stands in a project file. */
export const projectSchema = Joi.object({
  format: Joi.valid('plucky-tempo-project').required(),
  version: Joi.valid(PROJECT_VERSION).required(),
  id,
  name: text,
  tables: Joi.array()
    .items(
      Joi.object({
        id,
        name: Joi.string().allow('').required(),
        source: source.required(),
        added: Joi.array()
          .items(Joi.object({ source: source.required(), keys: Joi.array().items(Joi.string()).required() }))
          .required(),
        steps: Joi.array().items(stepSchema).required(),
      }),
    )
    .min(1)
    .required(),
  charts: Joi.array().items(rankedBars).min(1).required(),
  film: Joi.object({
    stage: Joi.object({
      widthPx: between(projectLimits.stagePx).integer(),
      heightPx: between(projectLimits.stagePx).integer(),
      background: colour,
    }).required(),
    framesPerSec: between(paceLimits.framesPerSec),
    sequence: Joi.array().items(Joi.string()).min(1).required(),
    extras: empty,
    captions: empty,
    sounds: empty,
  }).required(),
});
