import { useEffect, useState } from 'react';
import { useServices } from '../services';
import { useSession } from '../use-state';

const WIDTH_PX = 96;
/** Edits come many at a time; the pictures are made when they rest. */
const WAIT_MS = 350;

const none = { revision: -1, pictures: new Map<string, ImageBitmap>() };

/** A small picture of each piece that plays, by its id. They are made anew when the film has changed and edits rest. */
export function usePiecePictures(wanted: boolean): ReadonlyMap<string, ImageBitmap> {
  const { piecePictures } = useServices();
  const revision = useSession((state) => state.filmRevision);
  const [kept, setKept] = useState<{ readonly revision: number; readonly pictures: ReadonlyMap<string, ImageBitmap> }>(
    none,
  );
  useEffect(() => {
    if (!wanted || kept.revision === revision) return;
    let stale = false;
    const timer = setTimeout(async () => {
      const pictures = await piecePictures(WIDTH_PX);
      if (!stale && pictures.size > 0) setKept({ revision, pictures });
    }, WAIT_MS);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [wanted, revision, kept.revision, piecePictures]);
  return kept.pictures;
}
