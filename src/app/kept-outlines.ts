'use client';

import localforage from 'localforage';
import type { Peaks } from '@/core/sound/peaks';

/** Outlines of waves, so that a long sound is not listened to anew at every visit. They can be worked out again at any time. */
const store = localforage.createInstance({ name: 'plucky-tempo', storeName: 'outlines' });
/** More than these are let go of, the oldest first. */
const MOST_KEPT = 40;

interface Kept extends Peaks {
  readonly keptMs: number;
}

/** The outline of a sound that was kept; null where none is, or the browser keeps nothing. */
export async function keptOutline(assetId: string): Promise<Peaks | null> {
  const kept = await store.getItem<Kept>(assetId).catch(() => null);
  return kept ? { pairs: kept.pairs, sec: kept.sec } : null;
}

/** Keeps the outline of a sound. Where there is no room it is simply worked out again. */
export async function keepOutline(assetId: string, { pairs, sec }: Peaks): Promise<void> {
  try {
    await store.setItem(assetId, { pairs, sec, keptMs: Date.now() });
    const keys = await store.keys();
    if (keys.length <= MOST_KEPT) return;
    const dated = await Promise.all(
      keys.map(async (key) => [key, (await store.getItem<Kept>(key))?.keptMs ?? 0] as const),
    );
    const oldest = dated.sort((a, b) => a[1] - b[1]).slice(0, keys.length - MOST_KEPT);
    for (const [key] of oldest) await store.removeItem(key);
  } catch {
    // A full disk, or a browser that keeps nothing: the wave is drawn all the same.
  }
}
