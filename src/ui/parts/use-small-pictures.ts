'use client';

import { useEffect, useRef, useState } from 'react';
import { useSession } from '../use-state';

/** Pictures are asked for once the person pauses. */
const PAUSE_MS = 300;

/**
 * Small pictures, made again whenever something that decides them has changed and the person pauses. The last ones stay until others
 * are there.
 *
 * @param make Makes them all; what cannot be made, for want of a font say, leaves the names to say what there is.
 * @param stamp What decides them: as many things each time.
 */
export function useSmallPictures(
  make: () => Promise<readonly ImageBitmap[]>,
  stamp: readonly unknown[],
): readonly ImageBitmap[] {
  const ready = useSession((state) => state.status === 'ready');
  const [pictures, setPictures] = useState<readonly ImageBitmap[]>([]);
  const maker = useRef(make);
  maker.current = make;
  useEffect(() => {
    if (!ready) return;
    let ended = false;
    const timer = setTimeout(() => {
      void maker
        .current()
        .catch(() => [])
        .then((made) => {
          if (!ended && made.length > 0) setPictures(made);
        });
    }, PAUSE_MS);
    return () => {
      ended = true;
      clearTimeout(timer);
    };
  }, [ready, ...stamp]);
  return pictures;
}
