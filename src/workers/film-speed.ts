import type { PreparedFilm } from '@/core/film/prepare-film';
import { contextOf } from '@/export/room';
import type { filmFormat } from '@/export/video/film-format';
import { createFramePainter } from '@/export/video/frame-painter';
import { SpanEncoder } from '@/export/video/span-encoder';
import type { PaintResources } from '@/render/canvas/paint-scene';

/** Frames that the speed is told from. */
const TRIED_FRAMES = 12;

/** What a film is to become. */
export interface FilmMade {
  readonly format: ReturnType<typeof filmFormat>;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Draws and encodes a few frames from the middle of a film. @returns Frames a second; null for a size or codec that this browser refuses. */
export async function filmSpeed(
  film: PreparedFilm,
  { format, widthPx, heightPx }: FilmMade,
  resources: PaintResources,
): Promise<number | null> {
  const { framesPerSec, frameCount } = film;
  const from = Math.floor(frameCount * 0.4);
  const to = Math.min(frameCount, from + TRIED_FRAMES);
  const job = { format, widthPx, heightPx, framesPerSec, quality: 'good' as const, from, to };
  try {
    const encoder = await SpanEncoder.open(job);
    const painter = createFramePainter(film, contextOf(widthPx, heightPx, false), resources);
    const startedMs = performance.now();
    await encoder.encode({ from, to }, (frame) => painter.paint(frame));
    encoder.close();
    return ((to - from) * 1000) / (performance.now() - startedMs);
  } catch {
    // The export itself says why.
    return null;
  }
}
