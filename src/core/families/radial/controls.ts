import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import { depthControls } from '../shared/bar-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';
import { holeRange, ringsRange, sweepRange, thicknessRange } from './document';

const step = 'dress' as const;
const shape = { step, fold: 'Shape' } as const;
const labels = { step, fold: 'Labels' } as const;

/** How many rings there are, in what order, and how they look. */
export const radialControls: readonly ControlSpec[] = [
  {
    id: 'radial-places',
    path: 'own.places',
    step,
    label: 'Rings at most',
    words: 'number of bars top ranks',
    input: { kind: 'number', range: ringsRange, step: 1, unit: 'rings', decimals: 0 },
  },
  {
    id: 'radial-order',
    path: 'own.order',
    step,
    label: 'Outside',
    words: 'largest smallest first sort order',
    input: {
      kind: 'pick',
      choices: choices([
        ['largest', 'Largest'],
        ['smallest', 'Smallest'],
        ['table', 'Fixed places'],
      ]),
    },
  },
  {
    id: 'radial-labels',
    path: 'own.labels',
    ...labels,
    label: 'Names stand',
    words: 'labels beside along arc legend',
    input: {
      kind: 'pick',
      choices: choices([
        ['beside', 'Beside'],
        ['along', 'Along the rings', 'Where they fit; the legend has all of them.'],
        ['none', 'In the legend'],
      ]),
    },
  },
  {
    id: 'radial-values',
    path: 'own.values',
    ...labels,
    label: 'Values',
    words: 'labels numbers',
    input: { kind: 'switch' },
    when: [{ path: 'own.labels', is: ['beside'] }],
  },
  {
    id: 'radial-sweep',
    path: 'own.sweep',
    ...shape,
    label: 'The longest goes round',
    words: 'sweep angle arc length turn',
    hint: 'Beside names three quarters at most.',
    input: { kind: 'number', range: sweepRange, step: 1, unit: '%', times: 100, decimals: 0 },
  },
  {
    id: 'radial-hole',
    path: 'own.hole',
    ...shape,
    label: 'Hole in the middle',
    words: 'inner radius',
    input: { kind: 'number', range: holeRange, step: 1, unit: '%', times: 100, decimals: 0 },
  },
  {
    id: 'radial-thickness',
    path: 'own.thickness',
    ...shape,
    label: 'Thickness',
    words: 'gap width',
    input: { ...percentInput, range: thicknessRange },
  },
  {
    id: 'radial-round',
    path: 'own.roundEnds',
    ...shape,
    label: 'Round ends',
    words: 'caps flat corners',
    input: { kind: 'switch' },
  },
  {
    id: 'radial-tracks',
    path: 'own.tracks',
    ...shape,
    label: 'Tracks behind',
    words: 'background ring rail',
    input: { kind: 'switch' },
  },
  ...depthControls,
  axisRangeControl,
  {
    id: 'radial-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Changing places takes',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
