import { type Card, cardTexts, defaultCard, type PartMotion } from '../project/card';
import type { Dress } from '../project/dress';
import { cardSchema } from '../project/schema/card-schema';
import type { Issue } from '../table/issue';
import type { ScriptCardPiece } from './film-script';
import { withValues } from './set-values';

/** A text of several lines, which a list may hold. */
const linesOf = (text: string | readonly string[] | undefined) =>
  typeof text === 'string' ? text : (text?.join('\n') ?? '');

/**
 * The card of a piece.
 *
 * @param logoId The picture of its logo; `''` for none.
 * @param path Where the piece stands: `pieces.2`.
 */
export function cardOfScript(
  piece: ScriptCardPiece,
  dress: Dress,
  logoId: string,
  path: string,
): { readonly card: Card; readonly faults: readonly Issue[] } {
  const base = defaultCard(piece.card, dress);
  const motions = Object.fromEntries(
    Object.entries(base.motions).map(([part, motion]): [string, PartMotion] => {
      const own = piece.motions?.[part as keyof Card['motions']];
      return [part, { ...motion, ...own }];
    }),
  ) as Card['motions'];
  const texts = Object.fromEntries(cardTexts.map((part) => [part, linesOf(piece[part])])) as Card['texts'];
  const card: Card = {
    ...base,
    design: piece.design ?? base.design,
    sec: piece.seconds ?? base.sec,
    texts,
    logo: { pictureId: logoId, size: piece.logoSize ?? base.logo.size },
    size: piece.size ?? base.size,
    roll: piece.roll ?? base.roll,
    motions,
    comeSec: piece.comes ?? base.comeSec,
    turnSec: piece.turn ?? base.turnSec,
    goSec: piece.goes ?? base.goSec,
    back: piece.back ?? null,
  };
  const { value, faults } = withValues({
    of: card,
    settings: piece.set ?? {},
    schema: cardSchema,
    path: `${path}.set`,
    fixed: ['kind'],
  });
  return { card: value, faults };
}
