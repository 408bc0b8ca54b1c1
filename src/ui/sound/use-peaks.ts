import { useEffect, useState } from 'react';
import type { Sound } from '@/core/project/sound';
import type { Peaks } from '@/core/sound/peaks';
import { useServices } from '../services';

/** The outline of a sound's wave; in words why there is none; null while it is worked out. */
export function usePeaks(sound: Sound): Peaks | string | null {
  const { sounds } = useServices();
  const [found, setFound] = useState<{ readonly assetId: string; readonly peaks: Peaks | string } | null>(null);
  const { assetId } = sound;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the outline is that of the file, whatever else of the sound changes
  useEffect(() => {
    let gone = false;
    void sounds.peaks(sound).then((peaks) => {
      if (!gone) setFound({ assetId, peaks });
    });
    return () => {
      gone = true;
    };
  }, [assetId, sounds]);
  return found?.assetId === assetId ? found.peaks : null;
}
