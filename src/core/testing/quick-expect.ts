/**
 * What a law asks of very many numbers. The test tool's own `expect` keeps count and builds a chain of words for each call,
 * some 30 µs; these take nothing but the comparison, and throw what broke.
 */
function broken(what: string, says: string): never {
  throw new Error(what ? `${what}: ${says}` : says);
}

/** @throws Error unless `value < limit`; not a number is never below. */
export function expectBelow(value: number, limit: number, what = ''): void {
  if (!(value < limit)) broken(what, `${value} must be below ${limit}`);
}

/** @throws Error unless `low <= value <= high`. */
export function expectWithin(value: number, low: number, high: number, what = ''): void {
  if (!(value >= low && value <= high)) broken(what, `${value} must be between ${low} and ${high}`);
}

/** @throws Error unless the two are at most `tolerance` apart. */
export function expectNear(value: number, wanted: number, tolerance: number, what = ''): void {
  if (!(Math.abs(value - wanted) <= tolerance)) broken(what, `${value} must be within ${tolerance} of ${wanted}`);
}

/** @throws Error unless the two are the same, as `Object.is` says. */
export function expectSame(value: unknown, wanted: unknown, what = ''): void {
  if (!Object.is(value, wanted)) broken(what, `${String(value)} must be ${String(wanted)}`);
}

/** @throws Error unless two rows have the same numbers, bit by bit; says where they first differ. */
export function expectSameRows(row: Float32Array | Uint8Array, wanted: typeof row, what = ''): void {
  if (row.length !== wanted.length) broken(what, `${row.length} numbers must be ${wanted.length}`);
  for (let i = 0; i < row.length; i++)
    if (!Object.is(row[i], wanted[i])) expectSame(row[i], wanted[i], `${what} at ${i}`);
}
