import { createFilmClock, type FilmClock } from '../pace/film-clock';
import { noBuild } from '../pace/pace';
import type { Card } from '../project/card';
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
