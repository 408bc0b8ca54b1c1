/** The part of gifenc that is used; the package brings no types. */
declare module 'gifenc' {
  export function quantize(
    rgba: Uint8Array | Uint8ClampedArray,
    maxColours: number,
    options?: { format?: 'rgb565' | 'rgb444' | 'rgba4444' },
  ): number[][];
  export function GIFEncoder(): {
    writeFrame(
      indices: Uint8Array,
      widthPx: number,
      heightPx: number,
      options: {
        palette?: number[][];
        delay?: number;
        transparent?: boolean;
        transparentIndex?: number;
        dispose?: number;
        repeat?: number;
      },
    ): void;
    finish(): void;
    bytes(): Uint8Array;
  };
}
