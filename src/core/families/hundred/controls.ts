import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { sharesControls } from '../shared/shares/shares-own';
import { acrossRange, cellsRange, gapRange, wholeRange } from './document';

const step = 'dress' as const;
const shape = { step, fold: 'Shape' } as const;

/** How many cells there are, what they stand for, and how they lie. */
export const hundredControls: readonly ControlSpec[] = [
  {
    id: 'hundred-whole',
    path: 'own.whole',
    step,
    label: 'All cells are',
    words: 'whole total hundred percent',
    input: {
      kind: 'pick',
      choices: choices([
        ['sum', 'The sum', 'Of all, or of what is shown: every cell has an owner.'],
        ['given', 'A number', 'What is missing to it stays empty.'],
      ]),
    },
  },
  {
    id: 'hundred-whole-value',
    path: 'own.wholeValue',
    step,
    label: 'Together they are',
    words: 'whole total goal',
    input: { kind: 'number', range: wholeRange, step: 1, unit: '' },
    when: [{ path: 'own.whole', is: ['given'] }],
  },
  ...sharesControls('Names'),
  {
    id: 'hundred-cells',
    path: 'own.cells',
    ...shape,
    label: 'How many cells',
    words: 'hundred squares number count unit',
    input: { kind: 'number', range: cellsRange, step: 1, unit: 'cells', decimals: 0 },
  },
  {
    id: 'hundred-across',
    path: 'own.across',
    ...shape,
    label: 'Beside each other',
    words: 'columns rows shape',
    input: { kind: 'number', range: acrossRange, step: 1, unit: 'cells', decimals: 0 },
  },
  {
    id: 'hundred-fill',
    path: 'own.fill',
    ...shape,
    label: 'Filled',
    words: 'direction order bottom top left',
    input: {
      kind: 'pick',
      choices: choices([
        ['foot', 'From the foot'],
        ['top', 'From the top'],
        ['left', 'From the left'],
      ]),
    },
  },
  {
    id: 'hundred-form',
    path: 'own.form',
    ...shape,
    label: 'A cell is',
    words: 'square dot circle picture pictogram icon',
    input: {
      kind: 'pick',
      choices: choices([
        ['square', 'A square'],
        ['round', 'A dot'],
        ['picture', 'Its picture', 'The picture of its name; a square where it has none.'],
      ]),
    },
  },
  {
    id: 'hundred-gap',
    path: 'own.gap',
    ...shape,
    label: 'Space between cells',
    words: 'gap padding',
    input: { kind: 'number', range: gapRange, step: 1, unit: '%', times: 100, decimals: 0 },
  },
  {
    id: 'hundred-labels',
    path: 'own.labels',
    step,
    label: 'Names stand',
    words: 'labels legend aside percent',
    input: {
      kind: 'pick',
      choices: choices([
        ['aside', 'Aside, with shares'],
        ['legend', 'In the legend'],
      ]),
    },
  },
  {
    id: 'hundred-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Changing places takes',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
