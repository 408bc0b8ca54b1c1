import type { KnownFamily } from '../../project/family-document';
import { pieControls } from './controls';
import { type PieOwn, pieDocument } from './document';

/** A pie, or a ring, as the editor knows it. */
export const pieKnown: KnownFamily<PieOwn> = {
  id: 'pie',
  name: 'Pie',
  marks: 'Slices',
  tells: 'who-has-which-share',
  plays: ['through-time', 'built'],
  uses: new Set(['pictures', 'legend', 'leader', 'total', 'moments']),
  builds: {
    moving: ['turn', 'grow', 'fade', 'spring'],
    still: ['turn', 'grow', 'fade', 'spring'],
    order: 'place',
    stands: false,
  },
  document: pieDocument,
  controls: pieControls,
};
