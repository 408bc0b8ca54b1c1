import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { gridRange, HEAD_LENGTH, rowsRange } from './document';

const step = 'dress' as const;
const heads = [{ path: 'own.heads', is: [true] }];
const flip = { kind: 'switch' } as const;
const rowsOnly = [{ path: 'own.layout', is: ['rows'] }];
const gridOnly = [{ path: 'own.layout', is: ['grid'] }];

/** How many rows there are, in what order, and which columns they have. */
export const tableControls: readonly ControlSpec[] = [
  {
    id: 'table-layout',
    path: 'own.layout',
    step,
    label: 'Beside each name',
    words: 'grid periods columns matrix heat',
    input: {
      kind: 'pick',
      choices: choices([
        ['rows', 'What is known now'],
        ['grid', 'The last periods', 'A column for each period, filled as the film reaches it.'],
      ]),
    },
  },
  {
    id: 'table-grid-periods',
    path: 'own.gridPeriods',
    step,
    label: 'Periods in view',
    words: 'grid columns window',
    input: { kind: 'number', range: gridRange, step: 1, unit: 'periods', decimals: 0 },
    when: gridOnly,
  },
  {
    id: 'table-comes',
    path: 'own.comes',
    step: 'pace',
    label: 'Comes by',
    words: 'build row column reveal',
    input: {
      kind: 'pick',
      choices: choices([
        ['rows', 'Rows'],
        ['columns', 'Columns'],
      ]),
    },
    when: gridOnly,
  },
  {
    id: 'table-long',
    path: 'own.long',
    step,
    label: 'Rows without room',
    words: 'scroll pages long credits all',
    input: {
      kind: 'pick',
      choices: choices([
        ['cut', 'Left out'],
        ['scroll', 'Scrolled to', 'The table moves through all its rows while the film plays.'],
        ['pages', 'On pages', 'The table turns its pages while the film plays.'],
      ]),
    },
  },
  {
    id: 'table-shade',
    path: 'own.shade',
    step,
    label: 'Values shaded',
    words: 'heat map background colour by value ramp',
    input: flip,
  },
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
  { id: 'table-bars', path: 'own.bars', step, label: 'Bars', words: 'column data bars', input: flip, when: rowsOnly },
  {
    id: 'table-share',
    path: 'own.share',
    step,
    label: 'Shares of the sum',
    words: 'column percent',
    input: flip,
    when: rowsOnly,
  },
  {
    id: 'table-line',
    path: 'own.line',
    step,
    label: 'Small lines',
    words: 'column sparkline trend',
    input: flip,
    when: rowsOnly,
  },
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
    when: rowsOnly,
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
    when: [{ path: 'own.change', is: ['start', 'previous'] }, ...rowsOnly],
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
