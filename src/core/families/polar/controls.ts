import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { angleRange, gapRange, holeRange, wedgesRange } from './document';

const step = 'dress' as const;
const shape = { step, fold: 'Shape' } as const;
const labels = { step, fold: 'Labels' } as const;

/** How many wedges there are, what of them is the value, and how they look. */
export const polarControls: readonly ControlSpec[] = [
  {
    id: 'polar-places',
    path: 'own.places',
    step,
    label: 'Wedges at most',
    words: 'number of categories top limit',
    input: { kind: 'number', range: wedgesRange, step: 1, unit: 'wedges', decimals: 0 },
  },
  {
    id: 'polar-order',
    path: 'own.order',
    step,
    label: 'In order',
    words: 'sort largest table fixed',
    input: {
      kind: 'pick',
      choices: choices([
        ['table', 'As in the table'],
        ['largest', 'Greatest first'],
      ]),
    },
  },
  {
    id: 'polar-measure',
    path: 'own.measure',
    step,
    label: 'The value is',
    words: 'area radius square root size',
    input: {
      kind: 'pick',
      choices: choices([
        ['area', 'The area', 'What is twice as much is twice as large.'],
        ['radius', 'The radius', 'What is twice as much reaches twice as far, and looks four times as large.'],
      ]),
    },
  },
  {
    id: 'polar-scale',
    path: 'own.scale',
    step,
    label: 'The rim is',
    words: 'scale maximum axis domain following fixed',
    input: {
      kind: 'pick',
      choices: choices([
        ['film', 'The greatest of the film'],
        ['moment', 'The greatest of the moment'],
      ]),
    },
  },
  {
    id: 'polar-labels',
    path: 'own.labels',
    ...labels,
    label: 'Names stand',
    words: 'labels outside legend',
    input: {
      kind: 'pick',
      choices: choices([
        ['outside', 'Outside'],
        ['none', 'In the legend'],
      ]),
    },
  },
  {
    id: 'polar-values',
    path: 'own.values',
    ...labels,
    label: 'Values',
    words: 'labels numbers',
    input: { kind: 'switch' },
    when: [{ path: 'own.labels', is: ['outside'] }],
  },
  {
    id: 'polar-rings',
    path: 'own.rings',
    ...shape,
    label: 'Rings at round values',
    words: 'grid axis ticks circles',
    input: { kind: 'switch' },
  },
  {
    id: 'polar-hole',
    path: 'own.hole',
    ...shape,
    label: 'Hole in the middle',
    words: 'inner radius',
    input: { kind: 'number', range: holeRange, step: 1, unit: '%', times: 100, decimals: 0 },
  },
  {
    id: 'polar-start',
    path: 'own.startAngle',
    ...shape,
    label: 'First wedge begins at',
    words: 'start angle rotate turn',
    input: { kind: 'number', range: angleRange, step: 5, unit: '°', decimals: 0 },
  },
  {
    id: 'polar-gap',
    path: 'own.gap',
    ...shape,
    label: 'Space between wedges',
    words: 'gap padding',
    input: { kind: 'number', range: gapRange, step: 0.1, unit: '%' },
  },
  {
    id: 'polar-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Changing places takes',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
    when: [{ path: 'own.order', is: ['largest'] }],
  },
  momentWordsControl,
];
