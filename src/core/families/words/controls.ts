import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { seedRange, wordsRange } from './document';

const step = 'dress' as const;

/** How many words there are, what of them is the value, and how they are placed. */
export const wordsControls: readonly ControlSpec[] = [
  {
    id: 'words-places',
    path: 'own.places',
    step,
    label: 'Words at most',
    words: 'number of categories top limit',
    input: { kind: 'number', range: wordsRange, step: 1, unit: 'words', decimals: 0 },
  },
  {
    id: 'words-measure',
    path: 'own.measure',
    step,
    label: 'The value is',
    words: 'area height font size square root',
    input: {
      kind: 'pick',
      choices: choices([
        ['area', 'The area', 'What is twice as much is twice as large.'],
        ['height', 'The height', 'What is twice as much is twice as high, and looks four times as large.'],
      ]),
    },
  },
  {
    id: 'words-turned',
    path: 'own.turned',
    step,
    label: 'Stand upright',
    words: 'rotate turn vertical',
    input: percentInput,
  },
  {
    id: 'words-seed',
    path: 'own.seed',
    step,
    label: 'Arrangement',
    words: 'seed random shuffle places',
    hint: 'Another number places the words anew; the same one always alike.',
    input: { kind: 'number', range: seedRange, step: 1, unit: '', decimals: 0 },
  },
  {
    id: 'words-values',
    path: 'own.values',
    step,
    label: 'Values under large words',
    words: 'numbers labels',
    input: { kind: 'switch' },
  },
  {
    id: 'words-swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Words come and go in',
    words: 'swap transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
  },
  momentWordsControl,
];
