/** Turns a document of version `n` into one of version `n + 1`. It gets whatever JSON can hold; the schema comes after it. */
export type Migration = (document: Record<string, unknown>) => Record<string, unknown>;

/** The objects of a list; a damaged document may hold anything in its place. */
export function objectsOf(value: unknown): Record<string, unknown>[] {
  return Array.isArray(value) ? value.filter((each) => typeof each === 'object' && each !== null) : [];
}

/** An object, or an empty one in place of anything else. */
export function objectOf(value: unknown): Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value) ? (value as Record<string, unknown>) : {};
}
