import type { GifChoice } from './encode-gif';

/** About how many bytes a GIF will have, as films of this kind have shown: flat colours pack well, dithering does not. */
export function estimateGifBytes(choice: GifChoice, lengthSec: number): number {
  const pixels = choice.widthPx * choice.heightPx;
  const perPixel = (choice.palette === 'one' ? 0.035 : 0.085) * (choice.dither ? 1.8 : 1);
  return Math.round(pixels * 0.12 + pixels * perPixel * Math.max(1, lengthSec * choice.rate));
}
