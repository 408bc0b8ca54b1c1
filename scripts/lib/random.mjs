/**
 * A small seeded generator (mulberry32): the same numbers for the same seed, on every machine.
 *
 * @param {number} seed
 * @returns {() => number} Gives the next number in [0, 1).
 */
export function random(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
