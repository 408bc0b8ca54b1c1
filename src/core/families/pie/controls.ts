import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { depthControls } from '../shared/bar-controls';
import { momentWordsControl } from '../shared/common-controls';
import { sharesControls } from '../shared/shares/shares-own';
import { angleRange, gapRange, holeRange, MIDDLE_LENGTH, MOST_PULLED } from './document';

const step = 'dress' as const;
const shape = { step, fold: 'Shape' } as const;
const labels = { step, fold: 'Labels' } as const;

/** How many slices there are, how the pie is cut, and what is written. */
export const pieControls: readonly ControlSpec[] = [
  ...sharesControls('Slices'),
  {
    id: 'pie-hole',
    path: 'own.hole',
    step,
    label: 'Hole in the middle',
    words: 'donut ring inner radius',
    input: { kind: 'number', range: holeRange, step: 1, unit: '%', times: 100, decimals: 0 },
  },
  {
    id: 'pie-middle',
    path: 'own.middle',
    step,
    label: 'Words in the hole',
    words: 'centre center text total token',
    hint: 'They need a hole. Such as {total}, {leader}, {share} or {period}; the first line is the largest.',
    input: { kind: 'text', maxLength: MIDDLE_LENGTH, lines: 2 },
  },
  {
    id: 'pie-round',
    path: 'own.round',
    step,
    label: 'The round is',
    words: 'half semicircle whole full',
    input: {
      kind: 'pick',
      choices: choices([
        ['whole', 'Whole'],
        ['half', 'Half'],
      ]),
    },
  },
  {
    id: 'pie-labels',
    path: 'own.labels',
    ...labels,
    label: 'Names stand',
    words: 'labels leader lines inside outside legend',
    input: {
      kind: 'pick',
      choices: choices([
        ['outside', 'Outside'],
        ['inside', 'Inside', 'Where they fit; the legend has all of them.'],
        ['none', 'In the legend'],
      ]),
    },
  },
  {
    id: 'pie-numbers',
    path: 'own.numbers',
    ...labels,
    label: 'With',
    words: 'percent share value numbers',
    input: {
      kind: 'select',
      choices: choices([
        ['none', 'Nothing more'],
        ['share', 'Their share'],
        ['value', 'Their value'],
        ['both', 'Value and share'],
      ]),
    },
    when: [{ path: 'own.labels', is: ['outside', 'inside'] }],
  },
  {
    id: 'pie-start',
    path: 'own.startAngle',
    ...shape,
    label: 'First slice begins at',
    words: 'start angle rotate turn',
    input: { kind: 'number', range: angleRange, step: 5, unit: '°', decimals: 0 },
    when: [{ path: 'own.round', is: ['whole'] }],
  },
  {
    id: 'pie-gap',
    path: 'own.gap',
    ...shape,
    label: 'Space between slices',
    words: 'gap padding',
    input: { kind: 'number', range: gapRange, step: 0.1, unit: '%' },
  },
  {
    id: 'pie-pulled',
    path: 'own.pulled',
    step,
    label: 'Pulled out',
    words: 'explode highlight slice',
    input: {
      kind: 'made',
      by: 'names',
      chosen: {
        title: 'Pulled out of the round',
        hint: 'A slice that is pulled out draws the eye to it.',
        most: MOST_PULLED,
      },
    },
  },
  ...depthControls,
  {
    id: 'pie-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Slices change places in',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
