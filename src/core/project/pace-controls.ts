import { buildKinds, paceLimits } from '../pace/pace';
import { aboveOrBelow, type ControlSpec, choices, percentInput } from './control-spec';

const step = 'pace' as const;
const seconds = (range: readonly [number, number]) => ({ kind: 'number', range, step: 0.1, unit: 's' }) as const;

const movementControls: readonly ControlSpec[] = [
  {
    id: 'between',
    path: 'between',
    step,
    label: 'Between periods',
    words: 'interpolation linear smooth step',
    input: {
      kind: 'pick',
      choices: choices([
        ['linear', 'Straight', 'Values go straight from one period to the next.'],
        ['monotone', 'Smooth', 'Values flow through the periods and never beyond them.'],
        ['step', 'In steps', 'Values stay until the next period is reached.'],
      ]),
    },
  },
  {
    id: 'ease',
    path: 'pace.ease',
    step,
    label: 'Travel',
    words: 'easing acceleration',
    hint: 'How each period starts and stops.',
    input: {
      kind: 'pick',
      choices: choices([
        ['even', 'Even'],
        ['soft', 'Soft'],
        ['swift', 'Swift'],
      ]),
    },
  },
  {
    id: 'rest',
    path: 'pace.restShare',
    step,
    label: 'Share at rest',
    words: 'pause dwell',
    input: { ...percentInput, range: [0, 0.9] },
  },
  {
    id: 'sharing',
    path: 'pace.sharing',
    step,
    label: 'Beats follow',
    words: 'calendar even gaps dates',
    input: {
      kind: 'pick',
      choices: choices([
        ['even', 'All alike'],
        ['calendar', 'The calendar'],
      ]),
    },
  },
  {
    id: 'slow-at-swaps',
    path: 'pace.slowAtSwaps',
    step,
    label: 'Slower where places change',
    words: 'uneven drama',
    input: { kind: 'number', range: paceLimits.slowAtSwaps, step: 0.25, unit: 'times' },
  },
  {
    id: 'hold-start',
    path: 'pace.holdStartSec',
    step,
    label: 'Hold at the start',
    words: 'pause wait beginning',
    input: seconds(paceLimits.holdSec),
  },
  {
    id: 'hold-end',
    path: 'pace.holdEndSec',
    step,
    label: 'Hold at the end',
    words: 'pause wait',
    input: seconds(paceLimits.holdSec),
  },
];

interface EndWords {
  readonly id: 'opening' | 'closing';
  readonly marks: string;
  readonly texts: string;
  readonly takes: string;
  readonly still: string;
  readonly grow: string;
  readonly wipe: string;
  readonly turn: string;
  readonly draw: string;
  readonly order: string;
  readonly seed: string;
  readonly fold: string;
  readonly words: string;
}

/** In which order marks come or go, while they move at all. */
function staggerControls(end: EndWords): ControlSpec[] {
  const path = (key: string) => `pace.${end.id}.${key}`;
  const moves = { path: path('how'), is: buildKinds.filter((kind) => kind !== 'none') };
  return [
    {
      id: `${end.id}-stagger`,
      path: path('stagger'),
      step,
      fold: end.fold,
      label: `One after another (${end.id})`,
      words: 'stagger sequence',
      input: percentInput,
      when: [moves],
    },
    {
      id: `${end.id}-order`,
      path: path('order'),
      step,
      fold: end.fold,
      label: end.order,
      words: 'place name value random stand series order',
      when: [moves],
      input: {
        kind: 'select',
        choices: choices([
          ['place', 'As they stand'],
          ['value', 'By value, the least first'],
          ['name', 'By name'],
          ['stands', 'One stand after the other'],
          ['random', 'At random'],
        ]),
      },
    },
    {
      id: `${end.id}-seed`,
      path: path('seed'),
      step,
      fold: end.fold,
      label: end.seed,
      words: 'random',
      input: { kind: 'number', range: [0, 1_000_000], step: 1, unit: '', decimals: 0 },
      when: [moves, { path: path('order'), is: ['random'] }],
    },
  ];
}

/** How the film opens or closes. */
function endControls(end: EndWords): ControlSpec[] {
  const path = (key: string) => `pace.${end.id}.${key}`;
  return [
    {
      id: end.id,
      path: path('how'),
      step,
      label: end.marks,
      words: end.words,
      input: {
        kind: 'pick',
        choices: choices([
          ['none', end.still],
          ['grow', end.grow],
          ['slide', 'Slide'],
          ['fade', 'Fade'],
          ['spring', 'Spring'],
          ['wipe', end.wipe],
          ['draw', end.draw],
          ['turn', end.turn],
          ...(end.id === 'closing' ? ([['backwards', 'As they came, backwards']] as const) : []),
        ]),
      },
    },
    {
      id: `${end.id}-words`,
      path: path('words'),
      step,
      label: end.texts,
      words: 'title axis',
      input: {
        kind: 'pick',
        choices: choices([
          ['none', end.still],
          ['fade', 'Fade'],
          ['slide', 'Slide'],
        ]),
      },
    },
    {
      id: `${end.id}-sec`,
      path: path('sec'),
      step,
      label: end.takes,
      words: 'seconds',
      input: seconds(paceLimits.buildSec),
    },
    ...staggerControls(end),
  ];
}

const openingControls = endControls({
  id: 'opening',
  marks: 'Marks come',
  texts: 'Texts come',
  takes: 'Opening takes',
  still: 'Are there',
  grow: 'Grow',
  wipe: 'Are uncovered',
  turn: 'Turn open',
  draw: 'Are drawn',
  order: 'Order of coming',
  seed: 'Seed of coming',
  fold: 'In which order they come',
  words: 'bars lines columns entrance intro animate in',
});

const closingControls = endControls({
  id: 'closing',
  marks: 'Marks go',
  texts: 'Texts go',
  takes: 'Closing takes',
  still: 'Stay',
  grow: 'Shrink',
  wipe: 'Are covered',
  turn: 'Turn shut',
  draw: 'Are drawn back',
  order: 'Order of going',
  seed: 'Seed of going',
  fold: 'In which order they go',
  words: 'bars lines columns exit outro animate out',
});

const captionControls: readonly ControlSpec[] = [
  {
    id: 'caption-at',
    path: 'dress.captions.at',
    step,
    label: 'Captions stand',
    words: 'position',
    input: {
      kind: 'pick',
      choices: aboveOrBelow,
    },
  },
  {
    id: 'caption-panel',
    path: 'dress.captions.panel',
    step,
    label: 'Panel behind captions',
    words: 'box',
    input: { kind: 'switch' },
  },
];

const stillLengthControl: ControlSpec = {
  id: 'moment-sec',
  path: 'play.lengthSec',
  step,
  label: 'Film of the moment takes',
  words: 'length duration seconds built',
  input: { kind: 'number', range: paceLimits.lengthSec, step: 0.5, unit: 's' },
  when: [{ path: 'play.kind', is: ['built'] }],
};

/** The controls of Pace that every family has. */
export const paceControls: readonly ControlSpec[] = [
  stillLengthControl,
  ...movementControls,
  ...openingControls,
  ...closingControls,
  ...captionControls,
];

/** How much longer than the others a beat lasts; its place in the chart depends on the playhead. */
export const beatControl: ControlSpec = {
  id: 'beat',
  path: 'pace.beats',
  step,
  label: 'Beat at the playhead',
  words: 'slow down hurry uneven',
  input: { kind: 'number', range: paceLimits.weight, step: 0.1, unit: 'times' },
};
