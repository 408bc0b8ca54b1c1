import type { KnownFamily } from '../../project/family-document';
import { mosaicControls } from './controls';
import { type MosaicOwn, mosaicDocument } from './document';

/** A mosaic, as the editor knows it. */
export const mosaicKnown: KnownFamily<MosaicOwn> = {
  id: 'mosaic',
  name: 'Mosaic',
  marks: 'Boxes',
  tells: 'who-has-which-share',
  plays: ['through-time', 'built'],
  uses: new Set(['legend', 'leader', 'total', 'moments', 'parts', 'past']),
  builds: {
    moving: ['grow', 'fade'],
    still: ['grow', 'fade'],
    order: 'place',
    stands: false,
  },
  document: mosaicDocument,
  controls: mosaicControls,
};
