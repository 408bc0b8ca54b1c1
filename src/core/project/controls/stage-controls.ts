import { type ControlSpec, choices, percentInput } from '../control-spec';
import { projectLimits } from '../limits';

const step = 'dress' as const;

/** What lies behind everything, beside its kind and its first colour. Paths are those of the stage. */
export const backgroundControls: readonly ControlSpec[] = [
  {
    id: 'background-to',
    path: 'background.to',
    step,
    label: 'Second colour',
    words: 'gradient',
    input: { kind: 'colour' },
    when: [{ path: 'background.kind', is: ['linear', 'radial'] }],
  },
  {
    id: 'background-angle',
    path: 'background.angleDeg',
    step,
    label: 'Angle',
    words: 'gradient direction',
    input: { kind: 'number', range: projectLimits.angleDeg, step: 5, decimals: 0, unit: '°' },
    when: [{ path: 'background.kind', is: ['linear'] }],
  },
];

/** How a picture lies behind everything. */
export const backgroundPictureControls: readonly ControlSpec[] = [
  {
    id: 'background-fit',
    path: 'background.fit',
    step,
    label: 'Picture is to',
    words: 'fill fit cover',
    input: {
      kind: 'pick',
      choices: choices([
        ['fill', 'Fill the stage'],
        ['fit', 'Show all of it'],
      ]),
    },
  },
  {
    id: 'background-dim',
    path: 'background.dim',
    step,
    label: 'Dimmed',
    words: 'darker overlay',
    input: percentInput,
  },
  {
    id: 'background-blur',
    path: 'background.blur',
    step,
    label: 'Blurred',
    words: 'soft',
    input: { kind: 'number', range: projectLimits.backgroundBlur, step: 0.25, unit: '%' },
  },
];

const side = (id: string, path: string, label: string, words: string): ControlSpec => ({
  id,
  path,
  step,
  label,
  words,
  input: { kind: 'number', range: projectLimits.stagePx, step: 2, decimals: 0, unit: 'px' },
});
const margin = (name: string, label: string): ControlSpec => ({
  id: `margin-${name}`,
  path: `margins.${name}`,
  step,
  label,
  words: 'padding',
  input: { kind: 'number', range: projectLimits.margin, step: 0.5, decimals: 1, unit: '%' },
});

/** The size of the stage, and the room that stays free along its edges. */
export const stageSizeControls: readonly ControlSpec[] = [
  side('stage-width', 'widthPx', 'Width of the stage', 'pixels size 4k'),
  side('stage-height', 'heightPx', 'Height of the stage', 'pixels size'),
  margin('top', 'Margin above'),
  margin('right', 'Margin at the right'),
  margin('bottom', 'Margin below'),
  margin('left', 'Margin at the left'),
];

/** Every control of the stage that is drawn from its specification. */
export const stageControls: readonly ControlSpec[] = [
  ...backgroundControls,
  ...backgroundPictureControls,
  ...stageSizeControls,
];

/** Lines over the picture to place things by: of the session, not of the document. */
export const guideControl: ControlSpec = {
  id: 'guides',
  path: 'guides',
  step,
  label: 'Guides',
  words: 'thirds safe area',
  hint: 'Guides are never exported.',
  input: {
    kind: 'pick',
    choices: choices([
      ['none', 'None'],
      ['thirds', 'Thirds'],
      ['safe', 'Safe area'],
    ]),
  },
};
