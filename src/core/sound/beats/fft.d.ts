declare module 'fft.js' {
  /** A transform of a power of two. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    /** Fills the first half of the spectrum: real and imaginary parts by turns. */
    realTransform(out: number[], samples: readonly number[]): void;
  }
}
