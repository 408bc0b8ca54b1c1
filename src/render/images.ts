import { blurredImageId } from '@/core/chart/pictures';
import type { Background } from '@/core/project/background';
import type { Film, Stage } from '@/core/project/film';
import type { ImageBytes } from '@/core/project/film-media';
import { showsCard } from '@/core/project/pieces';

/** Blurred pictures are made small: there is nothing sharp in them. */
const BLUR_WIDTH_PX = 960;

/** The pictures that a painter has decoded. */
export class ImageStore {
  readonly images = new Map<string, ImageBitmap>();

  /** Decodes pictures; one that cannot be decoded is left out and named. */
  async add(files: readonly ImageBytes[]): Promise<string[]> {
    const failed: string[] = [];
    await Promise.all(
      files.map(async ({ id, mime, bytes }) => {
        try {
          this.images.set(id, await createImageBitmap(new Blob([bytes], { type: mime })));
        } catch {
          failed.push(id);
        }
      }),
    );
    return failed;
  }

  /** Makes the blurred pictures of a film's backgrounds once, since a blur drawn in each frame costs many times a frame. */
  blurBackgrounds({ stage, pieces }: Pick<Film, 'stage' | 'pieces'>): void {
    this.blurBackground(stage, stage.background);
    for (const { back } of pieces.filter(showsCard).map(({ content }) => content.card))
      if (back) this.blurBackground(stage, back);
  }

  private blurBackground({ widthPx, heightPx }: Stage, background: Background): void {
    if (background.kind !== 'picture' || background.blur <= 0) return;
    const id = blurredImageId(background.pictureId, background.blur);
    const picture = this.images.get(background.pictureId);
    if (!picture || this.images.has(id)) return;
    const scale = Math.min(1, BLUR_WIDTH_PX / picture.width);
    const [width, height] = [
      Math.max(1, Math.round(picture.width * scale)),
      Math.max(1, Math.round(picture.height * scale)),
    ];
    const canvas = new OffscreenCanvas(width, height);
    const context = canvas.getContext('2d');
    if (!context) return;
    const stagePxPerPx =
      background.fit === 'fill'
        ? Math.max(widthPx / width, heightPx / height)
        : Math.min(widthPx / width, heightPx / height);
    const blurPx = ((background.blur * Math.min(widthPx, heightPx)) / 100 / stagePxPerPx) * 0.5;
    context.filter = `blur(${blurPx}px)`;
    // Drawn a little beyond its edges, which would otherwise fade.
    const over = blurPx * 2;
    context.drawImage(picture, -over, -over, width + 2 * over, height + 2 * over);
    this.images.set(id, canvas.transferToImageBitmap());
  }
}
