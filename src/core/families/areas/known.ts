import type { KnownFamily } from '../../project/family-document';
import { areasControls } from './controls';
import { type AreasOwn, areasDocument } from './document';

/** Areas, as the editor knows them. */
export const areasKnown: KnownFamily<AreasOwn> = {
  id: 'areas',
  name: 'Areas',
  marks: 'Areas',
  tells: 'how-it-went',
  plays: ['drawn', 'built'],
  uses: new Set(['value-axis', 'pictures', 'legend', 'leader', 'total', 'moments']),
  builds: {
    moving: ['grow', 'fade', 'spring'],
    still: ['wipe', 'grow', 'fade', 'spring'],
    order: 'place',
    stands: true,
  },
  document: areasDocument,
  controls: areasControls,
};
