import { type ControlSpec, choices, percentInput } from '../control-spec';
import { projectLimits } from '../limits';

const step = 'dress' as const;

const type = (key: string) => ({ path: `dress.texts.title.${key}`, step }) as const;

/** How one kind of text is set; the bench puts the text that is picked in place of the title. */
export const typeControls: readonly ControlSpec[] = [
  {
    id: 'type-weight',
    ...type('weight'),
    label: 'Weight',
    words: 'bold thin',
    input: { kind: 'number', range: projectLimits.fontWeight, step: 100, unit: '', decimals: 0 },
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
