import { type ControlSpec, choices } from '../../project/control-spec';
import { momentWordsControl } from '../shared/common-controls';
import { biggestRange, bubblesRange, type Corner, corners, MOST_FOLLOWED, trailRange, valueRange } from './document';

const step = 'dress' as const;
const axes = { step, fold: 'The two axes' } as const;
const paths = { step, fold: 'Paths and names' } as const;
const field = { step, fold: 'Quadrants and best fit' } as const;

const roles = [
  ['value', 'First value'],
  ['second', 'Second value'],
  ['third', 'Third value'],
] as const;

const scaleChoices = choices([
  ['even', 'Equal steps'],
  ['log', 'Equal multiples', 'A logarithmic axis: what doubles moves by the same distance, wherever it starts.'],
]);

const cornerNames: Readonly<Record<Corner, string>> = {
  upLeft: 'Upper left says',
  upRight: 'Upper right says',
  downLeft: 'Lower left says',
  downRight: 'Lower right says',
};

/** What stands across, up and as area, and how bubbles look. */
export const bubblesControls: readonly ControlSpec[] = [
  {
    id: 'bubbles-across',
    path: 'own.across',
    step,
    label: 'Across',
    words: 'horizontal x axis value column',
    input: { kind: 'select', choices: choices([...roles]) },
  },
  {
    id: 'bubbles-up',
    path: 'own.up',
    step,
    label: 'Upwards',
    words: 'vertical y axis value column',
    input: { kind: 'select', choices: choices([...roles]) },
  },
  {
    id: 'bubbles-size',
    path: 'own.size',
    step,
    label: 'The area is',
    words: 'size radius bubble value column',
    input: { kind: 'select', choices: choices([...roles, ['same', 'The same for all']]) },
  },
  {
    id: 'bubbles-biggest',
    path: 'own.biggest',
    step,
    label: 'Radius of the greatest',
    words: 'size large small bubble',
    input: { kind: 'number', range: biggestRange, step: 0.5, unit: '%' },
  },
  {
    id: 'bubbles-follow',
    path: 'own.follow',
    step,
    label: 'Followed by the eye',
    words: 'highlight emphasis focus names',
    input: {
      kind: 'made',
      by: 'names',
      chosen: { title: 'Followed by the eye', hint: 'The others step back.', most: MOST_FOLLOWED },
    },
  },
  {
    id: 'bubbles-places',
    path: 'own.places',
    step,
    label: 'Bubbles at most',
    words: 'number of categories top limit',
    input: { kind: 'number', range: bubblesRange, step: 1, unit: 'bubbles', decimals: 0 },
  },
  {
    id: 'bubbles-across-range',
    path: 'own.acrossDomain',
    ...axes,
    label: 'Axis across',
    words: 'scale domain range following fixed minimum maximum horizontal',
    input: { kind: 'made', by: 'axis-range' },
  },
  {
    id: 'bubbles-across-scale',
    path: 'own.acrossScale',
    ...axes,
    label: 'Across, equally far apart',
    words: 'logarithmic log linear scale',
    input: { kind: 'pick', choices: scaleChoices },
  },
  {
    id: 'bubbles-across-zero',
    path: 'own.acrossZero',
    ...axes,
    label: 'Across from 0',
    words: 'zero baseline axis',
    input: { kind: 'switch' },
    when: [{ path: 'own.acrossScale', is: ['even'] }],
  },
  {
    id: 'bubbles-up-range',
    path: 'own.upDomain',
    ...axes,
    label: 'Upright axis',
    words: 'scale domain range following fixed minimum maximum vertical',
    input: { kind: 'made', by: 'axis-range' },
  },
  {
    id: 'bubbles-up-scale',
    path: 'own.upScale',
    ...axes,
    label: 'Upwards, equally far apart',
    words: 'logarithmic log linear scale',
    input: { kind: 'pick', choices: scaleChoices },
  },
  {
    id: 'bubbles-up-zero',
    path: 'own.upZero',
    ...axes,
    label: 'Upwards from 0',
    words: 'zero baseline axis',
    input: { kind: 'switch' },
    when: [{ path: 'own.upScale', is: ['even'] }],
  },
  {
    id: 'bubbles-up-name',
    path: 'own.upName',
    ...axes,
    label: 'Words of the upright axis',
    words: 'title name vertical',
    input: { kind: 'text', maxLength: 500, placeholder: 'As its values are called' },
  },
  {
    id: 'bubbles-shade',
    path: 'own.shade',
    ...axes,
    label: 'Colours follow',
    words: 'ramp colour by value',
    input: { kind: 'select', choices: choices([...roles]) },
    when: [{ path: 'dress.colour.by', is: ['value', 'sign'] }],
  },
  {
    id: 'bubbles-labels',
    path: 'own.labels',
    ...paths,
    label: 'Names of',
    words: 'labels',
    input: {
      kind: 'pick',
      choices: choices([
        ['all', 'All'],
        ['largest', 'The largest'],
        ['followed', 'Followed'],
        ['none', 'None'],
      ]),
    },
  },
  {
    id: 'bubbles-trails',
    path: 'own.trails',
    ...paths,
    label: 'Paths behind',
    words: 'trail tail history track',
    input: {
      kind: 'pick',
      choices: choices([
        ['none', 'None'],
        ['followed', 'Followed'],
        ['all', 'All'],
      ]),
    },
  },
  {
    id: 'bubbles-trail-length',
    path: 'own.trailPeriods',
    ...paths,
    label: 'A path reaches back',
    words: 'trail length periods',
    input: { kind: 'number', range: trailRange, step: 1, unit: 'periods', decimals: 0 },
    when: [{ path: 'own.trails', is: ['followed', 'all'] }],
  },
  {
    id: 'bubbles-fit',
    path: 'own.fitLine',
    ...field,
    label: 'Line of best fit',
    words: 'regression trend correlation least squares',
    input: { kind: 'switch' },
  },
  {
    id: 'bubbles-quadrants',
    path: 'own.quadrants',
    ...field,
    label: 'Field in four',
    words: 'quadrants average split lines',
    input: {
      kind: 'pick',
      choices: choices([
        ['none', 'No'],
        ['average', 'At the averages'],
        ['given', 'By hand'],
      ]),
    },
  },
  ...(
    [
      ['bubbles-quadrant-across', 'own.quadrantAcross', 'Upright line at'],
      ['bubbles-quadrant-up', 'own.quadrantUp', 'Lying line at'],
    ] as const
  ).map(
    ([id, path, label]): ControlSpec => ({
      id,
      path,
      ...field,
      label,
      words: 'quadrants split value',
      input: { kind: 'number', range: valueRange, step: 1, unit: '' },
      when: [{ path: 'own.quadrants', is: ['given'] }],
    }),
  ),
  ...corners.map(
    (corner): ControlSpec => ({
      id: `bubbles-corner-${corner.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`,
      path: `own.quadrantWords.${corner}`,
      ...field,
      label: cornerNames[corner],
      words: 'quadrants words label corner',
      input: { kind: 'text', maxLength: 500 },
      when: [{ path: 'own.quadrants', is: ['average', 'given'] }],
    }),
  ),
  momentWordsControl,
];
