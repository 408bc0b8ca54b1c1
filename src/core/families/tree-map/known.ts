import type { KnownFamily } from '../../project/family-document';
import { treeMapControls } from './controls';
import { type TreeMapOwn, treeMapDocument } from './document';

/** A map of boxes, as the editor knows it. */
export const treeMapKnown: KnownFamily<TreeMapOwn> = {
  id: 'tree-map',
  name: 'Boxes',
  marks: 'Boxes',
  tells: 'who-has-which-share',
  plays: ['through-time', 'built'],
  uses: new Set(['pictures', 'legend', 'leader', 'total', 'moments']),
  builds: {
    moving: ['grow', 'fade', 'spring'],
    still: ['grow', 'fade', 'spring', 'wipe'],
    order: 'place',
    stands: false,
  },
  document: treeMapDocument,
  controls: treeMapControls,
};
