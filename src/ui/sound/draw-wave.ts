import { heardPart, type Sound } from '@/core/project/sound';
import { fadeAt } from '@/core/sound/gain';
import { type Peaks, peakBetween } from '@/core/sound/peaks';

/** What is drawn of a sound. */
export interface WavePicture {
  readonly context: CanvasRenderingContext2D;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly sound: Sound;
  readonly peaks: Peaks;
  /** Seconds of the film: those of the sound's start and end, and those at the picture's edges. */
  readonly span: readonly [number, number];
  readonly shown: readonly [number, number];
  readonly ink: string;
}

/** Draws a wave as it is heard: a column a pixel, as loud as fades and gain make it; loops again and again. */
export function drawWave({ context, widthPx, heightPx, sound, peaks, span, shown, ink }: WavePicture): void {
  context.clearRect(0, 0, widthPx, heightPx);
  const [from, to] = heardPart(sound);
  const [start, end] = span;
  const gain = 10 ** (sound.gainDb / 20);
  const secPerPx = (shown[1] - shown[0]) / widthPx;
  const middle = heightPx / 2;
  context.fillStyle = ink;
  for (let x = 0; x < widthPx; x++) {
    const sec = shown[0] + x * secPerPx - start;
    if (sec < 0 || sec >= end - start || to <= from) continue;
    const into = from + (sound.loop ? sec % (to - from) : sec);
    const [low, high] = peakBetween(peaks, into, Math.min(to, into + secPerPx));
    const fadeIn = sound.fadeInSec > 0 ? fadeAt(sec / sound.fadeInSec) : 1;
    const fadeOut = sound.fadeOutSec > 0 ? fadeAt((end - start - sec) / sound.fadeOutSec) : 1;
    const loud = Math.min(1, gain * fadeIn * fadeOut);
    const top = middle - Math.min(1, high * loud) * (middle - 1);
    const foot = middle - Math.max(-1, low * loud) * (middle - 1);
    context.fillRect(x, top, 1, Math.max(1, foot - top));
  }
}
