import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import {
  headsControl,
  hiddenControl,
  mostControl,
  spacingControl,
  windowControls,
} from '../shared/along/along-controls';
import { stackOrderControl } from '../shared/along/stack-controls';
import { barStyleControls } from '../shared/bar-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';
import { MOST_MARKED, withinRange } from './document';

/** How the columns of a period stand, what of the time is in view, and how they look. */
export const columnsControls: readonly ControlSpec[] = [
  {
    id: 'columns-direction',
    path: 'own.direction',
    step: 'dress',
    label: 'Columns',
    words: 'lying standing horizontal vertical bars direction',
    input: {
      kind: 'pick',
      choices: choices([
        ['standing', 'Stand', 'Periods follow each other to the right.'],
        ['lying', 'Lie', 'Bars, one period below the other; names stand in the legend.'],
      ]),
    },
  },
  {
    id: 'columns-grouping',
    path: 'own.grouping',
    step: 'dress',
    label: 'Columns of a period stand',
    words: 'grouped stacked share percent 100 side by side',
    input: {
      kind: 'select',
      choices: choices([
        ['grouped', 'Beside each other'],
        ['amounts', 'On each other'],
        ['share', 'On each other, to the whole'],
      ]),
    },
  },
  mostControl,
  hiddenControl,
  stackOrderControl,
  {
    id: 'columns-marked',
    path: 'own.marked',
    step: 'dress',
    label: 'Periods that stand out',
    words: 'highlight accent one column exception',
    input: {
      kind: 'made',
      by: 'periods',
      most: MOST_MARKED,
      none: 'Their columns take the colour of who stands out.',
      full: `More than ${MOST_MARKED} are no exception.`,
    },
  },
  ...windowControls,
  { ...headsControl, when: [{ path: 'own.direction', is: ['standing'] }] },
  {
    id: 'column-values',
    path: 'own.values',
    step: 'dress',
    fold: 'Labels',
    label: 'Values',
    words: 'labels numbers total top',
    input: {
      kind: 'select',
      choices: choices([
        ['none', 'None'],
        ['latest', 'Of the latest'],
        ['all', 'Of all that have room'],
      ]),
    },
  },
  {
    id: 'column-values-at',
    path: 'own.valuesAt',
    step: 'dress',
    fold: 'Labels',
    label: 'Values stand',
    words: 'inside top end total labels numbers',
    input: {
      kind: 'select',
      choices: choices([
        ['end', 'At the ends; of a stack its total'],
        ['inside', 'Inside, where they fit'],
        ['both', 'Inside, and the total of a stack'],
      ]),
    },
    when: [{ path: 'own.values', is: ['latest', 'all'] }],
  },
  ...barStyleControls,
  {
    id: 'columns-within',
    path: 'own.spacingWithin',
    step: 'dress',
    fold: 'Shape',
    label: 'Between columns of a period',
    words: 'spacing gap within group',
    input: { ...percentInput, range: withinRange },
    when: [{ path: 'own.grouping', is: ['grouped'] }],
  },
  { ...axisRangeControl, when: [{ path: 'own.grouping', is: ['grouped', 'amounts'] }] },
  spacingControl,
  momentWordsControl,
];
