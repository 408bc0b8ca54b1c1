import Joi from 'joi';
import { paceLimits } from '../pace/pace';
import { cardDesigns, cardKinds, cardLimits, cardParts, cardTexts, partMoves } from '../project/card';
import { usualNotes } from '../project/data-notes';
import type { KnownFamily } from '../project/family-document';
import { projectLimits } from '../project/limits';
import { backgroundSchema } from '../project/schema/background-schema';
import { extraSchema } from '../project/schema/film-schema';
import { momentSchema } from '../project/schema/moment-schema';
import { either } from '../project/schema/parts';
import { notesSchema } from '../project/schema/sound-schema';
import { soundKinds, soundLimits } from '../project/sound';
import { transitionEases, transitionKinds, transitionSides } from '../project/transition';
import { combines } from '../shaping/combine';
import { fieldsOf } from '../shaping/fields';
import { grains } from '../shaping/steps/step';
import { fieldsSchema } from '../shaping/steps-file';
import { SCRIPT_FORMAT, SCRIPT_VERSION } from './film-script';

const words = (meaning: string, most: number = projectLimits.textLength) =>
  Joi.string().allow('').max(most).description(meaning);
const file = (meaning: string) => Joi.string().min(1).max(1000).description(meaning);
const within = ([low, high]: readonly [number, number], meaning: string) =>
  Joi.number().min(low).max(high).description(meaning);
const one = (all: readonly string[], meaning: string) => Joi.valid(...all).description(meaning);
const settings = (meaning: string) => Joi.object().pattern(Joi.string(), Joi.any()).description(meaning);

/** How a table is read and prepared. Steps are checked one by one when they are taken. */
const tableKeys: Joi.SchemaMap = {
  sheet: words('The sheet of a workbook'),
  encoding: words('How letters are written'),
  delimiter: words('What stands between cells'),
  headerRow: Joi.number().integer().min(0).description('The line that holds the names, from 1; 0 for none'),
  period: words('The column of the periods'),
  category: words('The column of the categories'),
  value: words('The column of the values'),
  second: words('A second value'),
  third: words('A third value'),
  fields: fieldsSchema
    .fork(Object.keys(fieldsOf({ shape: 'long' })), (field) => field.optional())
    .fork(['shape'], (field) => field.required())
    .description('All that says what is what, in place of what would be guessed'),
  where: Joi.alternatives(
    Joi.string(),
    Joi.array().items(Joi.string()),
    Joi.object().pattern(Joi.string(), Joi.string().allow('')),
  ).description('Keeps only these rows: “COLUMN=VALUE”, several of them, or values by columns'),
  combine: one(combines, 'How repeated rows become one'),
  every: one(grains, 'Coarser periods'),
  steps: Joi.alternatives(file('A file of steps'), Joi.array().items(Joi.object().unknown())).description(
    'Steps in place of those that the table gets by itself, or a file of steps',
  ),
  added: Joi.array()
    .items(
      Joi.object({
        file: file('The file').required(),
        sheet: words('The sheet of a workbook'),
        keys: Joi.array().items(Joi.string()).description('Columns by which rows are the same'),
        measure: words('What its values are called, where they stand beside the others'),
      }),
    )
    .description('Further files'),
  typed: Joi.boolean().description('A grid that is typed by hand'),
};

const into = Joi.object({
  how: one(transitionKinds, 'How it takes the place of the piece ahead').required(),
  seconds: within(projectLimits.transitionSec, 'How long that takes'),
  ease: one(transitionEases, 'How it goes from its start to its end'),
  side: one(transitionSides, 'Where to the picture moves'),
}).description('The way into it from the piece ahead; a cut without it');

const moment = Joi.alternatives(Joi.number().min(0), momentSchema);

const pieceKeys: Joi.SchemaMap = {
  name: words('What the piece is called'),
  on: Joi.boolean().description('Plays'),
  look: file('A look of its own: one that ships, or the file of one'),
  ownLook: Joi.boolean().description('A look for all pieces leaves it as it is'),
  set: settings('Any values by their paths, as “tempo controls” lists them'),
  into,
  onBeat: within(projectLimits.beatsAPeriod, 'Goes by the beat of the film: so many beats a period'),
  notes: Joi.alternatives(
    Joi.boolean(),
    notesSchema.fork(Object.keys(usualNotes), (key) => key.optional()),
  ).description('Plays the data as notes'),
  captions: Joi.array()
    .items(
      Joi.object({
        text: words('Its words', projectLimits.captionLength).required(),
        from: moment.required().description('When it comes: seconds of the piece, or a moment of a period'),
        to: moment.required().description('When it goes'),
      }),
    )
    .description('Texts over spans of the piece'),
  extras: Joi.array().items(extraSchema).description('Things placed freely, as a project has them'),
};

function chartPiece(families: readonly KnownFamily[], aliases: readonly string[]): Joi.ObjectSchema {
  const table = Joi.object({
    file: file('The file').required(),
    name: words('What the work calls it'),
    ...tableKeys,
  });
  return Joi.object({
    table: either(Joi.object().unknown(), table, file('The file of the table'))
      .required()
      .description('The file of the table, or all that says how it is read'),
    ...tableKeys,
    chart: one([...families.map(({ id }) => id), ...aliases], 'The family of charts, or one of its other names'),
    built: Joi.string().min(1).max(100).description('One moment that is built: a period by its key, or “last”'),
    title: words('The title'),
    subtitle: words('The subtitle'),
    source: words('Where the figures come from'),
    seconds: within(paceLimits.lengthSec, 'The whole length of the piece'),
    group: Joi.alternatives(
      Joi.string(),
      Joi.object({ column: Joi.string().required(), value: Joi.string().allow('') }),
    ).description('The values of one group of a column; its first one where only the column is named'),
    panes: Joi.string().description('Shows the groups of a column side by side'),
    ...pieceKeys,
  });
}

