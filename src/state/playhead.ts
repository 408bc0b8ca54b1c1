import { createStore } from 'zustand/vanilla';
import type { Readout } from '@/core/film/readout';

/**
 * Where the playhead stands and what it shows there. A store of its own: it changes with every picture, and only what
 * follows the playhead draws again with it.
 */
export interface PlayheadState {
  /** null while nothing is on stage. */
  readonly readout: Readout | null;
}

export const playheadStore = createStore<PlayheadState>(() => ({ readout: null }));

export function setReadout(readout: Readout | null): void {
  playheadStore.setState({ readout });
}

/** A playhead of which only the time is known yet: the stage says the rest as soon as it draws. */
export function readoutAtSec(timeSec: number): Readout {
  return { timeSec, frame: 0, pieceId: '', period: 0, periodLabel: '', heading: '', rows: [], sentence: '' };
}
