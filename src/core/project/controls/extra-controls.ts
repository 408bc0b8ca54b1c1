import { type ControlSpec, percentInput } from '../control-spec';
import { projectLimits } from '../limits';

const step = 'dress' as const;
const size = { kind: 'number', range: projectLimits.extraSize, unit: '%' } as const;
const offset = { kind: 'number', range: projectLimits.extraOffset, step: 0.5, decimals: 1, unit: '%' } as const;

/** What a text among the extras says. Paths are those of an extra. */
export const extraWordControls: readonly ControlSpec[] = [
  {
    id: 'extra-text',
    path: 'text',
    step,
    label: 'Text of the extra',
    words: 'note',
    input: { kind: 'text', maxLength: projectLimits.textLength, lines: 2 },
  },
];

/** In which type it stands, beside the family. */
export const extraFontControls: readonly ControlSpec[] = [
  {
    id: 'extra-weight',
    path: 'fontWeight',
    step,
    label: 'Weight of the extra',
    words: 'bold',
    input: { kind: 'number', range: projectLimits.fontWeight, step: 100, decimals: 0, unit: '' },
  },
];

/** Where an extra stands, counted from what holds it. */
export const extraPlaceControls: readonly ControlSpec[] = [
  { id: 'extra-x', path: 'anchor.dx', step, label: 'Sideways', words: 'position', input: offset },
  { id: 'extra-y', path: 'anchor.dy', step, label: 'Up and down', words: 'position', input: offset },
  { id: 'extra-width', path: 'width', step, label: 'Width of the extra', words: 'size', input: { ...size, step: 1 } },
  {
    id: 'extra-height',
    path: 'height',
    step,
    label: 'Height of the extra',
    words: 'size',
    input: { ...size, step: 0.5 },
  },
];

/** How an extra looks. */
export const extraLookControls: readonly ControlSpec[] = [
  {
    id: 'extra-colour',
    path: 'colour',
    step,
    label: 'Colour of the extra',
    words: 'fill',
    input: { kind: 'colour' },
    when: [{ path: 'kind', is: ['text', 'line', 'box', 'arrow'] }],
  },
  {
    id: 'extra-stroke',
    path: 'stroke',
    step,
    label: 'Line of the extra',
    words: 'stroke weight',
    input: { kind: 'number', range: projectLimits.extraStroke, step: 0.1, unit: '%' },
    when: [{ path: 'kind', is: ['line', 'box', 'arrow'] }],
  },
  { id: 'extra-opacity', path: 'opacity', step, label: 'Opacity', words: 'transparent', input: percentInput },
  {
    id: 'extra-behind',
    path: 'behind',
    step,
    label: 'Behind the chart',
    words: 'order',
    input: { kind: 'switch' },
  },
];

/** How fast an extra comes and goes. */
export const extraFadeControls: readonly ControlSpec[] = [
  {
    id: 'extra-fade',
    path: 'fadeSec',
    step,
    label: 'Fades in',
    words: 'seconds',
    input: { kind: 'number', range: projectLimits.fadeSec, step: 0.1, unit: 's' },
  },
];

/** Every control of an extra that is drawn from its specification. */
export const extraControls: readonly ControlSpec[] = [
  ...extraWordControls,
  ...extraFontControls,
  ...extraPlaceControls,
  ...extraLookControls,
  ...extraFadeControls,
];
