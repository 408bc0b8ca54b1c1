import Joi from 'joi';
import { betweens } from '../../motion/interpolation';
import { gapRules } from '../../motion/series';
import { paceLimits } from '../../pace/pace';
import { groupings, locales } from '../../scale/number-format';
import { fieldsSchema } from '../../shaping/steps-file';
import { contentParts, type PlayKind } from '../chart';
import type { KnownFamily } from '../family-document';
import { projectLimits } from '../limits';
import { paneAxes, paneOrders, panesRange } from '../panes';
import { dressSchema } from './dress-schema';
import { focusesSchema } from './focus-schema';
import { paceSchema } from './pace-schema';
import * as parts from './parts';
import { byKind, colour, dataNumber, flag, id, name, number, oneOf, record, text, whole } from './parts';

const numbers = Joi.object({
  decimals: Joi.number()
    .integer()
    .min(projectLimits.decimals[0])
    .max(projectLimits.decimals[1])
    .allow(null)
    .required()
    .description('Digits after the point; null takes as many as the data has, to three'),
  prefix: text('Stands before each value', projectLimits.affixLength),
  suffix: text('Stands behind each value', projectLimits.affixLength),
  compact: flag('Shortens thousands, millions and billions'),
  percent: flag('Values are shares of 1 and are written as percent'),
  locale: oneOf(locales, 'Whose marks and words numbers and dates take'),
  grouping: oneOf(groupings, 'What stands between thousands'),
}).required();

const axis = Joi.object({
  name: text('What the axis counts'),
  interval: Joi.number()
    .greater(0)
    .allow(null)
    .required()
    .unit('data units')
    .description('Distance of ticks; null for round numbers'),
  average: flag('A line at the average of what is on stage'),
  targets: Joi.array()
    .items(Joi.object({ value: dataNumber('Where the line stands'), label: text('What it means') }))
    .max(20)
    .required()
    .description('Lines at values'),
  bands: Joi.array()
    .items(
      Joi.object({
        from: dataNumber('Where the band begins'),
        to: dataNumber('Where it ends'),
        label: text('What it means'),
      }),
    )
    .max(20)
    .required()
    .description('What lies between two values'),
}).required();

const periodKey = name('The period on show; empty for the last one');
const stepTimes = Joi.array()
  .items(
    Joi.object({
      key: name('The category that comes, or the period whose stand does'),
      atSec: number([0, paceLimits.lengthSec[1]], 'sec', 'When it begins to come, from the start of the piece'),
      takesSec: number([0.01, paceLimits.lengthSec[1]], 'sec', 'How long its marks take; null for an even pace').allow(
        null,
      ),
    }),
  )
  .max(10_000)
  .required()
  .description('Groups of marks with a time of their own; the others keep an even pace');

/** The ways to move, and what each holds. */
const plays: Readonly<Record<PlayKind, readonly [string, Joi.SchemaMap]>> = {
  'through-time': ['Marks show the moment at the playhead', {}],
  drawn: ['The playhead draws what lies along the chart', {}],
  built: [
    'One moment is shown, whose marks come and go',
    {
      periodKey,
      lengthSec: number(paceLimits.lengthSec, 'sec', 'Seconds of the whole: opening, hold and closing'),
      steps: stepTimes,
    },
  ],
};

function play(family: KnownFamily): Joi.Schema {
  return byKind(Object.fromEntries(family.plays.map((kind) => [kind, plays[kind]])))
    .required()
    .description('How the chart moves');
}

/** What charts of all families have. */
const common = {
  id: id('Names the chart within the project'),
  familyVersion: Joi.number().integer().min(1).required().description('Version of the family’s own part'),
  tableId: id('The table that it is made of'),
  fields: fieldsSchema.required().description('Which columns hold what'),
  group: name('Which value of the group column is on stage'),
  between: oneOf(betweens, 'Values between two periods'),
  gaps: oneOf(gapRules, 'Values where the table has none'),
  text: record(contentParts, (part) => text(`Words of the ${part}; they may hold tokens`)),
  colours: Joi.array()
    .items(Joi.object({ category: name('Whose'), colour: colour('Its own colour') }))
    .required()
    .description('Colours of the person’s own'),
  highlights: Joi.array().items(Joi.string().allow('')).required().description('Categories that stand out'),
  pictures: Joi.array()
    .items(Joi.object({ category: name('Whose'), pictureId: id('Which picture') }))
    .required()
    .description('Pictures that were given to categories'),
  focuses: focusesSchema,
  panes: Joi.object({
    axes: oneOf(paneAxes, 'Charts side by side share their axes, or have their own'),
    order: oneOf(paneOrders, 'In which order they stand'),
    most: whole(panesRange, '', 'How many at most'),
  })
    .required()
    .description('How the charts of several groups stand side by side'),
  datePattern: text('How dates are written; empty for the usual form', 60),
  axis,
  dress: dressSchema.required(),
  numbers,
  pace: paceSchema.required(),
};

/** Each entry is checked by its family too, once the chart is known to be sound: `keptSchema`. */
const kept = Joi.array()
  .items(
    Joi.object({
      family: name('Id of the family'),
      familyVersion: Joi.number().integer().min(1).required().description('Version of its own part'),
      play: Joi.object().unknown().required().description('How it moved the chart'),
      own: Joi.object().unknown().required().description('What it had of its own'),
    }),
  )
  .unique('family')
  .required()
  .description('What families that drew the chart before had of their own');

const made = new WeakMap<KnownFamily, Joi.ObjectSchema>();

/** A chart of one family. */
export function chartSchema(family: KnownFamily): Joi.ObjectSchema {
  const known = made.get(family) ?? schemaOf(family);
  made.set(family, known);
  return known;
}

function schemaOf(family: KnownFamily): Joi.ObjectSchema {
  return Joi.object({
    ...common,
    kept,
    family: Joi.valid(family.id).required().description('The family that draws it'),
    play: play(family),
    own: family.document.schema(parts).required(),
  });
}

/** What a family had of its own, in full. */
export function keptSchema(family: KnownFamily): Joi.ObjectSchema {
  return Joi.object({
    family: Joi.valid(family.id).required(),
    familyVersion: common.familyVersion,
    play: play(family),
    own: family.document.schema(parts).required(),
  });
}

/** A chart of any family that is known. */
export function anyChartSchema(families: readonly KnownFamily[]): Joi.Schema {
  return Joi.alternatives().conditional('.family', {
    switch: families.map((family) => ({
      is: family.id,
      // biome-ignore lint/suspicious/noThenProperty: the library's own word for what follows a condition
      then: chartSchema(family),
    })),
    otherwise: Joi.object({ family: Joi.valid(...families.map((family) => family.id)).required() }).unknown(),
  });
}
