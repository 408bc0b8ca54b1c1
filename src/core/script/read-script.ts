import { parseDocument } from 'yaml';
import { familyAliases } from '../families/known';
import type { KnownFamily } from '../project/family-document';
import type { Issue, Outcome } from '../table/issue';
import { type FilmScript, isCardPiece, SCRIPT_FORMAT, SCRIPT_VERSION, tableOfPiece } from './film-script';
import { schemaFault, scriptFault } from './script-faults';
import { cardWords, scriptSchema } from './script-schema';

/** Mistakes that are listed at once; more of them are counted. */
const MOST_FAULTS = 100;

/** Is it the name of a file that may hold a film script? */
export const isScriptName = (name: string) => /\.(json|ya?ml)$/i.test(name);

/**
 * Is a text meant as a film script? Other JSON may be a table, a look, or the document of a project; YAML is nothing else here.
 */
export function meansFilmScript(name: string, text: string): boolean {
  if (!/\.json$/i.test(name)) return isScriptName(name);
  const start = text.slice(0, 100_000);
  if (new RegExp(`"format"\\s*:\\s*"${SCRIPT_FORMAT}`).test(start)) return true;
  return (
    /^\s*\{/.test(start) &&
    /"pieces"\s*:\s*\[/.test(start) &&
    /"(card|table)"\s*:/.test(start) &&
    !/"format"\s*:/.test(start)
  );
}

/** A script as far as it could be read, and every mistake that was found on the way. */
export interface ReadScript {
  /** Without what is wrong, so that mistakes of other kinds are found as well; null where it cannot be read at all. */
  readonly script: FilmScript | null;
  readonly faults: readonly Issue[];
}

/** Reads a film script from JSON or YAML; each mistake has its path and says what is allowed there. */
export function readFilmScript(text: string, families: readonly KnownFamily[]): ReadScript {
  const parsed = parse(text);
  if (!parsed.ok) return { script: null, faults: parsed.issues };
  const { value: data } = parsed;
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== SCRIPT_FORMAT) {
    const fault = scriptFault('format', `must be “${SCRIPT_FORMAT}”, which says that it is a film script.`);
    return { script: null, faults: [fault] };
  }
  const { version } = data as { version?: unknown };
  if (typeof version === 'number' && version > SCRIPT_VERSION) {
    const words = `is ${version}, and this version of Plucky Tempo reads ${SCRIPT_VERSION}. Take a newer one.`;
    return { script: null, faults: [scriptFault('version', words)] };
  }
  const schema = scriptSchema(families, Object.keys(familyAliases));
  const check = { abortEarly: false, convert: false } as const;
  const { error } = schema.validate(data, check);
  const found = error?.details ?? [];
  const faults = [...found.map((each) => schemaFault(each, (path) => keysAt(data, path))), ...emptyCards(data)];
  if (found.length === 0) return { script: data as FilmScript, faults: fewer(faults) };
  const rest = without(
    data,
    found.map(({ path }) => path),
  );
  const readable = schema.validate(rest, check).error === undefined;
  return { script: readable ? (rest as FilmScript) : null, faults: fewer(faults) };
}

/** A script without what is wrong in it. Where it is not known which chart is meant, its settings cannot be judged either. */
function without(data: object, paths: readonly (readonly (string | number)[])[]): object {
  const rest = structuredClone(data) as Record<string, unknown>;
  for (const path of paths) {
    const holder = path
      .slice(0, -1)
      .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], rest);
    if (typeof holder !== 'object' || holder === null) continue;
    const key = path.at(-1) as string;
    // What lacks something that it needs cannot be judged any further.
    if (path.length === 2 && !(key in holder)) delete rest[String(path[0])];
    delete (holder as Record<string, unknown>)[key];
    if (key === 'chart') delete (holder as Record<string, unknown>).set;
  }
  return rest;
}

function parse(text: string): Outcome<unknown> {
  if (text.trimStart().startsWith('{')) {
    try {
      return { ok: true, value: JSON.parse(text), issues: [] };
    } catch (error) {
      const words = `The film script is not valid JSON: ${(error as Error).message}.`;
      return { ok: false, issues: [scriptFault('', words)] };
    }
  }
  const document = parseDocument(text, { prettyErrors: true });
  const issues = document.errors.map(({ message }) => {
    const [line = message] = message.split('\n');
    return scriptFault('', `The film script is not valid YAML: ${line.replace(/:$/, '')}.`);
  });
  if (issues.length > 0) return { ok: false, issues };
  return { ok: true, value: document.toJS({ maxAliasCount: 100 }), issues: [] };
}

