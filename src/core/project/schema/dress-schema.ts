import Joi from 'joi';
import { shownPoints } from '../dress';
import { projectLimits } from '../limits';
import { corners, counterParts, labelParts, textParts } from '../text-style';
import { colour, colourOrNull, family, flag, number, oneOf, record, share, whole } from './parts';

const textStyle = (what: string, range: readonly [number, number], unit: '% of the shorter side' | 'times') =>
  Joi.object({
    family: family(`Family of ${what}`),
    weight: whole(projectLimits.fontWeight, '', `Weight of ${what}; a family that lacks it takes its nearest`),
    italic: flag(`Slants ${what}`),
    size: number(range, unit, `Size of ${what}`),
    capitals: flag(`Writes ${what} in capitals`),
    spacing: number(projectLimits.spacing, 'parts', `Room after each character of ${what}, in parts of its size`),
    colour: colourOrNull(`Colour of ${what}; null takes the ink that reads best`),
    align: oneOf(['start', 'middle', 'end'], `Where ${what} stands in its column`),
    shadow: share(`How dark the shadow of ${what} is`),
  }).required();

const bars = Joi.object({
  direction: oneOf(['lying', 'standing'], 'Bars grow to the right, or upwards'),
  thickness: number([0.2, 1], 'share', 'Share of its place that a bar fills'),
  corners: share('Roundness of the corners: share of half the thickness'),
  gradient: share('How far the colour runs out towards the foot'),
  outline: number([0, 2], '% of the shorter side', 'Width of the outline; 0 for none'),
  outlineColour: colourOrNull('Colour of the outline; null takes the strong ink'),
  shadow: share('How dark the shadow is'),
  depth: share('How far bars stand out of the plane; 0 is flat'),
  depthAngle: number([-180, 180], 'degrees', 'Where their backs lie, from the right, anticlockwise'),
  light: share('How much lighter and darker the faces are'),
  names: oneOf(['beside', 'inside', 'hidden'], 'Where names stand'),
  values: oneOf(['outside', 'inside', 'hidden'], 'Where values stand'),
  ranks: flag('Numbers the places'),
  longNames: oneOf(['cut', 'wrap', 'shrink'], 'What happens to a name that is too long for its room'),
}).required();

const lines = Joi.object({
  width: number([0.05, 4], '% of the shorter side', 'Width of lines'),
  points: oneOf(shownPoints, 'Which points of a line are drawn'),
  pointSize: number([1, 6], 'times', 'Width of points, in widths of the line'),
  fill: share('How strongly the area under a line is filled'),
}).required();

/** A dress, as it stands in projects and in files of looks. */
export const dressSchema = Joi.object({
  texts: record(textParts, (part) => textStyle(`the ${part}`, projectLimits.textSize, '% of the shorter side')),
  labels: record(labelParts, (part) => textStyle(`${part} labels`, projectLimits.labelSize, 'times')),
  counters: record(counterParts, (part) =>
    Joi.object({
      shown: flag(`Shows the ${part}`),
      at: oneOf(corners, `Where the ${part} stands`),
    }).required(),
  ),
  rollingStamp: flag('Digits of the period stamp roll over instead of changing at once'),
  bars,
  lines,
  colour: Joi.object({
    by: oneOf(['category', 'group', 'value', 'sign', 'one'], 'What decides a colour'),
    palette: Joi.string().required().description('The palette that categories or groups take their colours from'),
    ramp: Joi.array()
      .ordered(colour('Colour of the least value'), colour('Colour of the greatest value'))
      .length(2)
      .required()
      .description('From the least to the greatest value, where colour tells the value'),
    one: colour('The colour of all, where all have one'),
    highlight: colour('The colour of those that stand out'),
  }).required(),
  pictures: Joi.object({
    shown: flag('Shows pictures'),
    at: oneOf(['beside', 'end', 'inside'], 'Where pictures stand'),
    shape: oneOf(['round', 'square', 'plain'], 'How pictures are cut'),
    size: number([0.4, 1], 'times', 'Size in times the thickness'),
    flags: flag('Flags for categories that are countries'),
    monograms: flag('Letters in a disc where there is no picture'),
  }).required(),
  axis: Joi.object({
    ticks: flag('Numbers on the axis'),
    side: oneOf(['start', 'end', 'both'], 'Above or left, below or right, or on both sides'),
    gridWidth: number([0, 2], '% of the shorter side', 'Width of grid lines; 0 for none'),
    gridColour: colourOrNull('Colour of grid lines; null follows the background'),
    parts: Joi.number()
      .integer()
      .min(1)
      .max(20)
      .allow(null)
      .required()
      .description('About how many parts the axis has; null for as many as have room'),
    zeroLine: flag('A line at zero'),
  }).required(),
  legend: Joi.object({
    shown: oneOf(['auto', 'always', 'never'], 'When the legend is shown; auto is where it helps'),
    at: oneOf(['top', 'bottom'], 'Above or below the chart'),
    order: oneOf(['table', 'name'], 'In which order'),
  }).required(),
  captions: Joi.object({
    at: oneOf(['top', 'bottom'], 'Where captions stand'),
    panel: flag('A panel behind captions'),
  }).required(),
});
