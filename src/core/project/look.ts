import Joi from 'joi';
import { type Outcome, refuse } from '../table/issue';
import { parsedJson } from '../table/parsed-json';
import type { Background } from './background';
import type { Dress } from './dress';
import type { Migration } from './migrations/migration';
import { broughtUpToDate } from './migrations/up-to-date';
import { withChart } from './pieces';
import type { Project } from './project';
import { backgroundSchema } from './schema/background-schema';
import { dressSchema } from './schema/dress-schema';
import { faultsOf } from './schema/faults';

/** The version of looks that this code writes. A new one comes with a migration, as projects do. */
export const LOOK_VERSION = 1;

/** `lookMigrations[n]` reads version `n` of a look. */
const lookMigrations: Readonly<Record<number, Migration>> = {};

/** A complete look: everything that can be given from one chart to another. */
export interface Look {
  readonly format: 'plucky-tempo-look';
  readonly version: typeof LOOK_VERSION;
  readonly name: string;
  readonly background: Background;
  readonly dress: Dress;
}

/** A look, as it stands in its file. */
export const lookSchema = Joi.object({
  format: Joi.valid('plucky-tempo-look').required(),
  version: Joi.valid(LOOK_VERSION).required(),
  name: Joi.string().min(1).max(100).required().description('What the person calls it'),
  background: backgroundSchema,
  dress: dressSchema.required(),
});

/** The look that a project has now, under a name. Its background loses a picture, which belongs to the project. */
export function lookOf(project: Project, dress: Dress, name: string): Look {
  const { background } = project.film.stage;
  const kept: Background = background.kind === 'picture' ? { kind: 'plain', colour: background.colour } : background;
  return { format: 'plucky-tempo-look', version: LOOK_VERSION, name, background: kept, dress };
}

/** A project in another look. @param pieceId Whose chart; see `pieceOf`. */
export function withLook(project: Project, { dress, background }: Look, pieceId: string | null = null): Project {
  const dressed = withChart(project, pieceId, (chart) => ({ ...chart, dress }));
  return { ...dressed, film: { ...dressed.film, stage: { ...dressed.film.stage, background } } };
}

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
