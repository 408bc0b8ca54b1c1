import type { ControlSpec } from '../../project/control-spec';

/** Where the value axis ends: of every family that keeps it in `own.domain`. */
export const axisRangeControl: ControlSpec = {
  id: 'axis-range',
  path: 'own.domain',
  step: 'dress',
  label: 'Axis',
  words: 'scale domain range following fixed minimum maximum',
  input: { kind: 'made', by: 'axis-range' },
};

/** How moments are told: of every family that keeps it in `own.momentWords`. */
export const momentWordsControl: ControlSpec = {
  id: 'moment-words',
  path: 'own.momentWords',
  step: 'pace',
  label: 'Words of moments',
  words: 'template caption',
  input: { kind: 'made', by: 'moment-words' },
};
