import type { PreparedFilm } from '@/core/chart/prepare';
import { frameTimeSec } from '@/core/pace/film-clock';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { exportedScene } from '../room';
import { createI420Converter, type I420Converter } from './pixels-to-i420';

/** Draws frames of a film and hands them out as video frames with the right colours. */
export interface FramePainter {
  /** The caller closes the frame. */
  paint(frame: number): Promise<VideoFrame>;
}

/** What films are tagged as: BT.709 in limited range, which is what players take video for. */
const filmColours = { primaries: 'bt709', transfer: 'bt709', matrix: 'bt709', fullRange: false } as const;
const pixelColours = { ...filmColours, matrix: 'rgb' } as const;

interface Timing {
  readonly timestamp: number;
  readonly duration: number;
}

/**
 * A painter of video frames.
 *
 * Frames made straight from a canvas are encoded as full range with the curve of sRGB, which players that ignore the
 * tag show with wrong contrast. So the pixels are read back and turned to I420 in BT.709 before the encoder has them,
 * which also takes the encoder's own, slower conversion away.
 *
 * @param widthPx Width of the film; the stage is scaled to it.
 */
export function createFramePainter(
  film: PreparedFilm,
  widthPx: number,
  heightPx: number,
  context: OffscreenCanvasRenderingContext2D,
  resources: PaintResources,
): FramePainter {
  const scale = widthPx / film.stage.widthPx;
  const frameUs = 1e6 / film.clock.framesPerSec;
  const converter = createI420Converter(widthPx, heightPx);
  const paintNow = async (frame: number): Promise<VideoFrame> => {
    paintScene(context, exportedScene(film, frameTimeSec(film.clock, frame), false), scale, resources);
    const timestamp = Math.round(frame * frameUs);
    const timing = { timestamp, duration: Math.round((frame + 1) * frameUs) - timestamp };
    const drawn = new VideoFrame(context.canvas, timing);
    try {
      const converted = converter ? await toI420(drawn, converter, timing) : null;
      return converted ?? (await toTaggedPixels(drawn, timing));
    } finally {
      drawn.close();
    }
  };
  let last: Promise<unknown> = Promise.resolve();
  return {
    paint(frame) {
      // One after the other: there is one canvas and one converter, and reading pixels back takes a moment.
      const painted = last.then(() => paintNow(frame));
      last = painted.catch(() => undefined);
      return painted;
    },
  };
}

/** null where the browser hands out pixels in another order than BGRA or RGBA. */
async function toI420(drawn: VideoFrame, converter: I420Converter, timing: Timing): Promise<VideoFrame | null> {
  const order = drawn.format?.slice(0, 3);
  if (order !== 'BGR' && order !== 'RGB') return null;
  const { strideBytes: stride, stripRows } = converter;
  const { codedWidth: width, codedHeight } = drawn;
  for (let y = 0; y < codedHeight; y += stripRows) {
    const rect = { x: 0, y, width, height: Math.min(stripRows, codedHeight - y) };
    await drawn.copyTo(converter.strip, { rect, layout: [{ offset: 0, stride }] });
    converter.convertStrip(order === 'BGR', y);
  }
  return new VideoFrame(converter.planes, {
    format: 'I420',
    codedWidth: width,
    codedHeight,
    layout: [...converter.layout],
    colorSpace: filmColours,
    ...timing,
  });
}

async function toTaggedPixels(drawn: VideoFrame, timing: Timing): Promise<VideoFrame> {
  const bytes = new ArrayBuffer(drawn.allocationSize());
  const layout = await drawn.copyTo(bytes);
  const { codedWidth, codedHeight, format } = drawn;
  return new VideoFrame(bytes, {
    format: format ?? 'BGRA',
    codedWidth,
    codedHeight,
    layout,
    colorSpace: pixelColours,
    ...timing,
  });
}
