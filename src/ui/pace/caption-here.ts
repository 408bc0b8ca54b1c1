import { addCaptions } from '@/state/edit-film';
import { playheadStore } from '@/state/playhead';
import { sessionStore, setSession } from '@/state/session';
import { pieceSecOf } from '../piece-time';

/** Seconds of a caption that is put at the playhead. */
const USUAL_SEC = 3;

/** Puts a caption over the selected span, or at the playhead, and picks it. */
export function captionHere(text: string): void {
  const { overview, span } = sessionStore.getState();
  const { readout } = playheadStore.getState();
  if (!overview) return;
  const local = (sec: number) => pieceSecOf(overview, sec);
  const fromSec = Math.min(local(span?.[0] ?? readout?.timeSec ?? 0), Math.max(0, overview.lengthSec - 0.5));
  const toSec = Math.min(overview.lengthSec, span ? local(span[1]) : fromSec + USUAL_SEC);
  setSession({ pickedCaption: addCaptions([{ fromSec, toSec, text }], overview) });
}
