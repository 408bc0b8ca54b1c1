/** A set of row numbers as bits: a million rows take 125 kB. */
export class BitSet {
  private readonly words: Uint32Array;

  constructor(readonly size: number) {
    this.words = new Uint32Array((size + 31) >>> 5);
  }

  add(index: number): void {
    this.words[index >>> 5] = (this.words[index >>> 5] ?? 0) | (1 << (index & 31));
  }

  has(index: number): boolean {
    return (((this.words[index >>> 5] ?? 0) >>> (index & 31)) & 1) === 1;
  }

  /** How many are in the set. */
  count(): number {
    let total = 0;
    for (let word of this.words) for (; word !== 0; word &= word - 1) total++;
    return total;
  }
}
