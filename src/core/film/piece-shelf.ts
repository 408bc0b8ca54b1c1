import { sameAs } from '../families/memory';

/** What was made of a piece, and of what. */
interface Kept {
  readonly depends: readonly unknown[];
  readonly value: unknown;
}

/**
 * Keeps what is made of each piece of a film from one edit to the next, so that only the piece that was changed is made anew.
 * Documents come as copies, so they are compared by what they hold. Unlike a `Memory`, which keeps several charts apart, it
 * keeps one of each. Belongs to one thread.
 */
export class PieceShelf {
  private readonly kept = new Map<string, Kept>();
  private used = new Set<string>();

  /**
   * What was made of a piece for the same things the last time, or what is made now.
   *
   * @param depends All that decides it: texts and numbers, and objects that are the same object as long as they hold the same.
   */
  once<T>(what: string, pieceId: string, depends: readonly unknown[], make: () => T): T {
    const key = `${what} ${pieceId}`;
    this.used.add(key);
    const known = this.kept.get(key);
    if (known && sameAs(known.depends, depends)) return known.value as T;
    const value = make();
    this.kept.set(key, { depends, value });
    return value;
  }

  /** Lets go of pieces that nobody has asked for since the last time. */
  tidy(): void {
    for (const key of this.kept.keys()) if (!this.used.has(key)) this.kept.delete(key);
    this.used = new Set();
  }
}
