import { type ControlSpec, choices } from '../../project/control-spec';
import { headsControl, mostControl, spacingControl, windowControls } from '../shared/along/along-controls';
import { stackOrderControl } from '../shared/along/stack-controls';
import { barStyleControls } from '../shared/bar-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';

/** How the columns of a period stand, what of the time is in view, and how they look. */
export const columnsControls: readonly ControlSpec[] = [
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
  stackOrderControl,
  ...windowControls,
  headsControl,
  {
    id: 'column-values',
    path: 'own.values',
    step: 'dress',
    fold: 'Labels',
    label: 'Values on top',
    words: 'labels numbers total',
    input: {
      kind: 'select',
      choices: choices([
        ['none', 'None'],
        ['latest', 'Of the latest'],
        ['all', 'Of all that have room'],
      ]),
    },
  },
  ...barStyleControls,
  { ...axisRangeControl, when: [{ path: 'own.grouping', is: ['grouped', 'amounts'] }] },
  spacingControl,
  momentWordsControl,
];
