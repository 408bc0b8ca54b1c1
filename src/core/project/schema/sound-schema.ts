import Joi from 'joi';
import { noteLimits, noteScaleNames } from '../data-notes';
import { soundKinds, soundLimits } from '../sound';
import { flag, id, name, number, oneOf, text, whole } from './parts';

const { atSec, fileSec, fadeSec, gainDb, stepBackDb, bpm, perBar } = soundLimits;

/** A sound under the film. */
export const soundSchema = Joi.object({
  id: id('Names the sound within the film'),
  kind: oneOf(soundKinds, 'What it is for; music steps back while a voice speaks'),
  name: text('What the person calls it'),
  fileName: name('Name of the file'),
  assetId: id('The asset that holds the bytes'),
  fileSec: number(fileSec, 'sec', 'Length of the file'),
  on: flag('Is heard; one that is off stays in the project'),
  startSec: number(atSec, 'sec', 'Where in the film it begins'),
  fromSec: number(atSec, 'sec', 'Where in the file it begins'),
  toSec: number(atSec, 'sec', 'Where in the file it ends; null for its end').allow(null),
  loop: flag('Over and over'),
  untilSec: number(
    atSec,
    'sec',
    'Where in the film it ends at the latest; null for the end of its part or, looped, of the film',
  ).allow(null),
  gainDb: number(gainDb, 'dB', 'Loudness against the file’s own'),
  fadeInSec: number(fadeSec, 'sec', 'How long it takes to come'),
  fadeOutSec: number(fadeSec, 'sec', 'How long it takes to go'),
});

/** How a piece plays its data. */
export const notesSchema = Joi.object({
  scale: oneOf(noteScaleNames, 'Which notes are played'),
  lowest: whole(noteLimits.lowest, '', 'The lowest note, by its MIDI number'),
  gainDb: number(noteLimits.gainDb, 'dB', 'Loudness of each note'),
  leads: flag('Changes of lead are played'),
  entries: flag('Names that come are played'),
  records: flag('Records are played'),
});

/** How all sounds come together. */
export const mixSchema = Joi.object({
  gainDb: number(gainDb, 'dB', 'Loudness of the whole'),
  stepBackDb: number(stepBackDb, 'dB', 'How far music steps back under a voice'),
}).required();

/** The beat of the film, or null. */
export const beatSchema = Joi.object({
  bpm: number(bpm, '', 'Beats a minute'),
  firstSec: number(atSec, 'sec', 'Where in the film a first beat of a bar falls'),
  perBar: whole(perBar, '', 'Beats a bar'),
})
  .allow(null)
  .required()
  .description('The beat that pieces may go by; null for none');
