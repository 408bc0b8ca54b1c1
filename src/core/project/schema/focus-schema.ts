import Joi from 'joi';
import { focusLimits } from '../focus';
import { projectLimits } from '../limits';
import { momentSchema } from './moment-schema';
import { dataNumber, flag, id, name, number, text } from './parts';

const range = (axis: string) =>
  Joi.object({ min: dataNumber('Lower end'), max: dataNumber('Upper end') })
    .custom((value, helpers) => (value.min < value.max ? value : helpers.error('any.invalid')))
    .allow(null)
    .required()
    .description(`What ${axis} closes in on; null where it stays`);

/** What the film looks at. */
export const focusesSchema = Joi.array()
  .items(
    Joi.object({
      id: id('Names the focus within the chart'),
      from: momentSchema.required().description('When it comes'),
      to: momentSchema.required().description('When it goes'),
      easeSec: number(focusLimits.easeSec, 'sec', 'How long it takes to come, and to go'),
      names: Joi.array().items(Joi.string()).max(focusLimits.names).required().description('Categories that it is on'),
      othersBack: flag('The others step back'),
      ring: flag('A ring around each of its marks'),
      enlarge: flag('Larger labels of its marks'),
      note: text('Words with a line to the first of its marks; they may hold tokens', projectLimits.captionLength),
      range: range('the value axis'),
      upRange: range('the upright axis of a chart with two'),
      periods: Joi.object({ from: name('Key of the first period'), to: name('Key of the last period') })
        .allow(null)
        .required()
        .description('What the time in view closes in on; null where it stays'),
    }),
  )
  .max(focusLimits.focuses)
  .unique('id')
  .required()
  .description('What the film looks at, over spans of its own');
