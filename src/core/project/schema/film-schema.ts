import Joi from 'joi';
import { paceLimits } from '../../pace/pace';
import { corners, extraKinds } from '../film-parts';
import { projectLimits } from '../limits';
import { transitionEases, transitionKinds, transitionSides } from '../transition';
import { backgroundSchema } from './background-schema';
import { cardSchema } from './card-schema';
import { momentSchema } from './moment-schema';
import { byKind, colour, family, flag, id, name, number, oneOf, share, text, whole } from './parts';
import { beatSchema, mixSchema, notesSchema, soundSchema } from './sound-schema';

const offset = (direction: string) =>
  number(projectLimits.extraOffset, '% of the shorter side', `Distance ${direction}`);

/** A thing placed freely. */
export const extraSchema = Joi.object({
  id: id('Names the extra within the film'),
  kind: oneOf(extraKinds, 'What it is'),
  name: text('What the person calls it'),
  anchor: byKind({
    stage: [
      'Stands on the stage',
      {
        corner: oneOf(corners, 'From where its place is counted'),
        dx: offset('inwards, or to the right of the centre'),
        dy: offset('inwards, or down from the centre'),
      },
    ],
    mark: [
      'Travels with a category’s mark',
      { category: name('Whose mark'), dx: offset('to the right'), dy: offset('down') },
    ],
  }).required(),
  width: number(projectLimits.extraSize, '% of the shorter side', 'Width'),
  height: number(projectLimits.extraSize, '% of the shorter side', 'Height'),
  opacity: share('How opaque it is'),
  colour: colour('Its colour'),
  stroke: number(projectLimits.extraStroke, '% of the shorter side', 'Width of lines; 0 fills a box'),
  pictureId: name('Which of the project’s pictures'),
  text: text('Its words; they may hold tokens'),
  fontFamily: family('Family of its type'),
  fontWeight: whole(projectLimits.fontWeight, '', 'Weight of its type'),
  behind: flag('Lies behind the chart'),
  from: momentSchema.allow(null).required().description('When it comes; null is there from the start'),
  to: momentSchema.allow(null).required().description('When it goes; null stays to the end'),
  fadeSec: number(projectLimits.fadeSec, 'sec', 'How long it takes to come and go'),
});

const caption = Joi.object({
  id: id('Names the caption within the film'),
  text: text('Its words; they may hold tokens', projectLimits.captionLength),
  from: momentSchema.required().description('When it comes'),
  to: momentSchema.required().description('When it goes'),
});

const piece = Joi.object({
  id: id('Names the piece within the film'),
  name: text('What the person calls it; empty for the title of its chart or card'),
  on: flag('Plays; one that is off stays in the project'),
  content: byKind({
    chart: ['Shows a chart', { chartId: id('Which of the project’s charts') }],
    card: ['Shows words and a logo', { card: cardSchema }],
  }).required(),
  ownLook: flag('A look for all pieces leaves this one as it is'),
  into: Joi.object({
    how: oneOf(transitionKinds, 'How it takes the place of the piece ahead'),
    sec: number(projectLimits.transitionSec, 'sec', 'How long that takes'),
    ease: oneOf(transitionEases, 'How it goes from its start to its end'),
    side: oneOf(transitionSides, 'Where to the picture moves'),
  })
    .required()
    .description('The way into it from the piece that plays ahead'),
  onBeat: number(
    projectLimits.beatsAPeriod,
    'times',
    'Goes by the film’s beat: so many beats a period; null keeps seconds of its own',
  ).allow(null),
  notes: notesSchema.allow(null).required().description('Plays its data as notes; null is silent'),
  extras: Joi.array().items(extraSchema).required().description('Things placed freely, in the order of drawing'),
  captions: Joi.array().items(caption).required().description('Texts over spans of the piece'),
});

/** What lies over the whole film neither comes nor goes. */
const stays = (end: string) => Joi.valid(null).required().description(`Always null: there from start to end (${end})`);

const edge = (side: string) => number(projectLimits.margin, '% of the shorter side', `Free edge at the ${side}`);

/** What the charts are shown in. */
export const filmSchema = Joi.object({
  stage: Joi.object({
    widthPx: whole(projectLimits.stagePx, 'px', 'Width of the picture'),
    heightPx: whole(projectLimits.stagePx, 'px', 'Height of the picture'),
    background: backgroundSchema,
    margins: Joi.object({
      top: edge('top'),
      right: edge('right'),
      bottom: edge('bottom'),
      left: edge('left'),
    }).required(),
    box: Joi.object({
      x: share('From the left'),
      y: share('From the top'),
      width: number([0.05, 1], 'share', 'Width'),
      height: number([0.05, 1], 'share', 'Height'),
    })
      .allow(null)
      .required()
      .description('The chart’s box in shares of the stage; null for all the room that the texts leave'),
  }).required(),
  framesPerSec: number(paceLimits.framesPerSec, '1/sec', 'Frames a second'),
  pieces: Joi.array().items(piece).min(1).required().description('In the order in which they play'),
  overlays: Joi.array()
    .items(extraSchema.keys({ from: stays('start'), to: stays('end') }))
    .required()
    .description('Things that lie over the whole film, in the order of drawing'),
  sounds: Joi.array().items(soundSchema).required().description('What is heard'),
  mix: mixSchema,
  beat: beatSchema,
}).required();
