import Joi from 'joi';
import { type Issue, type Outcome, refuse } from '../table/issue';
import { parsedJson } from '../table/parsed-json';
import { periodChoices } from '../table/periods/recognise-periods';
import { type Fields, tableShapes } from './fields';
import type { Step } from './steps/step';
import { stepSchema } from './steps/step-schema';

/** A preparation in a file of its own: what is what, and the steps. */
export interface StepsFile {
  readonly format: 'plucky-tempo-steps';
  readonly version: 1;
  readonly fields: Fields;
  readonly steps: readonly Step[];
}

const name = Joi.string().allow('').required();

/** What is what, as it stands in the document and in step files. */
export const fieldsSchema = Joi.object({
  shape: Joi.valid(...tableShapes)
    .required()
    .description('How the table is laid out'),
  period: name.description('The column of the periods'),
  category: name.description('The column of the categories'),
  value: name.description('The column of the values'),
  group: name.description('The column whose values each have a chart; empty for one chart of all rows'),
  colour: name.description('The column that gives categories their colours'),
  picture: Joi.string().allow('').default('').description('The column that names categories’ pictures'),
  parts: Joi.string()
    .allow('')
    .default('')
    .description('The column that divides categories into parts; empty for none'),
  panes: Joi.boolean().default(false).description('The charts of all groups are shown side by side'),
  second: Joi.string()
    .allow('')
    .default('')
    .description('A further value: a column, a measure of a wide table, or a joined table; empty for none'),
  third: Joi.string().allow('').default('').description('A third value, as the second one; empty for none'),
  periodsAs: Joi.valid(...periodChoices)
    .required()
    .description('How periods are written'),
  decimal: Joi.valid('auto', 'point', 'comma').required().description('The decimal mark'),
});

/** A step file, as it stands on disk. */
export const stepsFileSchema = Joi.object({
  format: Joi.valid('plucky-tempo-steps').required(),
  version: Joi.valid(1).required(),
  fields: fieldsSchema.required(),
  steps: Joi.array().items(stepSchema).required(),
});

/** The text of a step file. */
export function writeStepsFile(fields: Fields, steps: readonly Step[]): string {
  const file: StepsFile = { format: 'plucky-tempo-steps', version: 1, fields, steps };
  return `${JSON.stringify(file, null, 2)}\n`;
}

/** Reads a step file; every fault is listed with its path. */
export function readStepsFile(text: string): Outcome<StepsFile> {
  const parsed = parsedJson(text, 'The step file');
  if (!parsed.ok) return parsed;
  const { value: data } = parsed;
  const format = typeof data === 'object' && data !== null ? (data as { format?: unknown }).format : undefined;
  if (format !== 'plucky-tempo-steps') {
    return refuse('not-steps', 'This is not a file of preparation steps. Choose one that was saved in Shape.');
  }
  const { error, value } = stepsFileSchema.validate(data, { abortEarly: false, convert: false });
  if (!error) return { ok: true, value: value as StepsFile, issues: [] };
  const issues: Issue[] = error.details.map(({ path, message }) => ({
    code: 'damaged-steps',
    severity: 'error',
    raw: path.join('.'),
    message: `The step file is damaged at ${path.join('.') || 'its top'}: ${message}.`,
  }));
  return { ok: false, issues };
}

/** What of the fields is not in a table with these columns; empty when all fit. */
export function misfitsOfFields(fields: Fields, columns: readonly string[]): Issue[] {
  const known = new Set(columns);
  const roles = ['period', 'category', 'value', 'group', 'colour', 'picture'] as const;
  const wide = fields.shape === 'periods-down' || fields.shape === 'periods-across';
  return (
    roles
      // The value of a wide table is one of its measures rather than a column.
      .filter((role) => role !== 'value' || !wide)
      .filter((role) => fields[role] !== '' && !known.has(fields[role]))
      .map((role) => ({
        code: 'field-does-not-fit',
        severity: 'warning' as const,
        column: fields[role],
        message: `There is no column “${fields[role]}” here to take the ${role} from.`,
      }))
  );
}
