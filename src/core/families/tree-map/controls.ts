import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { sharesControls } from '../shared/shares/shares-own';
import { boxesRange, gapRange } from './document';

const step = 'dress' as const;
const shape = { step, fold: 'Shape' } as const;

/** How many boxes there are, whether groups stand together, and what is written. */
export const treeMapControls: readonly ControlSpec[] = [
  ...sharesControls('Boxes', boxesRange),
  {
    id: 'tree-map-grouped',
    path: 'own.grouped',
    step,
    label: 'Groups stand together',
    words: 'hierarchy two levels nested group column',
    hint: 'Groups come from the column of groups, which is chosen in Shape.',
    input: { kind: 'switch' },
  },
  {
    id: 'tree-map-numbers',
    path: 'own.numbers',
    step,
    fold: 'Labels',
    label: 'Names with',
    words: 'labels percent share value numbers',
    input: {
      kind: 'select',
      choices: choices([
        ['none', 'Nothing more'],
        ['share', 'Their share'],
        ['value', 'Their value'],
        ['both', 'Value and share'],
      ]),
    },
  },
  {
    id: 'tree-map-gap',
    path: 'own.gap',
    ...shape,
    label: 'Space between boxes',
    words: 'gap padding border',
    input: { kind: 'number', range: gapRange, step: 0.1, unit: '%' },
  },
  {
    id: 'tree-map-corners',
    path: 'own.corners',
    ...shape,
    label: 'Corners',
    words: 'round radius',
    input: percentInput,
  },
  {
    id: 'tree-map-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Boxes come and go in',
    words: 'swap transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
