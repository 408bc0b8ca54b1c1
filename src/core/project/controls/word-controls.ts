import type { ControlSpec } from '../control-spec';
import { projectLimits } from '../limits';
import { type CounterPart, corners } from '../text-style';

const step = 'dress' as const;
const { textLength } = projectLimits;

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

/** Texts, and what counts along with the film. */
export const wordControls: readonly ControlSpec[] = [
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
