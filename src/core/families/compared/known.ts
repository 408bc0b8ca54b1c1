import type { KnownFamily } from '../../project/family-document';
import { comparedControls } from './controls';
import { type ComparedOwn, comparedDocument } from './document';

/** Columns that compare, as the editor knows them. */
export const comparedKnown: KnownFamily<ComparedOwn> = {
  id: 'compared',
  name: 'Columns compared',
  marks: 'Columns',
  tells: 'what-goes-with-what',
  plays: ['through-time', 'built'],
  uses: new Set(['value-axis', 'legend', 'bars', 'leader', 'total', 'parts', 'past']),
  builds: {
    moving: ['grow', 'fade', 'spring'],
    still: ['grow', 'wipe', 'fade', 'spring'],
    order: 'stands',
    stands: true,
  },
  document: comparedDocument,
  controls: comparedControls,
};
