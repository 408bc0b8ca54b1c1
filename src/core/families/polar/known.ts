import type { KnownFamily } from '../../project/family-document';
import { polarControls } from './controls';
import { type PolarOwn, polarDocument } from './document';

/** Wedges of equal angle, as the editor knows them. */
export const polarKnown: KnownFamily<PolarOwn> = {
  id: 'polar',
  name: 'Wedges',
  marks: 'Wedges',
  tells: 'what-stands-out',
  plays: ['through-time', 'built'],
  uses: new Set(['legend', 'pictures', 'leader', 'total', 'moments']),
  builds: {
    moving: ['grow', 'fade', 'spring'],
    still: ['grow', 'turn', 'fade', 'spring'],
    order: 'place',
    stands: false,
  },
  document: polarDocument,
  controls: polarControls,
};
