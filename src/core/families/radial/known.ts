import type { KnownFamily } from '../../project/family-document';
import { radialControls } from './controls';
import { type RadialOwn, radialDocument } from './document';

/** Bars around a middle, as the editor knows them. */
export const radialKnown: KnownFamily<RadialOwn> = {
  id: 'radial',
  name: 'Radial bars',
  marks: 'Rings',
  tells: 'who-leads',
  plays: ['through-time', 'built'],
  uses: new Set(['legend', 'pictures', 'leader', 'total', 'moments']),
  builds: {
    moving: ['turn', 'fade'],
    still: ['turn', 'fade'],
    order: 'place',
    stands: false,
  },
  document: radialDocument,
  controls: radialControls,
};
