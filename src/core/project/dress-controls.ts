import { groupings, locales } from '../scale/number-format';
import { type ControlSpec, choices, percentInput } from './control-spec';
import { projectLimits } from './limits';
import { type CounterPart, corners } from './text-style';

const step = 'dress' as const;
const { textLength, affixLength } = projectLimits;

/** Words and look of the axis, of its lines, and of the legend. */
const axisControls: readonly ControlSpec[] = [
  {
    id: 'axis-name',
    path: 'axis.name',
    step,
    label: 'Name of the axis',
    words: 'label unit',
    input: { kind: 'text', maxLength: textLength, placeholder: 'What the axis counts' },
  },
  {
    id: 'axis-ticks',
    path: 'dress.axis.ticks',
    step,
    label: 'Numbers on the axis',
    words: 'ticks labels',
    input: { kind: 'switch' },
  },
  {
    id: 'axis-side',
    path: 'dress.axis.side',
    step,
    label: 'Axis stands',
    words: 'side top bottom',
    input: {
      kind: 'pick',
      choices: choices([
        ['start', 'Top or left'],
        ['end', 'Bottom or right'],
      ]),
    },
  },
  {
    id: 'grid-width',
    path: 'dress.axis.gridWidth',
    step,
    label: 'Grid lines',
    words: 'weight',
    input: { kind: 'number', range: [0, 2], step: 0.05, unit: '%' },
  },
  {
    id: 'grid-colour',
    path: 'dress.axis.gridColour',
    step,
    label: 'Colour of the grid',
    words: 'lines',
    input: { kind: 'colour', automatic: 'Follows the background' },
  },
  {
    id: 'zero-line',
    path: 'dress.axis.zeroLine',
    step,
    label: 'Zero line',
    words: 'baseline',
    input: { kind: 'switch' },
  },
  {
    id: 'average-line',
    path: 'axis.average',
    step,
    label: 'Line at the average',
    words: 'mean',
    input: { kind: 'switch' },
  },
  {
    id: 'legend',
    path: 'dress.legend.shown',
    step,
    label: 'Legend',
    words: 'key',
    hint: 'It helps where colour tells groups or values.',
    input: {
      kind: 'pick',
      choices: choices([
        ['auto', 'Where it helps'],
        ['never', 'Never'],
      ]),
    },
  },
  {
    id: 'legend-at',
    path: 'dress.legend.at',
    step,
    label: 'Legend stands',
    words: 'position',
    input: {
      kind: 'pick',
      choices: choices([
        ['top', 'Above the chart'],
        ['bottom', 'Below it'],
      ]),
    },
  },
  {
    id: 'legend-order',
    path: 'dress.legend.order',
    step,
    label: 'Order of the legend',
    words: 'sort',
    input: {
      kind: 'pick',
      choices: choices([
        ['table', 'As in the table'],
        ['name', 'By name'],
      ]),
    },
  },
];

const byValue = [{ path: 'dress.colour.by', is: ['value'] }];
const oneForAll = [{ path: 'dress.colour.by', is: ['one'] }];

const colourControls: readonly ControlSpec[] = [
  {
    id: 'colour-by',
    path: 'dress.colour.by',
    step,
    label: 'Colour tells',
    words: 'by category group value highlight',
    input: {
      kind: 'pick',
      choices: choices([
        ['category', 'Each its own'],
        ['group', 'By group'],
        ['value', 'By value'],
        ['one', 'One for all', 'Mark below who stands out.'],
      ]),
    },
  },
  {
    id: 'ramp-low',
    path: 'dress.colour.ramp.0',
    step,
    label: 'Least value',
    words: 'ramp gradient',
    input: { kind: 'colour' },
    when: byValue,
  },
  {
    id: 'ramp-high',
    path: 'dress.colour.ramp.1',
    step,
    label: 'Greatest value',
    words: 'ramp gradient',
    input: { kind: 'colour' },
    when: byValue,
  },
  {
    id: 'one-colour',
    path: 'dress.colour.one',
    step,
    label: 'Colour of all',
    words: 'single grey',
    input: { kind: 'colour' },
    when: oneForAll,
  },
  {
    id: 'highlight-colour',
    path: 'dress.colour.highlight',
    step,
    label: 'Colour of who stands out',
    words: 'highlight accent',
    input: { kind: 'colour' },
    when: oneForAll,
  },
];

