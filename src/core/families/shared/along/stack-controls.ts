import { type ControlSpec, choices } from '../../../project/control-spec';

/** What decides the order of a stack. */
export const stackOrderControl: ControlSpec = {
  id: 'stack-order',
  path: 'own.order',
  step: 'dress',
  label: 'At the foot',
  words: 'order sort stack bottom',
  input: {
    kind: 'select',
    choices: choices([
      ['total', 'The greatest in all'],
      ['table', 'The first of the table'],
      ['first', 'Who appears first'],
    ]),
  },
};
