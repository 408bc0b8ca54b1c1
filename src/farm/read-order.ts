import Joi from 'joi';
import { families } from '@/core/families/registry';
import { cubesOf, type PlainCube } from '@/core/film/film-data';
import { playedCharts } from '@/core/project/pieces';
import { readProject } from '@/core/project/read-project';
import { filmFormatIds } from '@/export/video/film-format';
import { FarmError } from './farm-error';
import type { FilmForm } from './film-record';
import type { FarmFilm } from './submit';

/** Films as the app sends them: values that several share are sent once. */
export interface SentOrder {
  readonly name: string;
  readonly films: readonly SentFilm[];
  readonly values: readonly PlainCube[];
}

export interface SentFilm {
  /** The file's name. */
  readonly name: string;
  readonly project: unknown;
  /** Places among the values, by the chart's id. */
  readonly cubes: Readonly<Record<string, number>>;
  readonly form: FilmForm;
}

/** Most films of one order. */
const MOST_FILMS = 5000;
const side = Joi.number().integer().min(16).max(8192).required();
const count = Joi.number().integer().min(0).required();
const number = Joi.number().unsafe().allow(null);
const texts = Joi.array().items(Joi.string().allow(''));
const valuesOf = Joi.object({ name: Joi.string().allow('').required(), values: Joi.array().items(number).required() });

const cube = Joi.object({
  kind: Joi.string().required(),
  periods: Joi.array()
    .items(Joi.object({ key: Joi.string().allow('').required() }).unknown())
    .min(1)
    .required(),
  categories: texts.required(),
  values: Joi.array().items(number).required(),
  colours: texts,
  pictures: texts,
  parts: Joi.object({
    names: texts.required(),
    pairs: Joi.array().items(Joi.array().items(count.optional()).length(2)).required(),
    values: Joi.array().items(number).required(),
  }),
  further: Joi.object({ first: Joi.string().allow('').required(), second: valuesOf, third: valuesOf }),
  panes: Joi.array().items(Joi.object({ name: Joi.string().allow('').required(), cube: Joi.link('#cube').required() })),
})
  .unknown()
  .id('cube');

const schema = Joi.object({
  name: Joi.string().max(200).required(),
  films: Joi.array()
    .items(
      Joi.object({
        // A name only: no folders, nothing hidden.
        name: Joi.string()
          .max(200)
          .pattern(/^[^./\\\0][^/\\\0]*$/)
          .required(),
        project: Joi.object().required(),
        cubes: Joi.object().pattern(Joi.string(), count).required(),
        form: Joi.object({
          kind: Joi.valid('film').required(),
          formatId: Joi.valid(...filmFormatIds).required(),
          widthPx: side,
          heightPx: side,
          quality: Joi.valid('light', 'good', 'best').required(),
          silent: Joi.boolean(),
        }).required(),
      }),
    )
    .min(1)
    .max(MOST_FILMS)
    .required(),
  values: Joi.array().items(cube).required(),
});

/**
 * Films that the app sent, once it is known that they are some.
 *
 * @param assets Their files, by asset.
 * @throws FarmError `bad-job` that says what is wrong with them.
 */
export function readOrder(
  data: unknown,
  assets: ReadonlyMap<string, Uint8Array>,
): { readonly name: string; readonly films: readonly FarmFilm[] } {
  const { error, value } = schema.validate(data, { convert: false });
  if (error) throw new FarmError('bad-job', `The films cannot be read: ${error.message}.`);
  const order: SentOrder = value;
  const films: FarmFilm[] = [];
  for (const { name, project: sent, cubes: places, form } of order.films) {
    const read = readProject(sent, families);
    if (!read.ok) throw new FarmError('bad-job', `${name}: ${read.issues[0]?.message ?? 'it is no project'}`);
    const project = read.value;
    const plain: Record<string, PlainCube> = {};
    for (const { chart } of playedCharts(project)) {
      const values = order.values[places[chart.id] ?? -1];
      if (!values || values.values.length !== values.periods.length * values.categories.length)
        throw new FarmError('bad-job', `${name}: the values of a chart are not whole.`);
      plain[chart.id] = values;
    }
    films.push({ name, project, cubes: cubesOf(plain), assets, form });
  }
  return { name: order.name, films };
}
