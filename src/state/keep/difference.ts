import { applyPatch, compare, type Operation } from 'fast-json-patch';

/** How one document becomes another: a JSON Patch (RFC 6902), or the other one whole where that says it shorter. */
export type Difference = readonly Operation[] | { readonly whole: unknown };

/** More operations than this, and the document is kept whole: it is quicker to read and hardly longer. */
const MAX_OPERATIONS = 2000;
/** Names that the patch library refuses to write, so that nobody reaches the prototype of all objects. */
const REFUSED = /\/(__proto__|constructor|prototype)(\/|$)/;

/** How `before` becomes `after`. Both are plain data, as JSON can hold it. */
export function differenceOf(before: unknown, after: unknown): Difference {
  if (before === after) return [];
  if (!isPlain(before) || !isPlain(after)) return { whole: after };
  const operations = compare(before, after);
  const fits = operations.length <= MAX_OPERATIONS && operations.every(({ path }) => !REFUSED.test(path));
  return fits ? operations : { whole: after };
}

/** Nothing changed. */
export const isEmpty = (difference: Difference) => 'length' in difference && difference.length === 0;

/**
 * The document that a difference makes of another, which stays as it is. Parts that did not change are shared with it.
 * Throws where the difference does not fit the document.
 */
export function withDifference(document: unknown, difference: Difference): unknown {
  if (!('length' in difference)) return sharing(difference.whole, document);
  if (difference.length === 0) return document;
  const operations = structuredClone(difference) as Operation[];
  return sharing(applyPatch(document, operations, true, false).newDocument, document);
}

/** `next` as it is, with every part that equals the same part of `before` taken from there: who watches parts sees no change. */
export function sharing<T>(next: T, before: unknown): T {
  if (Object.is(next, before)) return next;
  if (Array.isArray(next) && Array.isArray(before)) {
    const parts = next.map((part, i) => sharing(part, before[i]));
    const same = parts.length === before.length && parts.every((part, i) => part === before[i]);
    return (same ? before : parts) as T;
  }
  if (!isPlain(next) || !isPlain(before) || Array.isArray(next) || Array.isArray(before)) return next;
  const names = Object.keys(next);
  const parts = names.map((name) => [name, sharing(next[name], before[name])] as const);
  const same = names.length === Object.keys(before).length && parts.every(([name, part]) => part === before[name]);
  return (same ? before : Object.fromEntries(parts)) as T;
}

const isPlain = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;
