import { type PreparedFilm, sceneAt } from '@/core/chart/prepare';
import { frameTimeSec } from '@/core/pace/film-clock';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';

/** Draws frames of a film and hands them out as video frames with the right colours. */
export interface FramePainter {
  /** The caller closes the frame. */
  paint(frame: number): Promise<VideoFrame>;
}

/** BT.709, limited range: what players of video expect, and what films are tagged as. */
const colorSpace: VideoColorSpaceInit = { primaries: 'bt709', transfer: 'bt709', matrix: 'rgb', fullRange: false };

/**
 * A painter of video frames.
 *
 * Frames made straight from a canvas are encoded as full range with the curve of sRGB, which players that ignore the
 * tag show with wrong contrast. So the pixels are read back and named as BT.709 before they go to the encoder.
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
  const scale = widthPx / film.chart.stage.widthPx;
  const frameUs = 1e6 / film.clock.framesPerSec;
  return {
    async paint(frame) {
      paintScene(context, sceneAt(film, frameTimeSec(film.clock, frame)), scale, resources);
      const { data } = context.getImageData(0, 0, widthPx, heightPx);
      const timestamp = Math.round(frame * frameUs);
      const duration = Math.round((frame + 1) * frameUs) - timestamp;
      return new VideoFrame(data, {
        format: 'RGBX',
        codedWidth: widthPx,
        codedHeight: heightPx,
        timestamp,
        duration,
        colorSpace,
        transfer: [data.buffer],
      } as VideoFrameBufferInit);
    },
  };
}
