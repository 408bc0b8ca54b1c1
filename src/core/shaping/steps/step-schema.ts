import Joi from 'joi';
import { combines } from '../combine';
import { grains, measures, rowTests, type StepKind } from './step';

const text = Joi.string().allow('').required();
const column = Joi.string().required();
const texts = Joi.array().items(Joi.string().allow('')).min(1).required();
const rowNumber = Joi.number().integer().min(0).max(0xffff_ffff);
const rows = Joi.array().items(rowNumber).min(1).required();
const before = rowNumber.allow(null).required();
const how = Joi.valid(...combines).required();

/** What each kind of step holds. */
const shapes: Record<StepKind, Joi.SchemaMap> = {
  'edit-cells': {
    cells: Joi.array()
      .items(Joi.object({ row: rowNumber.required(), column, was: text, text }))
      .min(1)
      .required(),
  },
  'add-rows': { before, numbers: rows },
  'remove-rows': { rows },
  'move-rows': { rows, before },
  'sort-rows': { column, direction: Joi.valid('up', 'down').required() },
  'add-column': { column, before: text },
  'remove-columns': { columns: Joi.array().items(column).min(1).required() },
  'rename-column': { column, to: column },
  'move-column': { column, before: text },
  'replace-text': {
    column: text,
    find: column,
    put: text,
    whole: Joi.boolean().required(),
    matchCase: Joi.boolean().required(),
  },
  'filter-rows': { column, test: Joi.valid(...rowTests).required(), values: texts },
  recode: {
    column,
    pairs: Joi.array()
      .items(Joi.object({ from: text, to: text }))
      .min(1)
      .required(),
  },
  'roll-up': { column, into: column },
  'tidy-text': {},
  'fill-down': { column },
  'join-columns': {
    columns: Joi.array().items(column).min(2).required(),
    into: column,
    between: text,
    drop: Joi.boolean().optional(),
  },
  'stack-columns': { columns: Joi.array().items(column).min(2).required(), names: column, into: column },
  'drop-repeats': {},
  combine: { how },
  'keep-periods': { from: text, to: text },
  'pick-categories': { keep: Joi.boolean().required(), categories: texts },
  coarser: { every: Joi.valid(...grains).required(), how },
  measure: {
    measure: Joi.valid(...measures).required(),
    window: Joi.number().integer().min(2).max(1000).required(),
    by: text,
  },
};

const base = { id: Joi.string().min(1).max(100).required(), name: text.max(200), on: Joi.boolean().required() };

/** A step as it stands in the document and in step files. */
export const stepSchema = Joi.alternatives().conditional('.kind', {
  switch: Object.entries(shapes).map(([kind, shape]) => ({
    is: kind,
    // biome-ignore lint/suspicious/noThenProperty: the library's own word for what follows a condition
    then: Joi.object({ ...base, kind: Joi.valid(kind).required(), ...shape }),
  })),
  otherwise: Joi.object({ kind: Joi.valid(...Object.keys(shapes)).required() }).unknown(),
});
