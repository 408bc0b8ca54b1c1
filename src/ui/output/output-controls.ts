import { type ControlSpec, choices } from '@/core/project/control-spec';

const step = 'output' as const;
const forGif = [{ path: 'kind', is: ['gif'] }];
const forPicture = [{ path: 'kind', is: ['picture'] }];
const forData = [{ path: 'kind', is: ['data'] }];
const numbers = (list: readonly string[], after = '') => choices(list.map((value) => [value, `${value}${after}`]));

/** How good a film is; it stands by itself, as what it comes to in bits depends on the film. */
export const qualityControl: ControlSpec = {
  id: 'film-quality',
  path: 'quality',
  step,
  label: 'Quality',
  words: 'bit rate',
  input: {
    kind: 'pick',
    choices: choices([
      ['light', 'Light'],
      ['good', 'Good'],
      ['best', 'Best'],
    ]),
  },
};

/** How each kind of output is made, as far as it depends on nothing but the choice. Paths are those of `OutputChoice`. */
export const outputControls: readonly ControlSpec[] = [
  {
    id: 'gif-rate',
    path: 'gifRate',
    step,
    label: 'Pictures a second',
    words: 'gif frame rate',
    hint: 'A GIF counts in hundredths of a second, so only these come out even.',
    input: { kind: 'pick', choices: numbers(['10', '20', '25', '50']), numbers: true },
    when: forGif,
  },
  {
    id: 'gif-palette',
    path: 'gifPalette',
    step,
    label: 'Palette of the GIF',
    words: 'colours',
    input: {
      kind: 'pick',
      choices: choices([
        ['one', 'One for all', 'Quick and small.'],
        ['each', 'One for each picture', 'Truer for photographs, about twice the size.'],
      ]),
    },
    when: forGif,
  },
  {
    id: 'gif-dither',
    path: 'gifDither',
    step,
    label: 'Dither',
    words: 'gif gradients bands',
    input: { kind: 'switch' },
    when: forGif,
  },
  {
    id: 'picture-type',
    path: 'picture',
    step,
    label: 'Picture as',
    words: 'png jpeg webp svg pdf still',
    input: {
      kind: 'pick',
      choices: choices([
        ['png', 'PNG'],
        ['jpeg', 'JPEG'],
        ['webp', 'WebP'],
        ['svg', 'SVG', 'Text stays text; its fonts are inside the file.'],
        ['pdf', 'PDF'],
      ]),
    },
    when: forPicture,
  },
  {
    id: 'picture-times',
    path: 'times',
    step,
    label: 'Pixels for one of the stage',
    words: 'resolution retina scale',
    input: { kind: 'pick', choices: numbers(['1', '2', '3', '4'], '×'), numbers: true },
    when: [...forPicture, { path: 'picture', is: ['png', 'jpeg', 'webp'] }],
  },
  {
    id: 'picture-clear',
    path: 'clear',
    step,
    label: 'Without the background',
    words: 'transparent alpha cut out',
    input: { kind: 'switch' },
    when: [...forPicture, { path: 'picture', is: ['png', 'webp', 'svg'] }],
  },
  {
    id: 'data-table',
    path: 'table',
    step,
    label: 'Which numbers',
    words: 'shaped ranking frames data table',
    input: {
      kind: 'pick',
      choices: choices([
        ['shaped', 'Shaped table'],
        ['ranking', 'Ranking per period'],
        ['frames', 'Values per frame'],
      ]),
    },
    when: forData,
  },
  {
    id: 'data-format',
    path: 'tableFormat',
    step,
    label: 'Table as',
    words: 'csv xlsx json',
    input: {
      kind: 'pick',
      choices: choices([
        ['csv', 'CSV'],
        ['xlsx', 'XLSX'],
        ['json', 'JSON'],
      ]),
    },
    when: forData,
  },
];
