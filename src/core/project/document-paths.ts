import type Joi from 'joi';
import type { KnownFamily } from './family-document';
import { cardSchema } from './schema/card-schema';
import { chartSchema } from './schema/chart-schema';
import { filmSchema } from './schema/film-schema';

/** A value of the document that can be set by its path: all that the schema says of it. */
export interface DocumentPath {
  /** From the chart (`dress.bars.direction`, `own.places`), or from the film (`film.stage.widthPx`). */
  readonly path: string;
  readonly type: 'number' | 'text' | 'yes-no' | 'choice' | 'list' | 'object';
  /** Both ends included. */
  readonly range?: readonly [number | null, number | null];
  readonly whole?: boolean;
  /** Characters at the most. */
  readonly maxLength?: number;
  readonly unit?: string;
  /** The words that may stand there. */
  readonly choices?: readonly string[];
  /** null may stand there too. */
  readonly nullable?: boolean;
  readonly meaning: string;
}

/** What says which thing is which, and what versions there are, is not set by hand. */
const fixed = new Set([
  'kept',
  'id',
  'family',
  'familyVersion',
  'tableId',
  'film.pieces',
  'film.overlays',
  'film.sounds',
]);

const made = new WeakMap<KnownFamily, readonly DocumentPath[]>();

/** Every path of a chart of a family and of the film, in the order of the schema. Needs all of Joi, which browsers do not get. */
export function documentPaths(family: KnownFamily): readonly DocumentPath[] {
  const known = made.get(family) ?? findPaths(family);
  made.set(family, known);
  return known;
}

/** Every path of a card, in the order of its schema; from the card. Needs all of Joi, as `documentPaths` does. */
export function cardPaths(): readonly DocumentPath[] {
  const found = new Map<string, DocumentPath>();
  visit(cardSchema.describe(), '', (each) => found.set(each.path, found.get(each.path) ?? each));
  return [...found.values()].filter(({ path }) => path !== 'kind');
}

function findPaths(family: KnownFamily): readonly DocumentPath[] {
  const found = new Map<string, DocumentPath>();
  const add = (each: DocumentPath) => {
    const known = found.get(each.path);
    // The same key of two alternatives: what either may hold.
    found.set(each.path, known ? { ...known, ...choicesOf(known, each) } : each);
  };
  visit(chartSchema(family).describe(), '', add);
  visit(filmSchema.describe(), 'film', add);
  return [...found.values()];
}

function choicesOf(a: DocumentPath, b: DocumentPath): Partial<DocumentPath> {
  if (!a.choices || !b.choices || a.meaning === b.meaning) return {};
  return { choices: [...new Set([...a.choices, ...b.choices])], meaning: `${a.meaning}; ${b.meaning}` };
}

type Described = Joi.Description & {
  readonly items?: readonly Described[];
  readonly matches?: readonly {
    readonly switch?: readonly { readonly then: Described }[];
    readonly schema?: Described;
  }[];
};

function visit(described: Described, path: string, add: (found: DocumentPath) => void): void {
  if (fixed.has(path)) return;
  const { keys, matches } = described;
  if (matches) {
    add({ path, type: 'object', meaning: meaningOf(described) });
    // What is of no known kind has nothing to set.
    const kinds = matches.flatMap((match) => match.switch?.map(({ then }) => then) ?? match.schema ?? []);
    for (const { keys: own } of kinds) visitKeys(own ?? {}, path, add);
  } else if (described.type === 'object' && keys) {
    // A box that may be null is set as a whole or side by side.
    if (allowsNull(described)) add({ path, type: 'object', nullable: true, meaning: meaningOf(described) });
    visitKeys(keys, path, add);
  } else add(leafOf(described, path));
}

function visitKeys(keys: Record<string, Described>, path: string, add: (found: DocumentPath) => void): void {
  for (const [key, described] of Object.entries(keys)) visit(described, path === '' ? key : `${path}.${key}`, add);
}

const meaningOf = ({ flags }: Described) => (flags as { description?: string } | undefined)?.description ?? '';
const allowsNull = ({ allow }: Described) => Array.isArray(allow) && allow.includes(null);

function leafOf(described: Described, path: string): DocumentPath {
  const flags = (described.flags ?? {}) as { only?: boolean; unit?: string };
  const nullable = allowsNull(described) ? { nullable: true } : {};
  const unit = flags.unit === undefined ? {} : { unit: flags.unit };
  const base = { path, meaning: meaningOf(described), ...unit, ...nullable };
  if (flags.only && Array.isArray(described.allow)) {
    return { ...base, type: 'choice', choices: described.allow.filter((each) => typeof each === 'string') };
  }
  const limit = (name: string) => ruleOf(described, name);
  if (described.type === 'number') {
    const [low, high] = [limit('min') ?? limit('greater'), limit('max')];
    const range = low === null && high === null ? {} : { range: [low, high] as const };
    return { ...base, type: 'number', ...range, ...(hasRule(described, 'integer') ? { whole: true } : {}) };
  }
  if (described.type === 'boolean') return { ...base, type: 'yes-no' };
  if (described.type === 'array') return { ...base, type: 'list' };
  const most = limit('max');
  return { ...base, type: 'text', ...(most === null ? {} : { maxLength: most }) };
}

type Rule = { readonly name: string; readonly args?: { readonly limit?: unknown } };

const rulesOf = ({ rules }: Described) => (Array.isArray(rules) ? (rules as Rule[]) : []);
const hasRule = (described: Described, name: string) => rulesOf(described).some((rule) => rule.name === name);

function ruleOf(described: Described, name: string): number | null {
  const limit = rulesOf(described).find((rule) => rule.name === name)?.args?.limit;
  return typeof limit === 'number' ? limit : null;
}
