import { type ControlSpec, percentInput } from '../../project/control-spec';

const shape = { step: 'dress', fold: 'Shape', input: percentInput } as const;

/** How far marks stand out of the plane. */
export const depthControls: readonly ControlSpec[] = [
  {
    id: 'bar-depth',
    path: 'dress.bars.depth',
    ...shape,
    label: 'Stand out',
    words: 'depth 3d solid extrude block',
  },
  {
    id: 'bar-depth-angle',
    path: 'dress.bars.depthAngle',
    ...shape,
    label: 'Their backs lie at',
    words: 'depth direction angle perspective',
    input: { kind: 'number', range: [-180, 180], step: 5, unit: '°', decimals: 0 },
  },
  {
    id: 'bar-light',
    path: 'dress.bars.light',
    ...shape,
    label: 'Light on the sides',
    words: 'depth shade tone contrast',
  },
];

/** How bars and columns look. */
export const barStyleControls: readonly ControlSpec[] = [
  {
    id: 'thickness',
    path: 'dress.bars.thickness',
    ...shape,
    label: 'Thickness',
    words: 'gap width height',
    input: { ...percentInput, range: [0.2, 1] },
  },
  { id: 'corners', path: 'dress.bars.corners', ...shape, label: 'Corners', words: 'round radius' },
  { id: 'bar-gradient', path: 'dress.bars.gradient', ...shape, label: 'Runs out', words: 'gradient fade' },
  {
    id: 'bar-outline',
    path: 'dress.bars.outline',
    ...shape,
    label: 'Outline',
    words: 'border stroke',
    input: { kind: 'number', range: [0, 2], step: 0.05, unit: '%' },
  },
  {
    id: 'bar-outline-colour',
    path: 'dress.bars.outlineColour',
    ...shape,
    label: 'Colour of the outline',
    words: 'border',
    input: { kind: 'colour', automatic: 'As the ink' },
  },
  ...depthControls,
  { id: 'bar-shadow', path: 'dress.bars.shadow', ...shape, label: 'Shadow of bars', words: 'drop' },
];
