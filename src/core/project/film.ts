import type { Background } from './background';
import type { Card } from './card';
import type { DataNotes } from './data-notes';
import type { Caption, Extra } from './film-parts';
import type { Beat, Mix, Sound } from './sound';
import type { Transition } from './transition';

/** The picture that everything is drawn on, in pixels. */
export interface Stage {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly background: Background;
  /** Free edges, in hundredths of the shorter side. */
  readonly margins: { readonly top: number; readonly right: number; readonly bottom: number; readonly left: number };
  /** The chart's box in shares of the stage, or null for all the room that the texts leave. */
  readonly box: StageBox | null;
}

/** A box in shares of the stage, each in [0, 1]. */
export interface StageBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What a piece shows: one of the project's charts, or a card of its own. */
export type PieceContent =
  | { readonly kind: 'chart'; readonly chartId: string }
  | { readonly kind: 'card'; readonly card: Card };

/** One after the other they make the film. */
export interface FilmPiece {
  readonly id: string;
  /** '' for the title of its chart or card. */
  readonly name: string;
  /** One that is off stays in the project and is left out of the film. */
  readonly on: boolean;
  readonly content: PieceContent;
  /** A look for all does not change it. */
  readonly ownLook: boolean;
  /** The way into it from the piece that plays ahead; nothing for the first one. */
  readonly into: Transition;
  /**
   * Goes by the film's beat: so many beats a period, and its ends on bars. null keeps the seconds of its own. Without a beat
   * it changes nothing.
   */
  readonly onBeat: number | null;
  /** Plays its data as notes; null is silent. */
  readonly notes: DataNotes | null;
  /** In the order of drawing. */
  readonly extras: readonly Extra[];
  readonly captions: readonly Caption[];
}

/** What the charts are shown in. */
export interface Film {
  readonly stage: Stage;
  readonly framesPerSec: number;
  /** In the order in which they play; at least one. */
  readonly pieces: readonly FilmPiece[];
  /** Things that lie over the whole film, in the order of drawing; their moments are the film's start and end. */
  readonly overlays: readonly Extra[];
  /** What is heard, in the order in which it came. */
  readonly sounds: readonly Sound[];
  readonly mix: Mix;
  /** The beat that pieces may go by; null for none. */
  readonly beat: Beat | null;
}
