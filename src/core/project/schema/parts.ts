import Joi from 'joi';
import { projectLimits } from '../limits';

// The parts that schemas are put together from. Each says in words what it means, so that one source serves the check,
// the JSON Schemas and the command line's list of paths.

/** Units of numbers in the document. */
export type Unit =
  | 'px'
  | 'sec'
  | '1/sec'
  | '% of the shorter side'
  | 'share'
  | 'times'
  | 'degrees'
  | 'data units'
  | 'parts'
  | 'dB';

/** A number in a range, both ends included. */
export function number([low, high]: readonly [number, number], unit: Unit | '', meaning: string): Joi.NumberSchema {
  const schema = Joi.number().min(low).max(high).required().description(meaning);
  return unit === '' ? schema : schema.unit(unit);
}

/** A whole number in a range. */
export const whole = (range: readonly [number, number], unit: Unit | '', meaning: string) =>
  number(range, unit, meaning).integer();

/** A share in [0, 1]. */
export const share = (meaning: string) => number([0, 1], 'share', meaning);

/** Any number, in the units of the data. */
export const dataNumber = (meaning: string) => Joi.number().required().unit('data units').description(meaning);

export const flag = (meaning: string) => Joi.boolean().required().description(meaning);

/** One of some words. */
export const oneOf = (words: readonly string[], meaning: string) =>
  Joi.valid(...words)
    .required()
    .description(meaning);

const hex = Joi.string().pattern(/^#[0-9a-fA-F]{6}$/, 'a colour such as #c8401b');

export const colour = (meaning: string) => hex.required().description(meaning);

/** A colour, or null for the one that follows from something else. */
export const colourOrNull = (meaning: string) => hex.allow(null).required().description(meaning);

/** A text of the person's. */
export const text = (meaning: string, maxLength: number = projectLimits.textLength) =>
  Joi.string().allow('').max(maxLength).required().description(meaning);

/** A name that may be empty. */
export const name = (meaning: string) => Joi.string().allow('').required().description(meaning);

export const id = (meaning: string) => Joi.string().min(1).max(100).required().description(meaning);

export const family = (meaning: string) => Joi.string().min(1).max(100).required().description(meaning);

/** The same schema for each of some keys. */
export const record = <T extends string>(keys: readonly T[], schema: (key: T) => Joi.Schema) =>
  Joi.object(Object.fromEntries(keys.map((key) => [key, schema(key)]))).required();

// biome-ignore lint/suspicious/noThenProperty: the library's own word for what follows a condition
const follows = (schema: Joi.Schema) => ({ then: schema });

/**
 * Things that are told apart by their `kind`, each with keys of its own: what is wrong with one is said with its path.
 *
 * @param kinds What the kind means, and the keys of things of that kind.
 */
export function byKind(kinds: Readonly<Record<string, readonly [meaning: string, keys: Joi.SchemaMap]>>): Joi.Schema {
  return Joi.alternatives().conditional('.kind', {
    switch: Object.entries(kinds).map(([kind, [meaning, keys]]) => ({
      is: kind,
      ...follows(Joi.object({ kind: oneOf([kind], meaning), ...keys })),
    })),
    otherwise: Joi.object({ kind: Joi.valid(...Object.keys(kinds)).required() }).unknown(),
  });
}

/** One schema for what answers a condition, and another one for the rest. */
export const either = (condition: Joi.Schema, yes: Joi.Schema, no: Joi.Schema) =>
  Joi.alternatives().conditional(condition, { ...follows(yes), otherwise: no });

export { Joi };
