import type { Box, Inks } from '../chart/box';
import type { Card, CardPart } from '../project/card';
import type { SceneNode } from '../scene/scene';

/** A part of a card that has its place: what is drawn of it once it has come, and the box around that. */
export interface PlacedPart {
  readonly part: CardPart;
  /** Each line of a text, or the logo. */
  readonly nodes: readonly SceneNode[];
  readonly box: Box;
  /** A line of it, in stage pixels: how far it moves as it comes. */
  readonly linePx: number;
  /** What it is cut off by: credits roll through a window. */
  readonly window?: Box;
}

/** What decides where the parts of a card stand. */
export interface CardRoom {
  /** The parts stand in it one below the other. */
  readonly box: Box;
  readonly across: 'start' | 'middle' | 'end';
  readonly down: 'top' | 'middle' | 'bottom';
  /** The logo stands in a box of its own instead of in the column. */
  readonly logo?: Box;
  /** Parts on a colour of the design’s own: what their words are drawn with. */
  readonly inkOf?: (part: CardPart) => string | null;
  /** Times the usual size of the title. */
  readonly titleTimes?: number;
}

/** What a design draws behind the parts: how far it has come and is gone, both in [0, 1]. */
export interface DecorMoment {
  readonly come: number;
  readonly gone: number;
  /** Seconds from the card's start. */
  readonly timeSec: number;
}

/** What a design is given. */
export interface DesignSetting {
  readonly card: Card;
  readonly widthPx: number;
  readonly heightPx: number;
  /** A hundredth of the shorter side. */
  readonly unit: number;
  /** The stage without its free edges. */
  readonly inner: Box;
  readonly inks: Inks;
  /** Colours of the look, at least one; the first one leads. */
  readonly colours: readonly string[];
  /** The logo's width by its height; null without one. */
  readonly logoAspect: number | null;
}

/** A way to arrange a card. All of it is pure. */
export interface DesignOf {
  /** How parts move that leave it to the design. */
  readonly move: (part: CardPart) => 'none' | 'fade' | 'rise' | 'sink' | 'slide' | 'unveil' | 'letters';
  readonly roomOf: (setting: DesignSetting) => CardRoom;
  /** What is drawn behind the parts, which have their places by then. */
  readonly decorOf: (setting: DesignSetting, parts: readonly PlacedPart[]) => (moment: DecorMoment) => SceneNode[];
}

/** The box around some parts; null for none. */
export function boxAround(parts: readonly PlacedPart[]): Box | null {
  if (parts.length === 0) return null;
  const x = Math.min(...parts.map(({ box }) => box.x));
  const y = Math.min(...parts.map(({ box }) => box.y));
  const right = Math.max(...parts.map(({ box }) => box.x + box.widthPx));
  const bottom = Math.max(...parts.map(({ box }) => box.y + box.heightPx));
  return { x, y, widthPx: right - x, heightPx: bottom - y };
}
