import { type ControlSpec, choices } from '../../project/control-spec';
import { barStyleControls } from '../shared/bar-controls';
import { axisRangeControl } from '../shared/common-controls';
import { groupsRange, MOST_PERIODS } from './document';

const step = 'dress' as const;

/** What is compared with what, and how the columns stand and look. */
export const comparedControls: readonly ControlSpec[] = [
  {
    id: 'compared-of',
    path: 'own.of',
    step,
    label: 'Columns of a group are',
    words: 'compare parts periods years before after',
    hint: 'Parts come from a column that is chosen in Shape.',
    input: {
      kind: 'pick',
      choices: choices([
        ['periods', 'Periods'],
        ['parts', 'Parts'],
      ]),
    },
  },
  {
    id: 'compared-periods',
    path: 'own.periods',
    step,
    label: 'Periods compared',
    words: 'choose years dates before after',
    input: {
      kind: 'made',
      by: 'periods',
      most: MOST_PERIODS,
      none: 'Without a choice the first and the last one are compared.',
      full: `More than ${MOST_PERIODS} are no comparison.`,
    },
    when: [{ path: 'own.of', is: ['periods'] }],
  },
  {
    id: 'compared-grouping',
    path: 'own.grouping',
    step,
    label: 'Parts of a group stand',
    words: 'grouped stacked share percent 100 side by side',
    input: {
      kind: 'select',
      choices: choices([
        ['grouped', 'Beside each other'],
        ['amounts', 'On each other'],
        ['share', 'On each other, to the whole'],
      ]),
    },
    when: [{ path: 'own.of', is: ['parts'] }],
  },
  {
    id: 'compared-most',
    path: 'own.most',
    step,
    label: 'Groups at most',
    words: 'number of categories limit top',
    input: { kind: 'number', range: groupsRange, step: 1, unit: 'groups', decimals: 0 },
  },
  {
    id: 'compared-order',
    path: 'own.order',
    step,
    label: 'Groups stand',
    words: 'sort order table total',
    input: {
      kind: 'pick',
      choices: choices([
        ['total', 'Greatest first'],
        ['table', 'As in the table'],
      ]),
    },
  },
  {
    id: 'compared-direction',
    path: 'dress.bars.direction',
    step,
    label: 'Columns are',
    words: 'lying standing horizontal vertical bars',
    input: {
      kind: 'pick',
      choices: choices([
        ['standing', 'Standing'],
        ['lying', 'Lying'],
      ]),
    },
  },
  {
    id: 'compared-values',
    path: 'own.values',
    step,
    fold: 'Labels',
    label: 'Values',
    words: 'labels numbers',
    input: {
      kind: 'pick',
      choices: choices([
        ['all', 'That have room'],
        ['none', 'None'],
      ]),
    },
  },
  ...barStyleControls,
  axisRangeControl,
];
