/** Entries of one name that are kept: a film's charts, and thumbnails of them in other looks. */
const KEPT = 12;

interface Entry {
  readonly depends: readonly unknown[];
  readonly value: unknown;
}

/**
 * Remembers what is dear to make by what it depends on, so that an edit of a text does not rank everything again. Several
 * charts and thumbnails share one without pushing each other out. Belongs to one thread.
 */
export class Memory {
  private readonly entries = new Map<string, Entry[]>();

  /**
   * What was made for the same things before, or what is made now.
   *
   * @param name What it is, with its maker: two makers never share a name.
   * @param depends All that decides it: plain values, and objects that are the same object as long as they hold the same.
   */
  once<T>(name: string, depends: readonly unknown[], make: () => T): T {
    const known = this.entries.get(name) ?? [];
    const at = known.findIndex((entry) => sameAs(entry.depends, depends));
    const entry: Entry = at >= 0 ? (known[at] as Entry) : { depends, value: make() };
    const others = at >= 0 ? known.filter((_, i) => i !== at) : known;
    // Who was asked for last is dropped last.
    this.entries.set(name, [entry, ...others].slice(0, KEPT));
    return entry.value as T;
  }
}

/** Are two lists of what decides something the same, thing by thing? */
export function sameAs(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((each, i) => Object.is(each, b[i]));
}
