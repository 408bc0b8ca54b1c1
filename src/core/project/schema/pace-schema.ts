import Joi from 'joi';
import { buildKinds, buildOrders, closingKinds, eases, paceLimits, sharings, wordBuilds } from '../../pace/pace';
import { number, oneOf, share, whole } from './parts';

const build = (what: string, kinds: readonly string[]) =>
  Joi.object({
    how: oneOf(kinds, `How marks ${what}`),
    sec: number(paceLimits.buildSec, 'sec', 'How long that takes'),
    stagger: share('0 moves all marks together, 1 one after another'),
    order: oneOf(buildOrders, 'In which order, where they do not move together'),
    seed: whole([0, 1_000_000], '', 'Makes a random order come out the same each time'),
    words: oneOf(wordBuilds, `How texts and axis ${what}`),
  }).required();

/** How a chart moves. */
export const paceSchema = Joi.object({
  length: Joi.object({
    by: oneOf(['whole', 'period'], 'What the seconds are of: the whole chart, or each period'),
    sec: number(
      [paceLimits.periodSec[0], paceLimits.lengthSec[1]],
      'sec',
      'Seconds of the whole chart, or of a period',
    ),
  }).required(),
  holdStartSec: number(paceLimits.holdSec, 'sec', 'Stillness before the first period moves on'),
  holdEndSec: number(paceLimits.holdSec, 'sec', 'Stillness after the last period is reached'),
  swapSec: number(paceLimits.swapSec, 'sec', 'How long a change of places takes'),
  restShare: number([0, 0.9], 'share', 'Share of each step spent at rest after the travel'),
  ease: oneOf(eases, 'How a step moves from one period to the next'),
  sharing: oneOf(sharings, 'Whether steps last the same or as long as the calendar says'),
  beats: Joi.array()
    .items(
      Joi.object({
        periodKey: Joi.string().required().description('The period at which the beat starts'),
        weight: number(paceLimits.weight, 'times', 'Times the usual length'),
      }),
    )
    .required()
    .description('Beats that are slower or quicker than the others'),
  slowAtSwaps: number(paceLimits.slowAtSwaps, 'times', 'How much slower the beats with the most changes of place are'),
  opening: build('come on stage', buildKinds),
  closing: build('leave the stage', closingKinds),
});
