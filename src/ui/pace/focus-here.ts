import type { Focus } from '@/core/project/focus';
import { addFocus } from '@/state/edit-focus';
import { playheadStore } from '@/state/playhead';
import { sessionStore, setSession } from '@/state/session';
import { pieceSecOf } from '../piece-time';

/** Seconds of a focus that is put at the playhead. */
const USUAL_SEC = 3;

/** Looks closer over the selected span, or from a time on, and picks the focus. @param fromSec The playhead where left out. */
export function focusHere(change: Partial<Focus>, fromSec?: number): void {
  const { overview, span } = sessionStore.getState();
  const { readout } = playheadStore.getState();
  if (!overview) return;
  const local = (sec: number) => pieceSecOf(overview, sec);
  const wanted = fromSec ?? local(span?.[0] ?? readout?.timeSec ?? 0);
  const start = Math.min(wanted, Math.max(0, overview.lengthSec - 0.5));
  const end = Math.min(
    overview.lengthSec,
    (fromSec === undefined && span ? local(span[1]) : undefined) ?? start + USUAL_SEC,
  );
  const pickedFocus = addFocus({ fromSec: start, toSec: end }, change, overview);
  if (pickedFocus) setSession({ pickedFocus });
}
