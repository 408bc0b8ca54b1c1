import Joi from 'joi';
import { projectLimits } from './project';
import { corners, counterParts, labelParts, textParts } from './text-style';

const hex = Joi.string().pattern(/^#[0-9a-fA-F]{6}$/, 'a colour such as #c8401b');
export const colourSchema = hex.required();
export const between = ([low, high]: readonly [number, number]) => Joi.number().min(low).max(high).required();
const share = between([0, 1]);
const flag = Joi.boolean().required();

const textStyle = ([low, high]: readonly [number, number]) =>
  Joi.object({
    family: Joi.string().min(1).max(100).required(),
    weight: between([100, 900]).integer(),
    italic: flag,
    size: between([low, high]),
    capitals: flag,
    spacing: between(projectLimits.spacing),
    colour: hex.allow(null).required(),
    align: Joi.valid('start', 'middle', 'end').required(),
    shadow: share,
  }).required();

const record = <T extends string>(keys: readonly T[], schema: Joi.Schema) =>
  Joi.object(Object.fromEntries(keys.map((key) => [key, schema]))).required();

/** A dress, as it stands in projects and in files of looks. */
export const dressSchema = Joi.object({
  texts: record(textParts, textStyle(projectLimits.textSize)),
  labels: record(labelParts, textStyle(projectLimits.labelSize)),
  counters: record(counterParts, Joi.object({ shown: flag, at: Joi.valid(...corners).required() }).required()),
  rollingStamp: flag,
  bars: Joi.object({
    direction: Joi.valid('lying', 'standing').required(),
    thickness: between([0.2, 1]),
    corners: share,
    gradient: share,
    outline: between([0, 2]),
    outlineColour: hex.allow(null).required(),
    shadow: share,
    names: Joi.valid('beside', 'inside', 'hidden').required(),
    values: Joi.valid('outside', 'inside', 'hidden').required(),
    ranks: flag,
    longNames: Joi.valid('cut', 'wrap', 'shrink').required(),
  }).required(),
  colour: Joi.object({
    by: Joi.valid('category', 'group', 'value', 'one').required(),
    palette: Joi.string().required(),
    ramp: Joi.array().ordered(colourSchema, colourSchema).length(2).required(),
    one: colourSchema,
    highlight: colourSchema,
  }).required(),
  pictures: Joi.object({
    shown: flag,
    at: Joi.valid('beside', 'end', 'inside').required(),
    shape: Joi.valid('round', 'square', 'plain').required(),
    size: between([0.4, 1]),
    flags: flag,
    monograms: flag,
  }).required(),
  axis: Joi.object({
    ticks: flag,
    side: Joi.valid('start', 'end').required(),
    gridWidth: between([0, 2]),
    gridColour: hex.allow(null).required(),
    parts: Joi.number().integer().min(1).max(20).allow(null).required(),
    zeroLine: flag,
  }).required(),
  legend: Joi.object({
    shown: Joi.valid('auto', 'always', 'never').required(),
    at: Joi.valid('top', 'bottom').required(),
    order: Joi.valid('table', 'name').required(),
  }).required(),
  captions: Joi.object({ at: Joi.valid('top', 'bottom').required(), panel: flag }).required(),
});

const colour = colourSchema;

/** A background, as it stands in projects and in files of looks. */
export const backgroundSchema = Joi.alternatives(
  Joi.object({ kind: Joi.valid('plain', 'clear').required(), colour }),
  Joi.object({ kind: Joi.valid('linear').required(), colour, to: colour, angleDeg: between([-360, 360]) }),
  Joi.object({ kind: Joi.valid('radial').required(), colour, to: colour }),
  Joi.object({
    kind: Joi.valid('picture').required(),
    colour,
    pictureId: Joi.string().allow('').required(),
    fit: Joi.valid('fill', 'fit').required(),
    dim: share,
    blur: between([0, 10]),
  }),
).required();
