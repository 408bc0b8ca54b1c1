import type Joi from 'joi';
import { placeAt } from '../project/set-path';
import type { Issue } from '../table/issue';
import type { ScriptSettings } from './film-script';
import { didYouMean, scriptFault, shown } from './script-faults';

/** What is set, and by which rules. */
interface SetInput<T> {
  readonly of: T;
  readonly settings: ScriptSettings;
  readonly schema: Joi.Schema;
  /** Where the settings stand in the script: `pieces.2.set`. */
  readonly path: string;
  /** Keys that are not set by hand. */
  readonly fixed: readonly string[];
}

/**
 * Sets values by their paths and checks the whole by the schema that documents are checked by. A path that leads nowhere is named
 * with the nearest one that there is.
 *
 * @returns What came of it, with the mistakes; as it was where there are any.
 */
export function withValues<T extends object>({
  of,
  settings,
  schema,
  path,
  fixed,
}: SetInput<T>): {
  readonly value: T;
  readonly faults: readonly Issue[];
} {
  const faults: Issue[] = [];
  const known = pathsOf(of);
  const changed = structuredClone(of) as unknown as Record<string, unknown>;
  for (const [key, value] of Object.entries(settings)) {
    const [first = ''] = key.split('.');
    if (fixed.includes(first))
      faults.push(scriptFault(`${path}.${key}`, `${first} is not set here: it is said beside the table or the chart.`));
    else if (!Object.hasOwn(changed, first) || key.split('.').some((part) => forbidden.has(part)))
      faults.push(scriptFault(`${path}.${key}`, `there is no ${key}.${nearest(key, known)}`));
    else placeAt(changed, key, structuredClone(value));
  }
  if (faults.length > 0) return { value: of, faults };
  const { error } = schema.validate(changed, { abortEarly: false, convert: false });
  for (const { path: at, message, type, context } of error?.details ?? []) {
    const place = at.join('.');
    // A fault above what was set, such as a key that it lacks, is told where it was set.
    const above = Object.keys(settings).find((key) => key.startsWith(`${place}.`));
    const where = `${path}.${above ?? place}`;
    const rule = message.replace(/^"[^"]*" ?/, '');
    const was = context?.value === undefined ? '' : `; it is ${shown(context.value)}`;
    faults.push(
      type === 'object.unknown'
        ? scriptFault(where, `there is no ${place}.${nearest(place, known)}`)
        : scriptFault(where, `${rule}${was}.`),
    );
  }
  return faults.length > 0 ? { value: of, faults } : { value: changed as unknown as T, faults };
}

/** What belongs to every object, and to no document. */
const forbidden: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

const nearest = (key: string, known: readonly string[]) =>
  didYouMean(key, known) || ' “tempo controls” lists all that there are.';

/** Every path of a document that leads to a value. */
function pathsOf(of: object, before = ''): string[] {
  return Object.entries(of).flatMap(([key, value]) => {
    const path = before === '' ? key : `${before}.${key}`;
    const deeper = typeof value === 'object' && value !== null && !Array.isArray(value);
    return deeper ? [path, ...pathsOf(value, path)] : [path];
  });
}
