/** What JSON can hold. */
export type Json = null | boolean | number | string | readonly Json[] | JsonObject;
export type JsonObject = { readonly [key: string]: Json };

export const isObject = (json: Json | undefined): json is JsonObject =>
  typeof json === 'object' && json !== null && !Array.isArray(json);
export const isArray = (json: Json | undefined): json is readonly Json[] => Array.isArray(json);
const isScalar = (json: Json) => !isObject(json) && !isArray(json);

/** JSON in a form that tables are handed out in, as records or rows; and how it was read, in words. */
export interface JsonForm {
  readonly records: Json;
  readonly readAs: string;
}

/** Names of columns beside an array of rows. */
function columnsAndRows(json: JsonObject): JsonForm | null {
  const { columns, data, rows } = json;
  const cells = isArray(data) ? data : isArray(rows) ? rows : null;
  if (!isArray(columns) || !cells?.length || !cells.every(isArray)) return null;
  const names = columns.map((column) => {
    const named = isObject(column) ? (column.name ?? column.text ?? column.label ?? column.id ?? '') : column;
    return isArray(named) ? named.join(' ') : String(named ?? '');
  });
  return { records: [names, ...cells], readAs: 'JSON columns and rows' };
}

/** What describes shapes on a map; the shapes themselves are no table. */
function features(json: JsonObject): JsonForm | null {
  if (json.type !== 'FeatureCollection' || !isArray(json.features)) return null;
  const records = json.features.flatMap((feature) =>
    isObject(feature) && isObject(feature.properties) ? [feature.properties] : [],
  );
  return records.length > 0 ? { records, readAs: 'GeoJSON, without its shapes' } : null;
}

/** Names, each with its periods, each with its value; or the other way round. Columns by their rows look the same but are counted. */
function nested(json: JsonObject): JsonForm | null {
  const outer = Object.entries(json);
  if (outer.length < 2 || !outer.every(([, inner]) => isObject(inner) && Object.values(inner).every(isScalar)))
    return null;
  const inner = outer.map(([, each]) => Object.keys(each as JsonObject));
  const counted = inner.every((keys) => keys.length > 0 && keys.every((key, i) => key === String(i)));
  if (counted) {
    const columns = outer.map(([name, each]) => [name, Object.values(each as JsonObject)] as const);
    return { records: Object.fromEntries(columns), readAs: 'JSON columns' };
  }
  const shared = new Set(inner.flat()).size;
  // Records that are called by a key have the same few fields each, of which some are words.
  const values = outer.flatMap(([, each]) => Object.values(each as JsonObject));
  const numbers = values.filter((value) => typeof value === 'number' || value === null).length;
  if (shared < 2 || numbers < values.length * 0.8) {
    const records = outer.map(([name, each]) => ({ name, ...(each as JsonObject) }));
    return { records, readAs: 'JSON records by name' };
  }
  const names = [...new Set(inner.flat())];
  const rows = outer.map(([name, each]) => [name, ...names.map((key) => (each as JsonObject)[key] ?? null)]);
  return { records: [['name', ...names], ...rows], readAs: 'JSON values by name' };
}

/** The forms that are told by more than where an array stands; each gives a table, or nothing. */
export function knownForm(json: Json): JsonForm | null {
  if (!isObject(json)) return null;
  return columnsAndRows(json) ?? features(json) ?? nested(json);
}

/** Is it a data set of statistics, JSON-stat 2.0 or a bundle of it? */
export const isJsonStat = (json: Json): json is JsonObject =>
  isObject(json) &&
  ((isArray(json.id) && isArray(json.size) && isObject(json.dimension)) ||
    (isObject(json.dataset) && isObject(json.dataset.dimension)));

/** Reads JSON-stat as one record a value. @throws Error where it is damaged. */
export async function jsonStatRecords(json: JsonObject): Promise<JsonForm> {
  const { default: JSONstat } = await import('jsonstat-toolkit');
  const read = JSONstat(json);
  const dataset = read.class === 'dataset' ? read : read.Dataset(0);
  if (!dataset) throw new Error('it holds no data set');
  const records = dataset.toTable({ type: 'arrobj', content: 'label', field: 'label', vlabel: 'Value' });
  return { records, readAs: 'JSON-stat' };
}
