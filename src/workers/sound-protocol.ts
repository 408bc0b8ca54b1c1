import type { DataNote } from '@/core/project/data-notes';
import type { SoundBytes } from '@/core/project/film-media';
import type { Project } from '@/core/project/project';
import type { FoundBeats } from '@/core/sound/beats/find-beats';
import type { Loudness } from '@/core/sound/loudness';
import type { Peaks } from '@/core/sound/peaks';

/** What can go wrong with a sound, in words. */
export type SoundOutcome<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly message: string };

/** What a file holds. */
export interface SoundSummary {
  readonly sec: number;
  readonly rate: number;
  readonly channels: number;
}

/** A stretch of the mix, on its way to the loudspeaker. */
export interface HeardSpan {
  readonly left: Float32Array;
  readonly right: Float32Array;
}

/** How loud the whole mix is. */
export interface MixMeasure extends Loudness {
  /** The least gain of the limiter anywhere; 1 where nothing was too loud. */
  readonly limited: number;
}

/** Decodes, draws, mixes and measures sounds. */
export interface SoundWorkerApi {
  /** Takes a file; from now on it is known by its asset. */
  open(file: SoundBytes, name: string): Promise<SoundOutcome<SoundSummary>>;
  /** The outline of a file that is open. */
  peaks(assetId: string): Promise<SoundOutcome<Peaks>>;
  /** When somebody speaks in a file: seconds of it, in order. */
  spoken(assetId: string): Promise<SoundOutcome<[number, number][]>>;
  beats(assetId: string): Promise<SoundOutcome<FoundBeats | null>>;
  /** What is mixed from now on. Whether anything is heard. */
  setFilm(project: Project, filmSec: number, notes: readonly DataNote[]): Promise<SoundOutcome<boolean>>;
  /** @param from,to Samples of the film, 48,000 a second. null where nothing is heard, or the film is another one by now. */
  mix(from: number, to: number): Promise<HeardSpan | null>;
  /** Measures the whole mix. null where nothing is heard. @param onShare Told how much is done, in [0, 1]. */
  measure(onShare: (share: number) => void): Promise<SoundOutcome<MixMeasure | null>>;
}
