import { useLanesPx } from '../sound/lanes-height';
import { useProject, useSession } from '../use-state';

/** Heights of the timeline without sounds, and of the strip of Speak along, in CSS pixels. */
const [ALONE_PX, WITH_PROGRAMME_PX, SPEAKING_PX] = [128, 172, 84];
/** Room between the timeline and a notice. */
const ABOVE_PX = 12;

/** How high the timeline is, and how far from below notices stand, so that they never lie over it. */
export function useBeatsHeight(): { readonly heightPx: number; readonly noticePx: number } {
  const several = useProject((project) => project.film.pieces.length > 1, false);
  const speaking = useSession((state) => state.speaking);
  const heightPx = (several ? WITH_PROGRAMME_PX : ALONE_PX) + useLanesPx();
  return { heightPx, noticePx: heightPx + (speaking ? SPEAKING_PX : 0) + ABOVE_PX };
}
