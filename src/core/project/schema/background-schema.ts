import { projectLimits } from '../limits';
import { byKind, colour, name, number, oneOf, share } from './parts';

const base = colour('The colour under everything; of two colours the first one');
const to = colour('The colour that the gradient runs into');

/** A background, as it stands in projects and in files of looks. */
export const backgroundSchema = byKind({
  plain: ['One colour', { colour: base }],
  clear: ['Nothing, for laying over footage; the colour only decides the inks', { colour: base }],
  linear: [
    'A gradient along a line',
    { colour: base, to, angleDeg: number(projectLimits.angleDeg, 'degrees', 'Turns from left-to-right (0) clockwise') },
  ],
  radial: ['A gradient from the middle', { colour: base, to }],
  picture: [
    'A picture of the project',
    {
      colour: base,
      pictureId: name('Which of the project’s pictures; empty while none is chosen'),
      fit: oneOf(['fill', 'fit'], 'Fills the stage, or shows all of the picture'),
      dim: share('How much of the colour lies over the picture'),
      blur: number(projectLimits.backgroundBlur, '% of the shorter side', 'How blurred the picture is'),
    },
  ],
})
  .required()
  .description('What lies behind everything');
