import { type ControlSpec, choices } from '../../../project/control-spec';
import { windowRange } from './along-own';
import { mostRange } from './series-own';

const step = 'dress' as const;
const labels = { step, fold: 'Labels' } as const;
const shape = { step, fold: 'Shape' } as const;

/** How much of the time is in view. */
export const windowControls: readonly ControlSpec[] = [
  {
    id: 'time-window',
    path: 'own.window',
    step,
    label: 'Time in view',
    words: 'window range zoom sliding growing all periods',
    input: {
      kind: 'pick',
      choices: choices([
        ['all', 'All of it'],
        ['growing', 'What has passed'],
        ['sliding', 'The last periods'],
      ]),
    },
  },
  {
    id: 'time-window-periods',
    path: 'own.windowPeriods',
    step,
    label: 'Periods in view',
    words: 'window length span',
    input: { kind: 'number', range: windowRange, step: 1, unit: 'periods', decimals: 0 },
    when: [{ path: 'own.window', is: ['sliding'] }],
  },
];

/** How far apart periods stand. */
export const spacingControl: ControlSpec = {
  id: 'period-spacing',
  path: 'own.spacing',
  ...shape,
  label: 'Periods stand',
  words: 'spacing calendar even',
  input: {
    kind: 'pick',
    choices: choices([
      ['calendar', 'As in the calendar'],
      ['even', 'Evenly'],
    ]),
  },
};

/** How lines and their points look. */
export const lineControls: readonly ControlSpec[] = [
  {
    id: 'line-width',
    path: 'dress.lines.width',
    ...shape,
    label: 'Width of lines',
    words: 'thickness stroke',
    input: { kind: 'number', range: [0.05, 4], step: 0.05, unit: '%' },
  },
  {
    id: 'line-points',
    path: 'dress.lines.points',
    ...shape,
    label: 'Points',
    words: 'dots markers',
    input: {
      kind: 'pick',
      choices: choices([
        ['none', 'None'],
        ['ends', 'At the ends'],
        ['all', 'At each period'],
      ]),
    },
  },
  {
    id: 'line-point-size',
    path: 'dress.lines.pointSize',
    ...shape,
    label: 'Size of points',
    words: 'dots markers',
    input: { kind: 'number', range: [1, 6], step: 0.1, unit: 'times' },
    when: [{ path: 'dress.lines.points', is: ['ends', 'all'] }],
  },
];

/** What stands at the heads. */
export const headsControl: ControlSpec = {
  id: 'line-heads',
  path: 'own.heads',
  ...labels,
  label: 'At the head',
  words: 'name value end label counting',
  input: {
    kind: 'select',
    choices: choices([
      ['name-value', 'Name and value'],
      ['name', 'Name'],
      ['value', 'Value'],
      ['none', 'Nothing'],
    ]),
  },
};

/** Which series are switched off. */
export const hiddenControl: ControlSpec = {
  id: 'series-hidden',
  path: 'own.hidden',
  step,
  label: 'On stage',
  words: 'hide show switch off series line legend filter',
  input: { kind: 'made', by: 'names' },
};

/** How many series there are. */
export const mostControl: ControlSpec = {
  id: 'series-most',
  path: 'own.most',
  step,
  label: 'At most',
  words: 'number of series limit top',
  input: { kind: 'number', range: mostRange, step: 1, unit: 'names', decimals: 0 },
};