/** Mistakes as they are listed: not more than can be read. */
export function fewer(faults: readonly Issue[]): Issue[] {
  if (faults.length <= MOST_FAULTS) return [...faults];
  return [...faults.slice(0, MOST_FAULTS), scriptFault('', `And ${faults.length - MOST_FAULTS} more mistakes.`)];
}

/** Cards without a word or a logo show nothing. */
function emptyCards(data: object): Issue[] {
  const { pieces } = data as { pieces?: unknown };
  if (!Array.isArray(pieces)) return [];
  return pieces.flatMap((piece: unknown, i) => {
    if (typeof piece !== 'object' || piece === null || !('card' in piece)) return [];
    const says = cardWords.some((part) => {
      const value = (piece as Record<string, unknown>)[part];
      return value !== undefined && value !== '' && !(Array.isArray(value) && value.join('').trim() === '');
    });
    return says
      ? []
      : [scriptFault(`pieces.${i}`, `a card needs words or a logo: give it one of ${cardWords.join(', ')}.`)];
  });
}

const filmKeys = [
  'format',
  'version',
  'name',
  'size',
  'fps',
  'look',
  'background',
  'set',
  'pictures',
  'fonts',
  'overlays',
  'sounds',
  'mix',
  'beat',
  'pieces',
];
const soundKeys = ['file', 'kind', 'name', 'on', 'at', 'from', 'to', 'until', 'gain', 'fadeIn', 'fadeOut', 'loop'];
const sharedKeys = ['name', 'on', 'seconds', 'look', 'ownLook', 'set', 'into', 'onBeat', 'notes', 'captions', 'extras'];
const tableKeys = [
  'file',
  'name',
  'sheet',
  'encoding',
  'delimiter',
  'headerRow',
  'period',
  'category',
  'value',
  'second',
  'third',
  'fields',
  'where',
  'combine',
  'every',
  'steps',
  'added',
  'typed',
];
const chartKeys = [
  'table',
  ...tableKeys.slice(2),
  'chart',
  'built',
  'title',
  'subtitle',
  'source',
  'group',
  'panes',
  ...sharedKeys,
];
const cardKeys = [
  'card',
  'design',
  'title',
  'tagline',
  'lines',
  'source',
  'address',
  'credits',
  'logo',
  'logoSize',
  'size',
  'roll',
  'comes',
  'turn',
  'goes',
  'motions',
  'back',
  ...sharedKeys,
];

/** Which keys may stand at a path of a script; none where that is not known. */
function keysAt(data: unknown, path: readonly (string | number)[]): readonly string[] {
  const [first, place, key] = path;
  if (path.length === 0) return filmKeys;
  if (first === 'sounds') return soundKeys;
  if (first === 'mix') return ['gain', 'stepBack'];
  if (first === 'beat') return ['bpm', 'first', 'perBar'];
  if (first !== 'pieces' || typeof place !== 'number') return [];
  if (path.length === 2) {
    const piece = (data as { pieces?: unknown[] }).pieces?.[place];
    return typeof piece === 'object' && piece !== null && 'card' in piece ? cardKeys : chartKeys;
  }
  if (key === 'into') return ['how', 'seconds', 'ease', 'side'];
  return key === 'table' ? tableKeys : [];
}

/** Every file that a script names, each once, in the order in which it names them. */
export function filesOfScript(script: FilmScript): string[] {
  const names = new Set<string>();
  const ids = new Set(script.pictures?.map(({ id }) => id));
  const look = (name: string | undefined) => {
    if (name?.toLowerCase().endsWith('.json')) names.add(name);
  };
  look(script.look);
  for (const piece of script.pieces) {
    look(piece.look);
    if (isCardPiece(piece)) {
      if (piece.logo !== undefined && !ids.has(piece.logo)) names.add(piece.logo);
      continue;
    }
    const table = tableOfPiece(piece);
    if (!table.typed) names.add(table.file);
    if (typeof table.steps === 'string') names.add(table.steps);
    for (const { file } of table.added ?? []) names.add(file);
  }
  for (const { file } of [...(script.pictures ?? []), ...(script.fonts ?? []), ...(script.sounds ?? [])])
    names.add(file);
  return [...names];
}
