import {
  type CardPart,
  type CardText,
  cardKinds,
  cardLimits,
  cardNames,
  cardParts,
  type PartMove,
  partMoves,
} from '../card';
import { type ControlSpec, choices } from '../control-spec';

/** What the parts of a card are called. */
export const cardPartNames: Readonly<Record<CardPart, string>> = {
  logo: 'Logo',
  title: 'Title',
  tagline: 'Tagline',
  lines: 'Lines',
  source: 'Source',
  address: 'Address',
  credits: 'Credits',
};

const moveNames: Readonly<Record<PartMove, string>> = {
  design: 'As the design does',
  none: 'Without moving',
  fade: 'Fading',
  rise: 'Rising',
  sink: 'Sinking',
  slide: 'Sliding',
  unveil: 'Unveiled',
  letters: 'Letter by letter',
};

const placeholders: Readonly<Record<CardText, string>> = {
  title: 'The largest words',
  tagline: 'What stands below them',
  lines: 'Each line is one',
  source: 'Where the figures come from',
  address: 'Where more is to be found',
  credits: 'Who made it, a line each',
};

const linesOf: Partial<Record<CardText, number>> = { title: 2, lines: 3, credits: 4 };

const textControl = (part: CardText): ControlSpec => ({
  id: `card-${part}`,
  path: `texts.${part}`,
  step: 'dress',
  label: `${cardPartNames[part]} of the card`,
  words: 'card text words opening closing',
  input: {
    kind: 'text',
    maxLength: cardLimits.textLength,
    placeholder: placeholders[part],
    ...(linesOf[part] === undefined ? {} : { lines: linesOf[part] }),
  },
});

/** What a card says first, and what few cards need. */
export const cardWordControls: readonly ControlSpec[] = [
  textControl('title'),
  textControl('tagline'),
  textControl('lines'),
];
export const cardFurtherWords: readonly ControlSpec[] = [
  textControl('source'),
  textControl('address'),
  textControl('credits'),
  {
    id: 'card-roll',
    path: 'roll',
    step: 'dress',
    label: 'Credits roll',
    words: 'scroll move up end titles',
    input: { kind: 'switch' },
  },
];

/** What kind of card it is, and how large its words are. */
export const cardKindControl: ControlSpec = {
  id: 'card-kind',
  path: 'kind',
  step: 'dress',
  label: 'This card is',
  words: 'opening closing chapter quote title end',
  input: { kind: 'select', choices: cardKinds.map((value) => ({ value, label: cardNames[value] })) },
};

export const cardSizeControl: ControlSpec = {
  id: 'card-size',
  path: 'size',
  step: 'dress',
  label: 'Size of all words',
  words: 'larger smaller type',
  input: { kind: 'number', range: cardLimits.size, step: 0.05, unit: 'times', decimals: 2 },
};

export const cardLogoSizeControl: ControlSpec = {
  id: 'card-logo-size',
  path: 'logo.size',
  step: 'dress',
  label: 'Height of the logo',
  words: 'size emblem mark',
  input: { kind: 'number', range: cardLimits.logoSize, step: 1, unit: '%', decimals: 0 },
};

const moveSec = { kind: 'number', range: cardLimits.moveSec, step: 0.05, unit: 's', decimals: 2 } as const;

/** How long a card lasts, and how it comes and goes. */
export const cardLengthControl: ControlSpec = {
  id: 'card-sec',
  path: 'sec',
  step: 'pace',
  label: 'The card lasts',
  words: 'length duration seconds',
  input: { kind: 'number', range: cardLimits.sec, step: 0.1, unit: 's', decimals: 2 },
};

export const cardMoveControls: readonly ControlSpec[] = [
  {
    id: 'card-come-sec',
    path: 'comeSec',
    step: 'pace',
    label: 'Each part comes within',
    words: 'entrance seconds speed',
    input: moveSec,
  },
  {
    id: 'card-turn-sec',
    path: 'turnSec',
    step: 'pace',
    label: 'From one part to the next',
    words: 'stagger delay one after another',
    input: moveSec,
  },
  {
    id: 'card-go-sec',
    path: 'goSec',
    step: 'pace',
    label: 'All of it goes within',
    words: 'exit leave seconds',
    hint: 'Before a cut and at the film’s end. Where the next piece takes its place in some time, the card stays for it.',
    input: moveSec,
  },
];

const moveControl = (part: CardPart, end: 'come' | 'go'): ControlSpec => ({
  id: `card-${part}-${end}`,
  path: `motions.${part}.${end}`,
  step: 'pace',
  label: `${cardPartNames[part]} ${end === 'come' ? 'comes' : 'goes'}`,
  words: 'entrance exit motion card',
  input: {
    kind: 'select',
    choices: choices(
      partMoves.filter((move) => part !== 'logo' || move !== 'letters').map((move) => [move, moveNames[move]]),
    ),
  },
});

/** How each part comes and goes. */
export const cardPartControls: readonly ControlSpec[] = cardParts.flatMap((part) => [
  moveControl(part, 'come'),
  moveControl(part, 'go'),
]);

/** All controls of a card, with paths in it. */
export const cardControls: readonly ControlSpec[] = [
  cardKindControl,
  ...cardWordControls,
  ...cardFurtherWords,
  cardSizeControl,
  cardLogoSizeControl,
  cardLengthControl,
  ...cardMoveControls,
  ...cardPartControls,
];
