import type { KnownFamily } from '../../project/family-document';
import { linesControls } from './controls';
import { type LinesOwn, linesDocument } from './document';

/** Lines, as the editor knows them. */
export const linesKnown: KnownFamily<LinesOwn> = {
  id: 'lines',
  name: 'Lines',
  marks: 'Lines',
  tells: 'how-it-went',
  plays: ['drawn'],
  uses: new Set(['value-axis', 'legend', 'leader', 'total', 'moments']),
  document: linesDocument,
  controls: linesControls,
};
