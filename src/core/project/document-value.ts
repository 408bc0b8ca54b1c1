/** A value by its path (`dress.colour.ramp.0`); undefined where there is nothing. */
export function valueAt(from: unknown, path: string): unknown {
  let at = from;
  for (const key of path.split('.')) at = (at as Record<string, unknown> | null | undefined)?.[key];
  return at;
}

/** Puts a value in place of the one at a path, in a draft. @throws TypeError where the path leads through nothing. */
export function putAt(draft: unknown, path: string, value: unknown): void {
  const keys = path.split('.');
  const last = keys.pop() as string;
  const holder = keys.length === 0 ? draft : valueAt(draft, keys.join('.'));
  if (typeof holder !== 'object' || holder === null) throw new TypeError(`path: leads nowhere, received ${path}`);
  (holder as Record<string, unknown>)[last] = value;
}
