import Joi from 'joi';
import Papa from 'papaparse';
import { areas, countedValue, measures } from '../made-up-data';
import { meetTrouble } from '../trouble';

const ROWS_A_PAGE = 25;
const year = Joi.number().integer().min(1900).max(2100).required();
const schema = Joi.object({
  measures: Joi.array()
    .items(Joi.valid(...measures.map(({ id }) => id)))
    .min(1)
    .required(),
  areas: Joi.array()
    .items(Joi.valid(...areas.map(({ id }) => id)))
    .min(1)
    .required(),
  from: year,
  to: year.min(Joi.ref('from')),
  page: Joi.number().integer().min(1).required(),
});

/**
 * Values of measures in areas over a span of years, as the awkward CSV that such services hand out: description
 * columns in front, one column a year, gaps as two points, and footnotes under the last page.
 */
export async function GET(request: Request): Promise<Response> {
  const trouble = await meetTrouble(request);
  if (trouble) return trouble;
  const query = new URL(request.url).searchParams;
  const list = (name: string) => (query.get(name) ?? '').split(',').filter(Boolean);
  const asked = {
    measures: list('measures'),
    areas: list('areas'),
    from: query.get('from'),
    to: query.get('to'),
    page: query.get('page') ?? 1,
  };
  const { error, value } = schema.validate(asked);
  if (error) return Response.json({ message: error.message }, { status: 400 });
  const years = Array.from({ length: value.to - value.from + 1 }, (_, i) => value.from + i);
  const wanted = measures
    .filter(({ id }) => value.measures.includes(id))
    .flatMap((measure) => areas.filter(({ id }) => value.areas.includes(id)).map((area) => ({ measure, area })));
  const pages = Math.max(1, Math.ceil(wanted.length / ROWS_A_PAGE));
  const rows = wanted
    .slice((value.page - 1) * ROWS_A_PAGE, value.page * ROWS_A_PAGE)
    .map(({ measure, area }) => [
      area.name,
      area.id,
      measure.name,
      measure.id,
      measure.unit,
      ...years.map((each) => countedValue(measure, area, each)?.toFixed(1) ?? '..'),
    ]);
  const header = ['Area name', 'Area code', 'Measure name', 'Measure code', 'Unit', ...years.map(String)];
  const lines = value.page === 1 ? [header, ...rows] : rows;
  const notes =
    '\n\nSource: Saltmere Office of Counts, open catalogue (made-up data)\nNote: two points mean that no value was counted.\n';
  const body = `${Papa.unparse(lines, { newline: '\n' })}\n${value.page === pages ? notes : ''}`;
  return new Response(body, { headers: { 'content-type': 'text/csv; charset=utf-8', 'x-pages': String(pages) } });
}
