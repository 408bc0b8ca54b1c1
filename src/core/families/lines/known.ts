import type { KnownFamily } from '../../project/family-document';
import { linesControls } from './controls';
import { type LinesOwn, linesDocument } from './document';
import { pressedPoint } from './labelled';

/** Lines, as the editor knows them. */
export const linesKnown: KnownFamily<LinesOwn> = {
  id: 'lines',
  name: 'Lines',
  marks: 'Lines',
  tells: 'how-it-went',
  plays: ['drawn', 'built'],
  uses: new Set(['value-axis', 'pictures', 'legend', 'leader', 'total', 'moments']),
  builds: { moving: ['fade'], still: ['draw', 'grow', 'fade', 'spring'], order: 'place', stands: true },
  document: linesDocument,
  pressPoint: pressedPoint,
  controls: linesControls,
};
