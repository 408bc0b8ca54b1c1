import { type ControlSpec, choices, percentInput } from '../../project/control-spec';
import { cellsControls } from '../shared/cells/cells-own';
import { momentWordsControl } from '../shared/common-controls';
import { cellsRange, endRange, thicknessRange } from './document';

const step = 'dress' as const;
const shape = { step, fold: 'Shape' } as const;
const given = [{ path: 'own.ends', is: ['given'] }];
const value = { kind: 'number', range: endRange, step: 1, unit: '' } as const;

/** Whose progress there is, between which ends, and how it is drawn. */
export const progressControls: readonly ControlSpec[] = [
  ...cellsControls('cells', cellsRange),
  {
    id: 'progress-form',
    path: 'own.form',
    step,
    label: 'Drawn as',
    words: 'ring bar gauge half dial speedometer form',
    input: {
      kind: 'select',
      choices: choices([
        ['ring', 'Rings'],
        ['bar', 'Bars'],
        ['half', 'Half rounds'],
        ['three-quarter', 'Three quarters of a round'],
      ]),
    },
  },
  {
    id: 'progress-pointer',
    path: 'own.pointer',
    step,
    label: 'How far it is',
    words: 'needle filled arc pointer',
    input: {
      kind: 'pick',
      choices: choices([
        ['filled', 'Is filled'],
        ['needle', 'A needle points at'],
      ]),
    },
    when: [{ path: 'own.form', is: ['half', 'three-quarter', 'ring'] }],
  },
  {
    id: 'progress-numbers',
    path: 'own.numbers',
    step,
    fold: 'Labels',
    label: 'Written is',
    words: 'percent value share labels numbers',
    input: {
      kind: 'pick',
      choices: choices([
        ['value', 'The value'],
        ['share', 'Its part of the way'],
        ['both', 'Both'],
      ]),
    },
  },
  {
    id: 'progress-ends',
    path: 'own.ends',
    step,
    label: 'Ends of the way',
    words: 'minimum maximum range goal full',
    input: {
      kind: 'pick',
      choices: choices([
        ['automatic', 'From the values'],
        ['given', 'Given'],
      ]),
    },
  },
  { id: 'progress-from', path: 'own.from', step, label: 'From', words: 'minimum start', input: value, when: given },
  { id: 'progress-to', path: 'own.to', step, label: 'To', words: 'maximum goal end', input: value, when: given },
  {
    id: 'progress-target',
    path: 'own.target',
    step,
    label: 'A mark on the way',
    words: 'target goal line',
    input: { kind: 'switch' },
  },
  {
    id: 'progress-target-value',
    path: 'own.targetValue',
    step,
    label: 'At',
    words: 'target goal',
    input: value,
    when: [{ path: 'own.target', is: [true] }],
  },
  {
    id: 'progress-ranges',
    path: 'own.ranges',
    step,
    label: 'Three ranges in colour',
    words: 'zones red green bands traffic',
    hint: 'In the colours of low and high values, which are under Colour.',
    input: { kind: 'switch' },
  },
  {
    id: 'progress-range-low',
    path: 'own.rangeLow',
    step,
    label: 'The lowest ends at',
    words: 'zone border',
    input: percentInput,
    when: [{ path: 'own.ranges', is: [true] }],
  },
  {
    id: 'progress-range-high',
    path: 'own.rangeHigh',
    step,
    label: 'The highest begins at',
    words: 'zone border',
    input: percentInput,
    when: [{ path: 'own.ranges', is: [true] }],
  },
  {
    id: 'progress-thickness',
    path: 'own.thickness',
    ...shape,
    label: 'Thickness',
    words: 'stroke width',
    input: { ...percentInput, range: thicknessRange },
  },
  {
    id: 'progress-round',
    path: 'own.roundEnds',
    ...shape,
    label: 'Round ends',
    words: 'caps corners',
    input: { kind: 'switch' },
  },
  momentWordsControl,
];
