import { type ControlSpec, choices } from '../../project/control-spec';
import {
  headsControl,
  lineControls,
  mostControl,
  spacingControl,
  windowControls,
} from '../shared/along/along-controls';
import { stackOrderControl } from '../shared/along/stack-controls';
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
      ]),
    },
  },
  mostControl,
  stackOrderControl,
  ...windowControls,
  headsControl,
  ...(widthControl ? [widthControl] : []),
  { ...axisRangeControl, when: [{ path: 'own.stack', is: ['amounts', 'centred'] }] },
  spacingControl,
  momentWordsControl,
];
