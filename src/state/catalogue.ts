import Joi from 'joi';

/** A measure of the catalogue. */
export interface Measure {
  readonly id: string;
  readonly name: string;
  readonly unit: string;
  readonly from: number;
  readonly to: number;
}

/** An area of the catalogue. */
export interface Area {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
}

/** What is asked of the catalogue. */
export interface CatalogueOrder {
  readonly measures: readonly string[];
  readonly areas: readonly string[];
  readonly from: number;
  readonly to: number;
}

const id = Joi.string().required();
const year = Joi.number().integer().required();
const measureList = Joi.object({
  measures: Joi.array()
    .items(Joi.object({ id, name: id, unit: id, from: year, to: year }))
    .required(),
});
const areaPage = Joi.object({
  areas: Joi.array()
    .items(Joi.object({ id, name: id, kind: id }))
    .required(),
  page: year,
  pages: year,
});

const ATTEMPTS = 3;
const PAUSE_MS = 400;

/** The service did not answer, or not as it should. */
export class CatalogueFailed extends Error {
  constructor(message: string, options?: ErrorOptions) {
    super(message, options);
    this.name = 'CatalogueFailed';
  }
}

/** Asks the service, and again when it fails; it is gone only after three attempts. */
async function ask(path: string, query: URLSearchParams, signal: AbortSignal): Promise<Response> {
  const trouble = new URLSearchParams(location.search).get('catalogue');
  if (trouble) query.set('trouble', trouble);
  let why: unknown;
  for (let attempt = 1; attempt <= ATTEMPTS; attempt++) {
    query.set('attempt', String(attempt));
    try {
      const response = await fetch(`/api/catalogue/${path}?${query}`, { signal });
      if (response.ok) return response;
      why = new Error(`status ${response.status}`);
      if (response.status < 500) break;
    } catch (error) {
      if (signal.aborted) throw error;
      why = error;
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * attempt));
  }
  throw new CatalogueFailed('The catalogue does not answer just now. Try again in a moment; your table is as it was.', {
    cause: why,
  });
}

async function json<T>(path: string, query: URLSearchParams, schema: Joi.Schema, signal: AbortSignal): Promise<T> {
  const response = await ask(path, query, signal);
  const { error, value } = schema.validate(await response.json().catch(() => null));
  if (error) throw new CatalogueFailed('The catalogue answered in a form that is not known here.', { cause: error });
  return value as T;
}

/** All measures. */
export async function fetchMeasures(signal: AbortSignal): Promise<readonly Measure[]> {
  const { measures } = await json<{ measures: Measure[] }>('measures', new URLSearchParams(), measureList, signal);
  return measures;
}

/** All areas, page by page. */
export async function fetchAreas(signal: AbortSignal): Promise<readonly Area[]> {
  const areas: Area[] = [];
  for (let page = 1, pages = 1; page <= pages; page++) {
    const query = new URLSearchParams({ page: String(page) });
    const answer = await json<{ areas: Area[]; pages: number }>('areas', query, areaPage, signal);
    areas.push(...answer.areas);
    pages = answer.pages;
  }
  return areas;
}

/**
 * The values of an order, as one CSV file.
 *
 * @param onProgress Told the share of the pages that have come, in [0, 1].
 */
export async function fetchData(
  order: CatalogueOrder,
  signal: AbortSignal,
  onProgress: (share: number) => void,
): Promise<string> {
  const parts: string[] = [];
  for (let page = 1, pages = 1; page <= pages; page++) {
    const { measures, areas, from, to } = order;
    const query = new URLSearchParams({
      measures: measures.join(),
      areas: areas.join(),
      from: String(from),
      to: String(to),
      page: String(page),
    });
    const response = await ask('data', query, signal);
    pages = Math.max(1, Number(response.headers.get('x-pages')) || 1);
    parts.push(await response.text());
    onProgress(page / pages);
  }
  return parts.join('');
}
