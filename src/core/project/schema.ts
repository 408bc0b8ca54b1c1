import Joi from 'joi';
import { momentKinds } from '../motion/moments';
import { buildKinds, buildOrders, paceLimits, wordBuilds } from '../pace/pace';
import { groupings, locales } from '../scale/number-format';
import { stepSchema } from '../shaping/steps/step-schema';
import { fieldsSchema } from '../shaping/steps-file';
import { backgroundSchema, between, colourSchema as colour, dressSchema } from './dress-schema';
import { extraKinds } from './film-parts';
import { contentParts, PROJECT_VERSION, projectLimits, sourceKinds } from './project';

const id = Joi.string().min(1).max(100).required();
const text = Joi.string().allow('').max(projectLimits.textLength).required();
const name = Joi.string().allow('').required();

const build = Joi.object({
  how: Joi.valid(...buildKinds).required(),
  sec: between(paceLimits.buildSec),
  stagger: between([0, 1]),
  order: Joi.valid(...buildOrders).required(),
  seed: Joi.number().integer().min(0).max(1_000_000).required(),
  words: Joi.valid(...wordBuilds).required(),
}).required();

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
  slowAtSwaps: between(paceLimits.slowAtSwaps),
  opening: build,
  closing: build,
});

const rankedBars = Joi.object({
  id,
  family: Joi.valid('ranked-bars').required(),
  tableId: id,
  fields: fieldsSchema.required(),
  group: name,
  text: Joi.object(Object.fromEntries(contentParts.map((part) => [part, text]))).required(),
  colours: Joi.array()
    .items(Joi.object({ category: name, colour }))
    .required(),
  highlights: Joi.array().items(Joi.string().allow('')).required(),
  pictures: Joi.array()
    .items(Joi.object({ category: name, pictureId: id }))
    .required(),
  datePattern: Joi.string().allow('').max(60).required(),
  axis: Joi.object({
    name: text,
    interval: Joi.number().greater(0).allow(null).required(),
    average: Joi.boolean().required(),
    targets: Joi.array()
      .items(Joi.object({ value: Joi.number().required(), label: text }))
      .max(20)
      .required(),
  }).required(),
  dress: dressSchema.required(),
  momentWords: Joi.object(Object.fromEntries(momentKinds.map((kind) => [kind, text]))).required(),
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
    percent: Joi.boolean().required(),
    locale: Joi.valid(...locales).required(),
    grouping: Joi.valid(...groupings).required(),
  }).required(),
  pace: pace.required(),
  places: between(projectLimits.places).integer(),
  order: Joi.valid('largest', 'smallest', 'table').required(),
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

const moment = Joi.object({ periodKey: Joi.string().allow('').required(), share: between([0, 1]) });
const offset = between([-500, 500]);

const extra = Joi.object({
  id,
  kind: Joi.valid(...extraKinds).required(),
  name: text,
  anchor: Joi.alternatives(
    Joi.object({
      kind: Joi.valid('stage').required(),
      corner: Joi.valid('top-left', 'top-right', 'bottom-left', 'bottom-right', 'centre').required(),
      dx: offset,
      dy: offset,
    }),
    Joi.object({ kind: Joi.valid('bar').required(), category: name, dx: offset, dy: offset }),
  ).required(),
  width: between(projectLimits.extraSize),
  height: between(projectLimits.extraSize),
  opacity: between([0, 1]),
  colour,
  stroke: between([0, 20]),
  pictureId: name,
  text,
  fontFamily: Joi.string().min(1).max(100).required(),
  fontWeight: between([100, 900]).integer(),
  behind: Joi.boolean().required(),
  from: moment.allow(null).required(),
  to: moment.allow(null).required(),
  fadeSec: between(projectLimits.fadeSec),
});

const caption = Joi.object({
  id,
  text: Joi.string().allow('').max(projectLimits.captionLength).required(),
  from: moment.required(),
  to: moment.required(),
});

const picture = Joi.object({
  id,
  fileName: name,
  assetId: id,
  mime: Joi.valid('image/png', 'image/jpeg', 'image/webp').required(),
  widthPx: between([1, 20_000]),
  heightPx: between([1, 20_000]),
});

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
      background: backgroundSchema,
      margins: Joi.object({
        top: between(projectLimits.margin),
        right: between(projectLimits.margin),
        bottom: between(projectLimits.margin),
        left: between(projectLimits.margin),
      }).required(),
      box: Joi.object({ x: between([0, 1]), y: between([0, 1]), width: between([0.05, 1]), height: between([0.05, 1]) })
        .allow(null)
        .required(),
    }).required(),
    framesPerSec: between(paceLimits.framesPerSec),
    sequence: Joi.array().items(Joi.string()).min(1).required(),
    extras: Joi.array().items(extra).required(),
    captions: Joi.array().items(caption).required(),
    sounds: empty,
  }).required(),
  pictures: Joi.array().items(picture).required(),
  fonts: Joi.array()
    .items(Joi.object({ family: Joi.string().min(1).max(100).required(), fileName: name, assetId: id }))
    .required(),
});
