import type { ControlSpec } from './control-spec';
import { axisControls } from './controls/axis-controls';
import { colourControls } from './controls/colour-controls';
import { numberControls } from './controls/number-controls';
import { pictureControls } from './controls/picture-controls';
import { typeControls } from './controls/type-controls';
import { wordControls } from './controls/word-controls';

/** The controls of Dress that every family has, or those that make use of what they set. */
export const dressControls: readonly ControlSpec[] = [
  ...wordControls,
  ...typeControls,
  ...colourControls,
  ...pictureControls,
  ...axisControls,
  ...numberControls,
];
