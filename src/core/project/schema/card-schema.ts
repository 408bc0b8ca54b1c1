import { cardDesigns, cardKinds, cardLimits, cardParts, cardTexts, partMoves } from '../card';
import { backgroundSchema } from './background-schema';
import { dressSchema } from './dress-schema';
import { flag, Joi, name, number, oneOf, record, text } from './parts';

const meanings = {
  title: 'Its largest words',
  tagline: 'What stands below the title; of a quote who said it',
  lines: 'Further words, each line one',
  source: 'Where the figures come from',
  address: 'Where more is to be found',
  credits: 'Who made it, each line one',
} as const;

/** A card, as it stands in projects. */
export const cardSchema = Joi.object({
  kind: oneOf(cardKinds, 'What the card is for'),
  design: oneOf(cardDesigns, 'How it is arranged'),
  sec: number(cardLimits.sec, 'sec', 'Length of the card'),
  texts: record(cardTexts, (part) => text(meanings[part], cardLimits.textLength)),
  logo: Joi.object({
    pictureId: name('Which of the project’s pictures; empty for none'),
    size: number(cardLimits.logoSize, '% of the shorter side', 'Height of the logo'),
  }).required(),
  size: number(cardLimits.size, 'times', 'Size of all words'),
  roll: flag('Credits roll from the foot to the top'),
  motions: record(cardParts, (part) =>
    Joi.object({
      come: oneOf(partMoves, `How the ${part} comes`),
      go: oneOf(partMoves, `How the ${part} goes`),
    }).required(),
  ),
  comeSec: number(cardLimits.moveSec, 'sec', 'How long each part takes to come'),
  turnSec: number(cardLimits.moveSec, 'sec', 'From the coming of one part to that of the next'),
  goSec: number(cardLimits.moveSec, 'sec', 'In how long all goes, before a cut or the end'),
  back: backgroundSchema.allow(null).description('What lies behind it; null for the film’s own background'),
  dress: dressSchema.required(),
}).required();
