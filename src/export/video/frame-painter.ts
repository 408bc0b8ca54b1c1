import type { PreparedFilm } from '@/core/film/prepare-film';
import { frameTimeSec } from '@/core/pace/film-clock';
import { changedRows, type Rows } from '@/core/scene/changed-rows';
import type { Scene } from '@/core/scene/scene';
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
 * @param context Of a canvas with the film's pixels; the stage is scaled to it.
 */
export function createFramePainter(
  film: PreparedFilm,
  context: OffscreenCanvasRenderingContext2D,
  resources: PaintResources,
): FramePainter {
  const { width: widthPx, height: heightPx } = context.canvas;
  const scale = widthPx / film.stage.widthPx;
  const frameUs = 1e6 / film.framesPerSec;
  const converter = createI420Converter(widthPx, heightPx);
  let shown: Scene | null = null;
  const paintNow = async (frame: number): Promise<VideoFrame> => {
    const scene = exportedScene(film, frameTimeSec(film, frame), false);
    const before = shown;
    shown = null;
    const timestamp = Math.round(frame * frameUs);
    const timing = { timestamp, duration: Math.round((frame + 1) * frameUs) - timestamp };
    const changed = before ? changedRows(before, scene) : { from: 0, to: scene.heightPx };
    if (converter && changed === null) {
      // Nothing moves in a hold: the planes are right as they are.
      shown = scene;
      return frameOf(converter, timing);
    }
    paintScene(context, scene, scale, resources);
    const drawn = new VideoFrame(context.canvas, timing);
    try {
      const rows = { from: (changed?.from ?? 0) * scale, to: (changed?.to ?? scene.heightPx) * scale };
      if (!converter || !(await readInto(converter, drawn, rows))) return await toTaggedPixels(drawn, timing);
      shown = scene;
      return frameOf(converter, timing);
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

/** Reads the rows that changed, and converts them. False where the browser hands out pixels in another order than BGRA or RGBA. */
async function readInto(converter: I420Converter, drawn: VideoFrame, rows: Rows): Promise<boolean> {
  const order = drawn.format?.slice(0, 3);
  if (order !== 'BGR' && order !== 'RGB') return false;
  const { strip, strideBytes: stride, stripRows, widthPx: width, heightPx } = converter;
  for (let y = 0; y < heightPx; y += stripRows) {
    if (y >= rows.to || y + stripRows <= rows.from) continue;
    const rect = { x: 0, y, width, height: Math.min(stripRows, heightPx - y) };
    await drawn.copyTo(strip, { rect, layout: [{ offset: 0, stride }] });
    converter.convertStrip(order === 'BGR', y);
  }
  return true;
}

/** The planes as a video frame; they are copied. */
function frameOf({ planes, layout, widthPx, heightPx }: I420Converter, timing: Timing): VideoFrame {
  return new VideoFrame(planes, {
    format: 'I420',
    codedWidth: widthPx,
    codedHeight: heightPx,
    layout: [...layout],
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
