import type { ChartReadout } from '../families/family';
import { type Card, cardNames, cardTexts } from '../project/card';
import { plainLine } from '../scene/text-fit';

/** Characters of a text alternative at the most. */
const MOST = 2000;

/** A card in words: what panel, pointing and the text alternatives say of it. */
export function cardReadout(card: Card): ChartReadout {
  const heading = cardNames[card.kind];
  const words = cardTexts.map((part) => plainLine(card.texts[part].slice(0, MOST))).filter((text) => text !== '');
  const said = words.length > 0 ? words.join('. ').replace(/([.!?…])\./g, '$1') : 'without words';
  return { period: 0, periodLabel: '', heading, rows: [], sentence: `${heading}: ${said}`.slice(0, MOST) };
}
