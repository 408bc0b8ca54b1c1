import { createFilmClock, type FilmClock } from '../pace/film-clock';
import { noBuild } from '../pace/pace';
import { type Card, cardTexts } from '../project/card';
import { defaultPace } from '../project/defaults';
import type { Period } from '../shaping/cube';

/** The one beat of a card: moments of its captions and extras are kept by this key. */
export const CARD_PERIOD: Period = { key: 'card', instantMs: null, spacing: 0 };

/** A card's course in time: one beat as long as the card. Coming and going are what its ends are. */
export function cardClock({ sec, goSec }: Card, framesPerSec: number): FilmClock {
  const pace = { ...defaultPace, length: { by: 'whole', sec } as const, opening: noBuild, closing: noBuild };
  const clock = createFilmClock([CARD_PERIOD], pace, framesPerSec);
  return { ...clock, closingSec: Math.min(goSec, sec) };
}

/** When all parts of a card have come, in seconds from its start: before it begins to go, however short it is. */
export function wholeSec({ sec, goSec, comeSec, turnSec, texts, logo }: Card): number {
  const count = cardTexts.filter((part) => texts[part].trim() !== '').length + (logo.pictureId === '' ? 0 : 1);
  const come = Math.min(sec - goSec - MARGIN_SEC, comeSec + turnSec * count);
  return come > 0 ? come : sec / 2;
}

/** A whole is looked at a little before it begins to go. */
const MARGIN_SEC = 0.001;