const withPictures = [{ path: 'dress.pictures.shown', is: [true] }];

const pictureControls: readonly ControlSpec[] = [
  {
    id: 'pictures',
    path: 'dress.pictures.shown',
    step,
    label: 'Show pictures',
    words: 'images icons logos',
    input: { kind: 'switch' },
  },
  {
    id: 'picture-at',
    path: 'dress.pictures.at',
    step,
    label: 'Pictures stand',
    words: 'position',
    when: withPictures,
    input: {
      kind: 'pick',
      choices: choices([
        ['beside', 'Beside the name'],
        ['inside', 'At the foot'],
        ['end', 'At the end'],
      ]),
    },
  },
  {
    id: 'picture-shape',
    path: 'dress.pictures.shape',
    step,
    label: 'Shape of pictures',
    words: 'round square crop',
    when: withPictures,
    input: {
      kind: 'pick',
      choices: choices([
        ['round', 'Round'],
        ['square', 'Square'],
        ['plain', 'As it is'],
      ]),
    },
  },
  {
    id: 'picture-size',
    path: 'dress.pictures.size',
    step,
    label: 'Size of pictures',
    words: 'scale',
    when: withPictures,
    input: { ...percentInput, range: [0.4, 1] },
  },
  {
    id: 'flags',
    path: 'dress.pictures.flags',
    step,
    label: 'Flags of countries',
    words: 'iso 3166',
    when: withPictures,
    input: { kind: 'switch' },
  },
  {
    id: 'monograms',
    path: 'dress.pictures.monograms',
    step,
    label: 'Letters where there is none',
    words: 'monogram initials',
    when: withPictures,
    input: { kind: 'switch' },
  },
];

const languages = new Intl.DisplayNames('en', { type: 'language' });
const groupingWords = { locale: 'As the language does', none: 'Nothing', thin: 'A thin space' };

const numberControls: readonly ControlSpec[] = [
  {
    id: 'prefix',
    path: 'numbers.prefix',
    step,
    label: 'Before the number',
    words: 'prefix currency unit',
    input: { kind: 'text', maxLength: affixLength, row: true },
  },
  {
    id: 'suffix',
    path: 'numbers.suffix',
    step,
    label: 'After the number',
    words: 'suffix unit percent',
    input: { kind: 'text', maxLength: affixLength, row: true },
  },
  {
    id: 'compact',
    path: 'numbers.compact',
    step,
    label: 'Shorten large numbers',
    words: 'compact thousands millions K M B',
    input: { kind: 'switch' },
  },
  {
    id: 'locale',
    path: 'numbers.locale',
    step,
    label: 'Language',
    words: 'locale separators decimal comma',
    input: {
      kind: 'select',
      choices: locales.map((value) => ({ value, label: languages.of(value) ?? value })),
    },
  },
  {
    id: 'grouping',
    path: 'numbers.grouping',
    step,
    label: 'Between thousands',
    words: 'separators',
    input: { kind: 'select', choices: groupings.map((value) => ({ value, label: groupingWords[value] })) },
  },
  {
    id: 'percent',
    path: 'numbers.percent',
    step,
    label: 'As percent',
    words: 'share',
    input: { kind: 'switch' },
  },
];

const cornerWords = {
  auto: 'Where there is room',
  'top-start': 'Upper left',
  'top-end': 'Upper right',
  'bottom-start': 'Lower left',
  'bottom-end': 'Lower right',
};
const cornerInput = {
  kind: 'select',
  choices: corners.map((value) => ({ value, label: cornerWords[value] })),
} as const;
const whileShown = (part: CounterPart) => [{ path: `dress.counters.${part}.shown`, is: [true] }];

