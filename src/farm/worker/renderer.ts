import type { FilmSpan } from '@/core/film/cut-film';
import type { FarmSource } from '../film-pack';
import type { FilmForm } from '../film-record';
import type { FarmVersion } from '../version';

/** A film that a worker has at hand. */
export interface FilmAtHand extends FarmSource {
  /** The same for the same film. */
  readonly pack: string;
}

/** What is told while something is drawn, and how it is stopped. */
export interface RenderWatch {
  readonly signal: AbortSignal;
  readonly onFrames: (done: number) => void;
}

/** What spans are put together as. */
export interface JoinedFilm {
  readonly container: 'mp4' | 'webm';
  readonly framesPerSec: number;
}

/** Draws and encodes for a worker; several at once, each in a slot of its own. */
export interface FarmRenderer {
  readonly version: FarmVersion;
  /**
   * Makes a span, without sound.
   *
   * @param to The file that is written.
   * @throws what went wrong; what the signal was aborted with.
   */
  span(film: FilmAtHand, form: FilmForm, span: FilmSpan, to: string, watch: RenderWatch): Promise<void>;
  /** Mixes the sound of a film. @param to Its ending says the form: `.m4a` or `.weba`. */
  sound(film: FilmAtHand, to: string, watch: RenderWatch): Promise<void>;
  /**
   * Puts spans and sound together.
   *
   * @param files Spans, in order.
   * @param sound null for none.
   * @returns Frames of the whole.
   */
  join(files: readonly string[], sound: string | null, film: JoinedFilm, to: string): Promise<number>;
  close(): Promise<void>;
}
