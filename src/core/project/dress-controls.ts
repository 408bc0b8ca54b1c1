import type { ControlSpec } from './control-spec';
import { axisControls } from './controls/axis-controls';
import { colourControls } from './controls/colour-controls';
import { numberControls } from './controls/number-controls';
import { paneControls } from './controls/pane-controls';
import { pictureControls } from './controls/picture-controls';
import { typeControls } from './controls/type-controls';
import { wordControls } from './controls/word-controls';

/** The controls of Dress that every family has, or those that make use of what they set. */
export const dressControls: readonly ControlSpec[] = [
  ...paneControls,
  ...wordControls,
  ...typeControls,
  ...colourControls,
  ...pictureControls,
  ...axisControls,
  ...numberControls,
];
