import { useEffect, useState } from 'react';
import { useServices } from '../services';
import { useSession } from '../use-state';

const WIDTH_PX = 96;
/** Edits come many at a time; the pictures are made when they rest. */
const WAIT_MS = 350;

/** A small picture of each piece that plays, by its id. They are made anew when the film has changed and edits rest. */
export function usePiecePictures(wanted: boolean): ReadonlyMap<string, ImageBitmap> {
  const { piecePictures } = useServices();
  const revision = useSession((state) => state.filmRevision);
  const [pictures, setPictures] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  // biome-ignore lint/correctness/useExhaustiveDependencies: another film has other pictures
  useEffect(() => {
    if (!wanted) return;
    let stale = false;
    const timer = setTimeout(async () => {
      const made = await piecePictures(WIDTH_PX);
      if (!stale && made.size > 0) setPictures(made);
    }, WAIT_MS);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [wanted, revision, piecePictures]);
  return pictures;
}
