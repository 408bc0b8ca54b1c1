import Joi from 'joi';
import { type Outcome, refuse } from '../table/issue';
import { parsedJson } from '../table/parsed-json';
import { LOOK_VERSION, type Look } from './look';
import { lookFrom1 } from './migrations/look-1';
import { lookFrom2 } from './migrations/look-2';
import type { Migration } from './migrations/migration';
import { broughtUpToDate } from './migrations/up-to-date';
import { backgroundSchema } from './schema/background-schema';
import { dressSchema } from './schema/dress-schema';
import { faultsOf } from './schema/faults';

/** `lookMigrations[n]` reads version `n` of a look. */
const lookMigrations: Readonly<Record<number, Migration>> = { 1: lookFrom1, 2: lookFrom2 };

/** A look, as it stands in its file. */
export const lookSchema = Joi.object({
  format: Joi.valid('plucky-tempo-look').required(),
  version: Joi.valid(LOOK_VERSION).required(),
  name: Joi.string().min(1).max(100).required().description('What the person calls it'),
  background: backgroundSchema,
  dress: dressSchema.required(),
});

/** A look as the text of a file. */
export function writeLook(look: Look): string {
  return `${JSON.stringify(look, null, 2)}\n`;
}

/** Reads a look's file; every fault is listed with its path. */
export function readLook(text: string): Outcome<Look> {
  const parsed = parsedJson(text, 'The look');
  if (!parsed.ok) return parsed;
  const { value: data } = parsed;
  const document = (typeof data === 'object' && data !== null ? data : {}) as Record<string, unknown>;
  if (document.format !== 'plucky-tempo-look')
    return refuse('not-a-look', 'This is not a look. Choose a file that was saved from the shelf of looks in Dress.');
  const dated = broughtUpToDate(document, LOOK_VERSION, lookMigrations, 'look');
  if (!dated.ok) return dated;
  const { error } = lookSchema.validate(dated.value, { abortEarly: false, convert: false });
  if (error) return { ok: false, issues: faultsOf(error, 'damaged-look', 'The look') };
  return { ok: true, value: dated.value as unknown as Look, issues: [] };
}
