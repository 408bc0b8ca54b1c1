import type { KnownFamily } from '../../project/family-document';
import { areasControls } from './controls';
import { type AreasOwn, areasDocument } from './document';

/** Areas, as the editor knows them. */
export const areasKnown: KnownFamily<AreasOwn> = {
  id: 'areas',
  name: 'Areas',
  marks: 'Areas',
  tells: 'how-it-went',
  plays: ['drawn'],
  uses: new Set(['value-axis', 'legend', 'leader', 'total', 'moments']),
  document: areasDocument,
  controls: areasControls,
};
