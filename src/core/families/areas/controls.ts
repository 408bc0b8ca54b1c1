import { type ControlSpec, choices } from '../../project/control-spec';
import {
  headsControl,
  hiddenControl,
  lineControls,
  mostControl,
  spacingControl,
  windowControls,
} from '../shared/along/along-controls';
import { stackOrderControl } from '../shared/along/stack-controls';
import { depthControls } from '../shared/bar-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';

const [widthControl] = lineControls;

/** How areas lie on each other, what of the time is in view, and how they look. */
export const areasControls: readonly ControlSpec[] = [
  {
    id: 'areas-stack',
    path: 'own.stack',
    step: 'dress',
    label: 'Areas lie',
    words: 'stacked share percent 100 centred stream',
    input: {
      kind: 'select',
      choices: choices([
        ['amounts', 'On each other'],
        ['share', 'On each other, to the whole'],
        ['centred', 'Around the middle'],
        ['layered', 'Over each other, all from 0'],
      ]),
    },
  },
  mostControl,
  hiddenControl,
  stackOrderControl,
  ...windowControls,
  headsControl,
  {
    id: 'areas-inside',
    path: 'own.inside',
    step: 'dress',
    fold: 'Labels',
    label: 'Names inside where they fit',
    words: 'label band within name',
    input: { kind: 'switch' },
    when: [{ path: 'own.stack', is: ['amounts', 'share', 'centred'] }],
  },
  ...(widthControl ? [widthControl] : []),
  ...depthControls,
  { ...axisRangeControl, when: [{ path: 'own.stack', is: ['amounts', 'centred', 'layered'] }] },
  spacingControl,
  momentWordsControl,
];
