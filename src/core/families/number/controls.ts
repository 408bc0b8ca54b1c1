import { type ControlSpec, choices } from '../../project/control-spec';
import { cellsControls } from '../shared/cells/cells-own';
import { momentWordsControl } from '../shared/common-controls';
import { CHANGE_WORDS_LENGTH, numbersRange } from './document';

const step = 'dress' as const;
const compared = [{ path: 'own.change', is: ['start', 'previous'] }];

/** Whose numbers there are, and what stands with them. */
export const numberControls: readonly ControlSpec[] = [
  ...cellsControls('numbers', numbersRange),
  {
    id: 'number-change',
    path: 'own.change',
    step,
    label: 'Change',
    words: 'difference delta growth since arrow',
    input: {
      kind: 'pick',
      choices: choices([
        ['start', 'Since the start'],
        ['previous', 'In one period'],
        ['none', 'None'],
      ]),
    },
  },
  {
    id: 'number-change-as',
    path: 'own.changeAs',
    step,
    label: 'Written',
    words: 'percent amount difference',
    input: {
      kind: 'pick',
      choices: choices([
        ['percent', 'In percent'],
        ['amount', 'As an amount'],
      ]),
    },
    when: compared,
  },
  {
    id: 'number-change-words',
    path: 'own.changeWords',
    step,
    label: 'Words behind it',
    words: 'since when text',
    hint: '{when} is the period that it is counted from.',
    input: { kind: 'text', maxLength: CHANGE_WORDS_LENGTH, row: true },
    when: compared,
  },
  {
    id: 'number-line',
    path: 'own.line',
    step,
    label: 'Small line of the way',
    words: 'sparkline trend mini',
    input: { kind: 'switch' },
  },
  {
    id: 'number-align',
    path: 'own.align',
    step,
    fold: 'Shape',
    label: 'Numbers stand',
    words: 'align left centre center',
    input: {
      kind: 'pick',
      choices: choices([
        ['start', 'At the left'],
        ['middle', 'In the middle'],
      ]),
    },
  },
  momentWordsControl,
];
