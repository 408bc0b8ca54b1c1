import { type ControlSpec, choices, percentInput } from '../control-spec';

const step = 'dress' as const;

const withPictures = [{ path: 'dress.pictures.shown', is: [true] }];

/** Pictures of the categories, and where they stand. */
export const pictureControls: readonly ControlSpec[] = [
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
