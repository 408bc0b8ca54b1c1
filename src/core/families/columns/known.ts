import type { KnownFamily } from '../../project/family-document';
import { columnsControls } from './controls';
import { type ColumnsOwn, columnsDocument } from './document';

/** Columns along periods, as the editor knows them. */
export const columnsKnown: KnownFamily<ColumnsOwn> = {
  id: 'columns',
  name: 'Columns',
  marks: 'Columns',
  tells: 'how-it-went',
  plays: ['drawn'],
  uses: new Set(['value-axis', 'legend', 'bars', 'leader', 'total', 'moments']),
  document: columnsDocument,
  controls: columnsControls,
};
