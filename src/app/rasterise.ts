'use client';

/** A picture as PNG. */
export interface Raster {
  readonly bytes: ArrayBuffer;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The longer side of an SVG that says no size, and the most that any may have. */
const SVG_PX = 1024;

/**
 * Draws any picture that the browser can show as an image and hands it out as PNG. In an image element an SVG runs no
 * script and loads nothing from outside, so what comes out is safe whatever was in it.
 *
 * @param size Pixels wide and high; the picture's own size when left out.
 * @throws Error where the browser cannot show it.
 */
export async function rasterise(blob: Blob, size?: readonly [number, number]): Promise<Raster> {
  const typed = blob.type === '' || blob.type.includes('xml') ? new Blob([blob], { type: 'image/svg+xml' }) : blob;
  const url = URL.createObjectURL(typed);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const own =
      image.naturalWidth > 0 && image.naturalHeight > 0 ? [image.naturalWidth, image.naturalHeight] : [SVG_PX, SVG_PX];
    const scale = SVG_PX / Math.max(own[0] ?? 1, own[1] ?? 1);
    const [widthPx, heightPx] = size ?? [
      Math.max(1, Math.round((own[0] ?? 1) * scale)),
      Math.max(1, Math.round((own[1] ?? 1) * scale)),
    ];
    const canvas = document.createElement('canvas');
    canvas.width = widthPx;
    canvas.height = heightPx;
    canvas.getContext('2d')?.drawImage(image, 0, 0, widthPx, heightPx);
    const png = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (!png) throw new Error('The picture could not be drawn.');
    return { bytes: await png.arrayBuffer(), widthPx, heightPx };
  } finally {
    URL.revokeObjectURL(url);
  }
}
