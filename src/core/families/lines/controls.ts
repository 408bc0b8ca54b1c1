import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import {
  headsControl,
  hiddenControl,
  lineControls,
  mostControl,
  spacingControl,
  windowControls,
} from '../shared/along/along-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';
import { MOST_LABELLED } from './labelled';

const step = 'dress' as const;
const labels = { step, fold: 'Labels' } as const;
const shape = { step, fold: 'Shape' } as const;

/** How many lines there are, what of the time is in view, and how they look. */
export const linesControls: readonly ControlSpec[] = [
  mostControl,
  hiddenControl,
  ...windowControls,
  headsControl,
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
        ['chosen', 'At those that are chosen'],
        ['all', 'At all that have room'],
      ]),
    },
  },
  {
    id: 'lines-labelled',
    path: 'own.labelled',
    ...labels,
    label: 'Points with their value',
    words: 'labels chosen one by one grid',
    input: { kind: 'made', by: 'points', most: MOST_LABELLED },
    when: [{ path: 'own.pointLabels', is: ['chosen'] }],
  },
  ...lineControls,
  {
    id: 'line-fill',
    path: 'dress.lines.fill',
    ...shape,
    label: 'Filled below',
    words: 'area under shade',
    input: percentInput,
  },
  {
    id: 'lines-dashes',
    path: 'own.dashes',
    ...shape,
    label: 'In dashes',
    words: 'dashed dotted stroke pattern',
    input: {
      kind: 'pick',
      choices: choices([
        ['none', 'None'],
        ['quiet', 'Those not highlighted'],
        ['all', 'All'],
      ]),
    },
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
    id: 'lines-scale',
    path: 'own.scale',
    step,
    label: 'Equally far apart are',
    words: 'logarithmic log linear scale axis growth multiples',
    input: {
      kind: 'pick',
      choices: choices([
        ['even', 'Equal steps'],
        ['log', 'Equal multiples', 'A logarithmic axis: what doubles rises by the same height, wherever it starts.'],
      ]),
    },
  },
  {
    id: 'lines-from-zero',
    path: 'own.fromZero',
    step,
    label: 'Axis reaches to 0',
    words: 'zero baseline broken',
    input: { kind: 'switch' },
    when: [{ path: 'own.scale', is: ['even'] }],
  },
  spacingControl,
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
