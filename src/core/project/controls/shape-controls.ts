import { type ControlSpec, choices } from '../control-spec';

/** What stands where a value is missing. */
export const gapControl: ControlSpec = {
  id: 'gaps',
  path: 'gaps',
  step: 'shape',
  label: 'Missing values',
  words: 'gaps bridge carry zero absent',
  input: {
    kind: 'pick',
    choices: choices([
      ['bridge', 'Bridge', 'Between two known values, the missing ones follow the line between them.'],
      ['carry', 'Carry on', 'The last known value stays until the next one.'],
      ['zero', 'Zero', 'A missing value between two known ones counts as 0.'],
      ['absent', 'Absent', 'The bar leaves the stage while its value is missing.'],
    ]),
  },
};
