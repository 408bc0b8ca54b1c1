import type { KnownFamily } from '../../project/family-document';
import { progressControls } from './controls';
import { type ProgressOwn, progressDocument } from './document';

/** Progress, as the editor knows it. */
export const progressKnown: KnownFamily<ProgressOwn> = {
  id: 'progress',
  name: 'Progress',
  marks: 'Rings',
  tells: 'how-far-along',
  plays: ['through-time', 'built'],
  uses: new Set(['pictures', 'leader', 'total', 'moments']),
  builds: {
    moving: ['turn', 'fade'],
    still: ['turn', 'fade'],
    order: 'place',
    stands: false,
  },
  document: progressDocument,
  controls: progressControls,
};