const lines = (meaning: string) =>
  Joi.alternatives(words(meaning, cardLimits.textLength), Joi.array().items(words(meaning, cardLimits.textLength)));

const cardPiece = Joi.object({
  card: one(cardKinds, 'What the card is for').required(),
  design: one(cardDesigns, 'How it is arranged'),
  title: words('Its largest words', cardLimits.textLength),
  tagline: words('What stands below the title', cardLimits.textLength),
  lines: lines('Further words, each line one'),
  source: words('Where the figures come from', cardLimits.textLength),
  address: words('Where more is to be found', cardLimits.textLength),
  credits: lines('Who made it, each line one'),
  logo: file('A picture of the script by its id, or a file'),
  logoSize: within(cardLimits.logoSize, 'Height of the logo, % of the shorter side'),
  size: within(cardLimits.size, 'Size of all words, times the usual'),
  roll: Joi.boolean().description('Credits roll'),
  seconds: within(cardLimits.sec, 'The whole length of the card'),
  comes: within(cardLimits.moveSec, 'Seconds that each part takes to come'),
  turn: within(cardLimits.moveSec, 'Seconds from the coming of one part to that of the next'),
  goes: within(cardLimits.moveSec, 'Seconds in which all goes, before a cut or the end'),
  motions: Joi.object(
    Object.fromEntries(
      cardParts.map((part) => [
        part,
        Joi.object({ come: one(partMoves, `How the ${part} comes`), go: one(partMoves, `How the ${part} goes`) }),
      ]),
    ),
  ).description('How single parts come and go'),
  back: backgroundSchema.optional().allow(null).description('What lies behind it; null for the film’s background'),
  ...pieceKeys,
});

/** Texts of a card, one of which, or a logo, it needs. */
export const cardWords: readonly string[] = [...cardTexts, 'logo'];

const { atSec, fadeSec, gainDb, stepBackDb, bpm, perBar } = soundLimits;

const sound = Joi.object({
  file: file('WAV, MP3, Ogg, FLAC or M4A').required(),
  kind: one(soundKinds, 'What it is for; music steps back while a voice speaks'),
  name: words('What it is called'),
  on: Joi.boolean().description('Is heard'),
  at: within(atSec, 'Where in the film it begins, in seconds'),
  from: within(atSec, 'Where in the file it begins'),
  to: within(atSec, 'Where in the file it ends'),
  until: within(atSec, 'Where in the film it ends at the latest'),
  gain: within(gainDb, 'Loudness against the file’s own, in dB'),
  fadeIn: within(fadeSec, 'How long it takes to come'),
  fadeOut: within(fadeSec, 'How long it takes to go'),
  loop: Joi.boolean().description('Over and over'),
});

/** A film script, as it stands in its file. */
export function scriptSchema(families: readonly KnownFamily[], aliases: readonly string[]): Joi.ObjectSchema {
  const { framesPerSec } = paceLimits;
  return Joi.object({
    format: Joi.valid(SCRIPT_FORMAT).required().description('Says that it is a film script'),
    version: Joi.valid(SCRIPT_VERSION).required().description('Version of the format'),
    name: words('What the film is called'),
    size: Joi.string()
      .pattern(/^\d{2,4}x\d{2,4}$/, 'two numbers such as 1920x1080')
      .description('Pixels of the picture: 1920x1080'),
    fps: within(framesPerSec, 'Frames a second'),
    look: file('A look that ships, or the file of one'),
    background: backgroundSchema.optional().description('What lies behind everything, in place of the look’s'),
    set: settings('Values of the film by their paths: “stage.margins.top”'),
    pictures: Joi.array()
      .items(Joi.object({ id: Joi.string().min(1).max(100).required(), file: file('PNG, JPEG or WebP').required() }))
      .description('Pictures that the film uses'),
    fonts: Joi.array()
      .items(Joi.object({ family: Joi.string().min(1).max(100).required(), file: file('The font').required() }))
      .description('Fonts of your own'),
    overlays: Joi.array().items(extraSchema).description('Things that lie over the whole film, as a project has them'),
    sounds: Joi.array().items(sound).description('What is heard'),
    mix: Joi.object({
      gain: within(gainDb, 'Loudness of the whole, in dB'),
      stepBack: within(stepBackDb, 'How far music steps back under a voice, in dB'),
    }).description('How all sounds come together'),
    beat: Joi.object({
      bpm: within(bpm, 'Beats a minute').required(),
      first: within(atSec, 'Where in the film a first beat of a bar falls, in seconds'),
      perBar: within(perBar, 'Beats a bar').integer(),
    }).description('The beat that pieces may go by'),
    pieces: Joi.array()
      .items(either(Joi.object({ card: Joi.exist() }).unknown(), cardPiece, chartPiece(families, aliases)))
      .min(1)
      .required()
      .description('In the order in which they play'),
  });
}
