import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';
import { mostRange, windowRange } from './document';

const step = 'dress' as const;
const labels = { step, fold: 'Labels' } as const;
const shape = { step, fold: 'Shape' } as const;

/** How many lines there are, what of the time is in view, and how they look. */
export const linesControls: readonly ControlSpec[] = [
  {
    id: 'lines-most',
    path: 'own.most',
    step,
    label: 'Lines at most',
    words: 'number of series limit top',
    input: { kind: 'number', range: mostRange, step: 1, unit: 'lines', decimals: 0 },
  },
  {
    id: 'lines-window',
    path: 'own.window',
    step,
    label: 'Time in view',
    words: 'window range zoom sliding growing all periods',
    input: {
      kind: 'pick',
      choices: choices([
        ['all', 'All of it'],
        ['growing', 'What has passed'],
        ['sliding', 'The last periods'],
      ]),
    },
  },
  {
    id: 'lines-window-periods',
    path: 'own.windowPeriods',
    step,
    label: 'Periods in view',
    words: 'window length span',
    input: { kind: 'number', range: windowRange, step: 1, unit: 'periods', decimals: 0 },
    when: [{ path: 'own.window', is: ['sliding'] }],
  },
  {
    id: 'lines-heads',
    path: 'own.heads',
    ...labels,
    label: 'At the head',
    words: 'name value end label counting',
    input: {
      kind: 'select',
      choices: choices([
        ['name-value', 'Name and value'],
        ['name', 'Name'],
        ['value', 'Value'],
        ['none', 'Nothing'],
      ]),
    },
  },
  {
    id: 'lines-point-labels',
    path: 'own.pointLabels',
    ...labels,
    label: 'Values beside points',
    words: 'labels numbers first last extremes highest lowest',
    input: {
      kind: 'select',
      choices: choices([
        ['none', 'None'],
        ['ends', 'At the start'],
        ['extremes', 'At the highest and the lowest'],
        ['all', 'At all that have room'],
      ]),
    },
  },
  {
    id: 'line-width',
    path: 'dress.lines.width',
    ...shape,
    label: 'Width of lines',
    words: 'thickness stroke',
    input: { kind: 'number', range: [0.05, 4], step: 0.05, unit: '%' },
  },
  {
    id: 'line-points',
    path: 'dress.lines.points',
    ...shape,
    label: 'Points',
    words: 'dots markers',
    input: {
      kind: 'pick',
      choices: choices([
        ['none', 'None'],
        ['ends', 'At the ends'],
        ['all', 'At each period'],
      ]),
    },
  },
  {
    id: 'line-point-size',
    path: 'dress.lines.pointSize',
    ...shape,
    label: 'Size of points',
    words: 'dots markers',
    input: { kind: 'number', range: [1, 6], step: 0.1, unit: 'times' },
    when: [{ path: 'dress.lines.points', is: ['ends', 'all'] }],
  },
  {
    id: 'line-fill',
    path: 'dress.lines.fill',
    ...shape,
    label: 'Filled below',
    words: 'area under shade',
    input: percentInput,
  },
  {
    id: 'lines-guide',
    path: 'own.guide',
    ...shape,
    label: 'Line at the playhead',
    words: 'guide cursor now',
    input: { kind: 'switch' },
  },
  axisRangeControl,
  {
    id: 'lines-from-zero',
    path: 'own.fromZero',
    step,
    label: 'Axis reaches to 0',
    words: 'zero baseline broken',
    input: { kind: 'switch' },
  },
  {
    id: 'lines-spacing',
    path: 'own.spacing',
    ...shape,
    label: 'Periods stand',
    words: 'spacing calendar even',
    input: {
      kind: 'pick',
      choices: choices([
        ['calendar', 'As in the calendar'],
        ['even', 'Evenly'],
      ]),
    },
  },
  {
    id: 'lines-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Names change places in',
    words: 'swap overtake labels',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
