import type { Background } from './background';
import { type Dress, defaultDress } from './dress';

/** What a card is for: it decides which of its words stand out, and what it starts out with. */
export const cardKinds = ['opening', 'closing', 'chapter', 'quote', 'text'] as const;
export type CardKind = (typeof cardKinds)[number];

/** What kinds of cards are called. */
export const cardNames: Readonly<Record<CardKind, string>> = {
  opening: 'Opening card',
  closing: 'Closing card',
  chapter: 'Chapter card',
  quote: 'Quote',
  text: 'Text card',
};

/** The texts of a card. Of `lines` and `credits` each line is one. */
export const cardTexts = ['title', 'tagline', 'lines', 'source', 'address', 'credits'] as const;
export type CardText = (typeof cardTexts)[number];

export const cardParts = ['logo', ...cardTexts] as const;
export type CardPart = (typeof cardParts)[number];

/** Ways to arrange a card; each takes colours, type and background from the look. */
export const cardDesigns = ['calm', 'ledger', 'ribbon', 'halves', 'edges', 'strings', 'disc'] as const;
export type CardDesign = (typeof cardDesigns)[number];

/** How a part of a card comes or goes; `design` leaves it to the design. */
export const partMoves = ['design', 'none', 'fade', 'rise', 'sink', 'slide', 'unveil', 'letters'] as const;
export type PartMove = (typeof partMoves)[number];

/** How a part of a card comes and goes. */
export interface PartMotion {
  readonly come: PartMove;
  readonly go: PartMove;
}

/** A piece of the film without values: words and a logo on a background. */
export interface Card {
  readonly kind: CardKind;
  readonly design: CardDesign;
  /** Seconds of the whole piece. */
  readonly sec: number;
  readonly texts: Readonly<Record<CardText, string>>;
  readonly logo: {
    /** Which of the project’s pictures; `''` for none. */
    readonly pictureId: string;
    /** Its height in hundredths of the stage's shorter side. */
    readonly size: number;
  };
  /** How large all words are, times the usual. */
  readonly size: number;
  /** Credits roll from the foot to the top while the card lasts. */
  readonly roll: boolean;
  readonly motions: Readonly<Record<CardPart, PartMotion>>;
  /** Seconds that each part takes to come. */
  readonly comeSec: number;
  /** Seconds from the start of one part's coming to that of the next one. */
  readonly turnSec: number;
  /** Seconds in which all goes, before a cut or the film's end. */
  readonly goSec: number;
  /** What lies behind it; null for the film's own background. */
  readonly back: Background | null;
  readonly dress: Dress;
}

/** Limits of a card, shared by the schema and the interface. */
export const cardLimits = {
  /** Seconds. */
  sec: [0.1, 600],
  /** Hundredths of the stage's shorter side. */
  logoSize: [2, 90],
  /** Times the usual. */
  size: [0.3, 3],
  /** Seconds. */
  moveSec: [0, 10],
  /** Characters of the longer texts. */
  textLength: 6000,
} as const;

const leftToDesign: PartMotion = { come: 'design', go: 'design' };

/** The design and the seconds that a card of a kind starts out with. */
const starts: Readonly<Record<CardKind, Pick<Card, 'design' | 'sec'>>> = {
  opening: { design: 'strings', sec: 4 },
  closing: { design: 'calm', sec: 5 },
  chapter: { design: 'ribbon', sec: 3 },
  quote: { design: 'ledger', sec: 5 },
  text: { design: 'calm', sec: 5 },
};

/** A card of a kind as it starts out, without a word. */
export function defaultCard(kind: CardKind, dress: Dress = defaultDress): Card {
  return {
    kind,
    ...starts[kind],
    texts: { title: '', tagline: '', lines: '', source: '', address: '', credits: '' },
    logo: { pictureId: '', size: 16 },
    size: 1,
    roll: true,
    motions: {
      logo: leftToDesign,
      title: leftToDesign,
      tagline: leftToDesign,
      lines: leftToDesign,
      source: leftToDesign,
      address: leftToDesign,
      credits: leftToDesign,
    },
    comeSec: 0.7,
    turnSec: 0.2,
    goSec: 0.5,
    back: null,
    dress,
  };
}

/** Has it neither words nor a logo? */
export function isEmptyCard({ texts, logo }: Card): boolean {
  return logo.pictureId === '' && cardTexts.every((part) => texts[part].trim() === '');
}
