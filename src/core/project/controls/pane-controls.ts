import { type ControlSpec, choices } from '../control-spec';
import { panesRange } from '../panes';

const step = 'dress' as const;

/** How the charts of all groups stand side by side. */
export const paneControls: readonly ControlSpec[] = [
  {
    id: 'panes-axes',
    path: 'panes.axes',
    step,
    label: 'Their axes are',
    words: 'small multiples facets common shared own free scale',
    input: {
      kind: 'pick',
      choices: choices([
        ['common', 'The same', 'Equal lengths are equal values in all of them; axes stand still.'],
        ['own', 'Their own', 'Each chart has the axis that suits it: lengths cannot be compared.'],
      ]),
    },
  },
  {
    id: 'panes-order',
    path: 'panes.order',
    step,
    label: 'In order of',
    words: 'small multiples facets sort groups moving',
    input: {
      kind: 'select',
      choices: choices([
        ['table', 'The table'],
        ['name', 'Names'],
        ['value', 'Their sums'],
        ['moving', 'Their sums, moving', 'Charts change places as the sums of their values do.'],
      ]),
    },
  },
  {
    id: 'panes-most',
    path: 'panes.most',
    step,
    label: 'Charts at most',
    words: 'small multiples facets number limit',
    input: { kind: 'number', range: panesRange, step: 1, unit: 'charts', decimals: 0 },
  },
];
