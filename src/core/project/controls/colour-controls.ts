import { type ControlSpec, choices } from '../control-spec';

const step = 'dress' as const;

const byValue = [{ path: 'dress.colour.by', is: ['value'] }];
const bySign = [{ path: 'dress.colour.by', is: ['sign'] }];
const oneForAll = [{ path: 'dress.colour.by', is: ['one'] }];

/** Who has which colour, and by what. */
export const colourControls: readonly ControlSpec[] = [
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
        ['sign', 'By sign', 'What is below 0, and what is not.'],
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
  {
    id: 'sign-above',
    path: 'dress.colour.one',
    step,
    label: 'Colour from 0 on',
    words: 'sign positive gain',
    input: { kind: 'colour' },
    when: bySign,
  },
  {
    id: 'sign-below',
    path: 'dress.colour.highlight',
    step,
    label: 'Colour below 0',
    words: 'sign negative loss',
    input: { kind: 'colour' },
    when: bySign,
  },
];
