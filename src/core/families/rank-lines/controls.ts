import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { headsControl, lineControls, spacingControl, windowControls } from '../shared/along/along-controls';
import { momentWordsControl } from '../shared/common-controls';
import { placesRange } from './document';

/** How many places there are, what of the time is in view, and how the lines look. */
export const rankLinesControls: readonly ControlSpec[] = [
  {
    id: 'rank-places',
    path: 'own.places',
    step: 'dress',
    label: 'Places in view',
    words: 'number of lines top ranks',
    input: { kind: 'number', range: placesRange, step: 1, unit: 'places', decimals: 0 },
  },
  {
    id: 'rank-order',
    path: 'own.order',
    step: 'dress',
    label: 'On top',
    words: 'largest smallest first order',
    input: {
      kind: 'pick',
      choices: choices([
        ['largest', 'Largest'],
        ['smallest', 'Smallest'],
      ]),
    },
  },
  ...windowControls,
  headsControl,
  {
    id: 'rank-numbers',
    path: 'own.numbered',
    step: 'dress',
    fold: 'Labels',
    label: 'Numbers of the places',
    words: 'rank axis',
    input: { kind: 'switch' },
  },
  ...lineControls,
  spacingControl,
  {
    id: 'rank-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Lines cross in',
    words: 'swap overtake changing places',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
