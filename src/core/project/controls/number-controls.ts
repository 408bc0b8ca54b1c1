import { groupings, locales } from '../../scale/number-format';
import type { ControlSpec } from '../control-spec';
import { projectLimits } from '../limits';

const step = 'dress' as const;
const { affixLength } = projectLimits;

const languages = new Intl.DisplayNames('en', { type: 'language' });
const groupingWords = { locale: 'As the language does', none: 'Nothing', thin: 'A thin space' };

/** How numbers are written. */
export const numberControls: readonly ControlSpec[] = [
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
