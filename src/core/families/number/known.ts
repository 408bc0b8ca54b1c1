import type { KnownFamily } from '../../project/family-document';
import { numberControls } from './controls';
import { type NumberOwn, numberDocument } from './document';

/** Big numbers, as the editor knows them. */
export const numberKnown: KnownFamily<NumberOwn> = {
  id: 'number',
  name: 'Big number',
  marks: 'Numbers',
  tells: 'how-it-went',
  plays: ['through-time', 'built'],
  uses: new Set(['pictures', 'leader', 'total', 'moments', 'past']),
  builds: {
    moving: ['grow', 'fade', 'slide'],
    still: ['grow', 'fade', 'slide'],
    order: 'place',
    stands: false,
  },
  document: numberDocument,
  controls: numberControls,
};
