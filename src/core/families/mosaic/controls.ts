import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { sharesControls } from '../shared/shares/shares-own';
import { gapRange, MOST_PERIODS } from './document';

const step = 'dress' as const;

/** How many columns there are, and what shares their height. */
export const mosaicControls: readonly ControlSpec[] = [
  ...sharesControls('Columns'),
  {
    id: 'mosaic-of',
    path: 'own.of',
    step,
    label: 'A column is shared by',
    words: 'parts periods height two shares',
    hint: 'Parts come from a column that is chosen in Shape.',
    input: {
      kind: 'pick',
      choices: choices([
        ['parts', 'Its parts'],
        ['periods', 'Periods'],
      ]),
    },
  },
  {
    id: 'mosaic-periods',
    path: 'own.periods',
    step,
    label: 'Periods of a column',
    words: 'choose years dates',
    input: {
      kind: 'made',
      by: 'periods',
      most: MOST_PERIODS,
      none: 'Without a choice the first and the last one share it.',
      full: `More than ${MOST_PERIODS} nobody tells apart.`,
    },
    when: [{ path: 'own.of', is: ['periods'] }],
  },
  {
    id: 'mosaic-percent',
    path: 'own.percent',
    step,
    fold: 'Labels',
    label: 'Percent in the boxes',
    words: 'share labels numbers',
    input: { kind: 'switch' },
  },
  {
    id: 'mosaic-gap',
    path: 'own.gap',
    step,
    fold: 'Shape',
    label: 'Space between boxes',
    words: 'gap padding',
    input: { kind: 'number', range: gapRange, step: 0.1, unit: '%' },
  },
  {
    id: 'mosaic-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Columns change places in',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
    when: [{ path: 'own.of', is: ['parts'] }],
  },
  momentWordsControl,
];
