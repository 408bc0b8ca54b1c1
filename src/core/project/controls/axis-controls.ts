import { aboveOrBelow, type ControlSpec, choices } from '../control-spec';
import { projectLimits } from '../limits';

const step = 'dress' as const;
const { textLength } = projectLimits;

/** Words and look of the axis, of its lines, and of the legend. */
export const axisControls: readonly ControlSpec[] = [
  {
    id: 'axis-name',
    path: 'axis.name',
    step,
    label: 'Name of the axis',
    words: 'label unit',
    input: { kind: 'text', maxLength: textLength, placeholder: 'What the axis counts' },
  },
  {
    id: 'axis-ticks',
    path: 'dress.axis.ticks',
    step,
    label: 'Numbers on the axis',
    words: 'ticks labels',
    input: { kind: 'switch' },
  },
  {
    id: 'axis-side',
    path: 'dress.axis.side',
    step,
    label: 'Axis stands',
    words: 'side top bottom',
    input: {
      kind: 'pick',
      choices: choices([
        ['start', 'Top or left'],
        ['end', 'Bottom or right'],
        ['both', 'Both'],
      ]),
    },
  },
  {
    id: 'grid-width',
    path: 'dress.axis.gridWidth',
    step,
    label: 'Grid lines',
    words: 'weight',
    input: { kind: 'number', range: [0, 2], step: 0.05, unit: '%' },
  },
  {
    id: 'grid-colour',
    path: 'dress.axis.gridColour',
    step,
    label: 'Colour of the grid',
    words: 'lines',
    input: { kind: 'colour', automatic: 'Follows the background' },
  },
  {
    id: 'zero-line',
    path: 'dress.axis.zeroLine',
    step,
    label: 'Zero line',
    words: 'baseline',
    input: { kind: 'switch' },
  },
  {
    id: 'average-line',
    path: 'axis.average',
    step,
    label: 'Line at the average',
    words: 'mean',
    input: { kind: 'switch' },
  },
  {
    id: 'legend',
    path: 'dress.legend.shown',
    step,
    label: 'Legend',
    words: 'key',
    hint: 'It helps where colour tells groups or values.',
    input: {
      kind: 'pick',
      choices: choices([
        ['auto', 'Where it helps'],
        ['never', 'Never'],
      ]),
    },
  },
  {
    id: 'legend-at',
    path: 'dress.legend.at',
    step,
    label: 'Legend stands',
    words: 'position',
    input: {
      kind: 'pick',
      choices: aboveOrBelow,
    },
  },
  {
    id: 'legend-order',
    path: 'dress.legend.order',
    step,
    label: 'Order of the legend',
    words: 'sort',
    input: {
      kind: 'pick',
      choices: choices([
        ['table', 'As in the table'],
        ['name', 'By name'],
      ]),
    },
  },
];
