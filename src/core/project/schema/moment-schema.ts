import Joi from 'joi';
import { name, share } from './parts';

/** A moment that is kept by its period. */
export const momentSchema = Joi.object({
  periodKey: name('The period at which the beat starts'),
  share: share('How far into the beat'),
});
