import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { HEAD_LENGTH, rowsRange } from './document';

const step = 'dress' as const;
const heads = [{ path: 'own.heads', is: [true] }];
const flip = { kind: 'switch' } as const;

/** How many rows there are, in what order, and which columns they have. */
export const tableControls: readonly ControlSpec[] = [
  {
    id: 'table-places',
    path: 'own.places',
    step,
    label: 'Rows at most',
    words: 'number of rows top ranks',
    input: { kind: 'number', range: rowsRange, step: 1, unit: 'rows', decimals: 0 },
  },
  {
    id: 'table-order',
    path: 'own.order',
    step,
    label: 'On top',
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
  { id: 'table-ranks', path: 'own.ranks', step, label: 'Ranks', words: 'column place number', input: flip },
  { id: 'table-bars', path: 'own.bars', step, label: 'Bars', words: 'column data bars', input: flip },
  { id: 'table-share', path: 'own.share', step, label: 'Shares of the sum', words: 'column percent', input: flip },
  { id: 'table-line', path: 'own.line', step, label: 'Small lines', words: 'column sparkline trend', input: flip },
  {
    id: 'table-change',
    path: 'own.change',
    step,
    label: 'Change',
    words: 'column difference delta since',
    input: {
      kind: 'pick',
      choices: choices([
        ['none', 'None'],
        ['start', 'Since the start'],
        ['previous', 'In one period'],
      ]),
    },
  },
  {
    id: 'table-change-as',
    path: 'own.changeAs',
    step,
    label: 'Written',
    words: 'percent amount difference',
    input: {
      kind: 'pick',
      choices: choices([
        ['percent', 'In percent'],
        ['amount', 'As an amount'],
      ]),
    },
    when: [{ path: 'own.change', is: ['start', 'previous'] }],
  },
  {
    id: 'table-stripes',
    path: 'own.stripes',
    step,
    fold: 'Shape',
    label: 'Stripes',
    words: 'zebra shading rows ground',
    input: flip,
  },
  {
    id: 'table-heads',
    path: 'own.heads',
    step,
    fold: 'Labels',
    label: 'Words over the columns',
    words: 'header titles',
    input: flip,
  },
  {
    id: 'table-name-head',
    path: 'own.nameHead',
    step,
    fold: 'Labels',
    label: 'Over the names',
    words: 'header title',
    input: { kind: 'text', maxLength: HEAD_LENGTH, row: true },
    when: heads,
  },
  {
    id: 'table-value-head',
    path: 'own.valueHead',
    step,
    fold: 'Labels',
    label: 'Over the values',
    words: 'header title unit',
    input: { kind: 'text', maxLength: HEAD_LENGTH, row: true },
    when: heads,
  },
  {
    id: 'table-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Changing places takes',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
    when: [{ path: 'own.order', is: ['largest', 'smallest'] }],
  },
  momentWordsControl,
];
