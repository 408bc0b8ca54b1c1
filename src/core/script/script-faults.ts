import { distance } from 'fastest-levenshtein';
import type { ValidationErrorItem } from 'joi';
import type { Issue } from '../table/issue';

/** A mistake in a script: where, and what to do about it. @param path `pieces.2.chart`; `''` for the whole. */
export function scriptFault(path: string, message: string): Issue {
  const place = path === '' ? '' : `${path}: `;
  return { code: 'bad-film-script', severity: 'error', message: `${place}${message}` };
}

/** Something to know about a script that plays all the same. */
export function scriptNote(path: string, message: string): Issue {
  return { code: 'film-script-note', severity: 'note', message: `${path}: ${message}` };
}

/** Fewer letters begin too many words. */
const SHORTEST = 3;

/** Of some words the one that is written most like another; none where nothing is near. */
export function nearestWord(word: string, all: readonly string[]): string | null {
  let best: string | null = null;
  let least = Math.max(2, word.length / 2) + 0.5;
  for (const each of all) {
    const [asked, known] = [word.toLowerCase(), each.toLowerCase()];
    // Who writes the beginning of a word means it.
    const begun = asked.length >= SHORTEST && known.startsWith(asked);
    const far = begun ? 0.5 : distance(asked, known);
    if (far < least) [best, least] = [each, far];
  }
  return best;
}

/** `Did you mean …?` with a space before it, where something is near. */
export function didYouMean(word: string, all: readonly string[]): string {
  const near = nearestWord(word, all);
  return near === null ? '' : ` Did you mean “${near}”?`;
}

/** A value as a message shows it. */
export function shown(value: unknown): string {
  const text = typeof value === 'string' ? `“${value}”` : (JSON.stringify(value) ?? String(value));
  return text.length > 80 ? `${text.slice(0, 79)}…` : text;
}

/** What the schema found, in words: the path, the rule, what was there, and what is allowed. */
export function schemaFault({ path, type, message, context }: ValidationErrorItem, keysAt: KeysAt): Issue {
  const place = path.join('.');
  const value = context?.value;
  const rule = message.replace(/^"[^"]*" ?/, '');
  if (type === 'object.unknown') {
    const key = String(path.at(-1));
    const known = keysAt(path.slice(0, -1));
    return scriptFault(place, `there is no such key.${didYouMean(key, known) || ` There are ${known.join(', ')}.`}`);
  }
  if (type === 'any.only') {
    const allowed = ((context?.valids ?? []) as unknown[]).map(String);
    const near = typeof value === 'string' ? didYouMean(value, allowed) : '';
    return scriptFault(place, `must be one of ${allowed.join(', ')}; it is ${shown(value)}.${near}`);
  }
  const was = value === undefined || type === 'any.required' ? '' : `; it is ${shown(value)}`;
  return scriptFault(place, `${rule}${was}.`);
}

/** Which keys may stand at a path. */
export type KeysAt = (path: readonly (string | number)[]) => readonly string[];
