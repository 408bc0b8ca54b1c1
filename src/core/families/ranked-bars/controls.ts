import { paceLimits } from '../../pace/pace';
import { type ControlSpec, choices } from '../../project/control-spec';
import { barStyleControls } from '../shared/bar-controls';
import { axisRangeControl, momentWordsControl } from '../shared/common-controls';
import { placesRange } from './document';

const step = 'dress' as const;
const labels = { step, fold: 'Labels' } as const;

/** How many bars there are, in what order, and how they look; then how they change places. */
export const rankedBarsControls: readonly ControlSpec[] = [
  {
    id: 'places',
    path: 'own.places',
    step,
    label: 'Places on stage',
    words: 'number of bars top ranks',
    input: { kind: 'number', range: placesRange, step: 1, unit: 'bars', decimals: 0 },
  },
  {
    id: 'order',
    path: 'own.order',
    step,
    label: 'In front',
    words: 'largest smallest first sort order ascending descending fixed',
    input: {
      kind: 'pick',
      choices: choices([
        ['largest', 'Largest'],
        ['smallest', 'Smallest'],
        ['table', 'Fixed places'],
      ]),
    },
  },
  {
    id: 'direction',
    path: 'dress.bars.direction',
    step,
    label: 'Bars are',
    words: 'lying standing horizontal vertical columns',
    input: {
      kind: 'pick',
      choices: choices([
        ['lying', 'Lying'],
        ['standing', 'Standing'],
      ]),
    },
  },
  {
    id: 'mark-form',
    path: 'own.form',
    step,
    label: 'Drawn as',
    words: 'bar lollipop stem head dot plot pictogram icons repeated form shape',
    input: {
      kind: 'pick',
      choices: choices([
        ['bar', 'Bars'],
        ['lollipop', 'Heads on stems'],
        ['dot', 'Dots'],
        [
          'repeated',
          'Rows of pictures',
          'One picture is so many; the last one is cut. Pictures are given in Dress, below.',
        ],
      ]),
    },
  },
  {
    id: 'bar-names',
    path: 'dress.bars.names',
    ...labels,
    label: 'Names',
    words: 'labels category inside',
    input: {
      kind: 'pick',
      choices: choices([
        ['beside', 'Beside'],
        ['inside', 'Inside'],
        ['hidden', 'Hidden'],
      ]),
    },
  },
  {
    id: 'bar-values',
    path: 'dress.bars.values',
    ...labels,
    label: 'Values',
    words: 'labels numbers inside',
    input: {
      kind: 'pick',
      choices: choices([
        ['outside', 'Outside'],
        ['inside', 'Inside'],
        ['hidden', 'Hidden'],
      ]),
    },
  },
  {
    id: 'bar-ranks',
    path: 'dress.bars.ranks',
    ...labels,
    label: 'Rank numbers',
    words: 'place',
    input: { kind: 'switch' },
  },
  {
    id: 'long-names',
    path: 'dress.bars.longNames',
    ...labels,
    label: 'Long names',
    words: 'ellipsis wrap shrink',
    input: {
      kind: 'select',
      choices: choices([
        ['cut', 'Cut short'],
        ['wrap', 'Take two lines'],
        ['shrink', 'Get smaller, to a limit'],
      ]),
    },
  },
  ...barStyleControls,
  axisRangeControl,
  {
    id: 'dots-from-zero',
    path: 'own.fromZero',
    step,
    label: 'Axis reaches to 0',
    words: 'zero baseline broken',
    input: { kind: 'switch' },
    when: [{ path: 'own.form', is: ['dot'] }],
  },
  {
    id: 'swap-mode',
    path: 'own.swapMode',
    step: 'pace',
    label: 'Bars change places',
    words: 'crossing over period',
    input: {
      kind: 'pick',
      choices: choices([
        ['at-crossing', 'Where values cross'],
        ['over-period', 'Over the whole period'],
      ]),
    },
  },
  {
    id: 'swap',
    path: 'pace.swapSec',
    step: 'pace',
    label: 'Changing places takes',
    words: 'swap overtake transition',
    input: { kind: 'number', range: paceLimits.swapSec, step: 0.05, unit: 's' },
    when: [{ path: 'own.swapMode', is: ['at-crossing'] }],
  },
  {
    id: 'passing',
    path: 'own.passing',
    step: 'pace',
    label: 'Labels while bars pass',
    words: 'overtake cover hide level calm fade aside',
    input: {
      kind: 'pick',
      choices: choices([
        ['step-aside', 'Step aside'],
        ['fade', 'Fade, calmer'],
      ]),
    },
    when: [{ path: 'own.order', is: ['largest', 'smallest'] }],
  },
  momentWordsControl,
];
