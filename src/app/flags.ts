import type { ImageBytes } from '@/core/project/film-media';
import { rasterise } from './rasterise';

/** Flags are drawn once at this size. */
const FLAG_PX = [480, 320] as const;

/** The flag of an id such as `flag:FR` as PNG; null where there is none. */
export async function flagOf(id: string): Promise<ImageBytes | null> {
  const response = await fetch(`/flags/${id.slice(5)}.svg`).catch(() => null);
  if (!response?.ok) return null;
  const image = await rasterise(await response.blob(), FLAG_PX).catch(() => null);
  return image ? { id, mime: 'image/png', bytes: image.bytes } : null;
}