const wordControls: readonly ControlSpec[] = [
  {
    id: 'title',
    path: 'text.title',
    step,
    label: 'Title',
    words: 'heading text headline',
    input: { kind: 'text', maxLength: textLength, placeholder: 'What the film is about', lines: 2 },
  },
  {
    id: 'subtitle',
    path: 'text.subtitle',
    step,
    label: 'Subtitle',
    words: 'text second line',
    input: { kind: 'text', maxLength: textLength, placeholder: 'What is counted, in what unit' },
  },
  {
    id: 'source',
    path: 'text.source',
    step,
    label: 'Source note',
    words: 'footnote credit text',
    input: { kind: 'text', maxLength: textLength, placeholder: 'Where the numbers come from' },
  },
  {
    id: 'stamp',
    path: 'dress.counters.stamp.shown',
    step,
    label: 'Show the period',
    words: 'year date stamp counter',
    input: { kind: 'switch' },
  },
  {
    id: 'stamp-at',
    path: 'dress.counters.stamp.at',
    step,
    label: 'Period stands',
    words: 'corner place position',
    input: cornerInput,
    when: whileShown('stamp'),
  },
  {
    id: 'stamp-rolls',
    path: 'dress.rollingStamp',
    step,
    label: 'Digits roll over',
    words: 'rolling counter odometer',
    input: { kind: 'switch' },
  },
  {
    id: 'total-shown',
    path: 'dress.counters.total.shown',
    step,
    label: 'Show the total',
    words: 'sum counter',
    input: { kind: 'switch' },
  },
  {
    id: 'total-text',
    path: 'text.total',
    step,
    label: 'Words of the total',
    words: 'sum text',
    input: { kind: 'text', maxLength: textLength, placeholder: 'Total {total}' },
    when: whileShown('total'),
  },
  {
    id: 'total-at',
    path: 'dress.counters.total.at',
    step,
    label: 'Total stands',
    words: 'corner place',
    input: cornerInput,
    when: whileShown('total'),
  },
  {
    id: 'leader-shown',
    path: 'dress.counters.leader.shown',
    step,
    label: 'Show the leader',
    words: 'first reign counter',
    input: { kind: 'switch' },
  },
  {
    id: 'leader-text',
    path: 'text.leader',
    step,
    label: 'Words of the leader',
    words: 'text',
    input: { kind: 'text', maxLength: textLength, placeholder: '{leader}' },
    when: whileShown('leader'),
  },
  {
    id: 'leader-at',
    path: 'dress.counters.leader.at',
    step,
    label: 'Leader stands',
    words: 'corner place',
    input: cornerInput,
    when: whileShown('leader'),
  },
];

const type = (key: string) => ({ path: `dress.texts.title.${key}`, step }) as const;

/** How one kind of text is set; the bench puts the text that is picked in place of the title. */
const typeControls: readonly ControlSpec[] = [
  {
    id: 'type-weight',
    ...type('weight'),
    label: 'Weight',
    words: 'bold thin',
    input: { kind: 'number', range: [100, 900], step: 100, unit: '', decimals: 0 },
  },
  { id: 'type-italic', ...type('italic'), label: 'Italic', words: 'slanted', input: { kind: 'switch' } },
  { id: 'type-capitals', ...type('capitals'), label: 'Capitals', words: 'uppercase', input: { kind: 'switch' } },
  {
    id: 'type-spacing',
    ...type('spacing'),
    label: 'Spacing',
    words: 'letter spacing tracking',
    input: { ...percentInput, range: projectLimits.spacing, step: 1 },
  },
  {
    id: 'type-colour',
    ...type('colour'),
    label: 'Colour of the text',
    words: 'ink',
    input: { kind: 'colour', automatic: 'Follows the background' },
  },
  {
    id: 'type-align',
    ...type('align'),
    label: 'Stands at the',
    words: 'alignment left right centre',
    input: {
      kind: 'pick',
      choices: choices([
        ['start', 'Left'],
        ['middle', 'Middle'],
        ['end', 'Right'],
      ]),
    },
  },
  { id: 'type-shadow', ...type('shadow'), label: 'Shadow of the text', words: 'drop', input: percentInput },
];

/** The controls of Dress that every family has, or those that make use of what they set. */
export const dressControls: readonly ControlSpec[] = [
  ...wordControls,
  ...typeControls,
  ...colourControls,
  ...pictureControls,
  ...axisControls,
  ...numberControls,
];
