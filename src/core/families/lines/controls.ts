import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import {
  headsControl,
  lineControls,
  mostControl,
  spacingControl,
  windowControls,
} from '../shared/along/along-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';

const step = 'dress' as const;
const labels = { step, fold: 'Labels' } as const;
const shape = { step, fold: 'Shape' } as const;

/** How many lines there are, what of the time is in view, and how they look. */
export const linesControls: readonly ControlSpec[] = [
  mostControl,
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
        ['all', 'At all that have room'],
      ]),
    },
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
