import type { KnownFamily } from '../../project/family-document';
import { columnsControls } from './controls';
import { type ColumnsOwn, columnsDocument } from './document';

/** Columns along periods, as the editor knows them. */
export const columnsKnown: KnownFamily<ColumnsOwn> = {
  id: 'columns',
  name: 'Columns',
  marks: 'Columns',
  tells: 'how-it-went',
  plays: ['drawn', 'built'],
  uses: new Set(['value-axis', 'pictures', 'legend', 'bars', 'leader', 'total', 'moments']),
  builds: {
    moving: ['grow', 'fade', 'spring'],
    still: ['grow', 'wipe', 'fade', 'spring'],
    order: 'stands',
    stands: true,
  },
  document: columnsDocument,
  controls: columnsControls,
};
