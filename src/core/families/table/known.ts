import type { KnownFamily } from '../../project/family-document';
import { tableControls } from './controls';
import { type TableOwn, tableDocument } from './document';

/** Rows that change places, as the editor knows them. */
export const tableKnown: KnownFamily<TableOwn> = {
  id: 'table',
  name: 'Table',
  marks: 'Rows',
  tells: 'who-leads',
  plays: ['through-time', 'built'],
  uses: new Set(['pictures', 'leader', 'total', 'moments', 'past']),
  builds: {
    moving: ['slide', 'fade', 'grow'],
    still: ['slide', 'fade', 'grow'],
    order: 'place',
    stands: false,
  },
  document: tableDocument,
  controls: tableControls,
};
