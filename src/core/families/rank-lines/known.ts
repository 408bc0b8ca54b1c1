import type { KnownFamily } from '../../project/family-document';
import { rankLinesControls } from './controls';
import { type RankLinesOwn, rankLinesDocument } from './document';

/** Lines of places, as the editor knows them. */
export const rankLinesKnown: KnownFamily<RankLinesOwn> = {
  id: 'rank-lines',
  name: 'Lines of places',
  marks: 'Lines',
  tells: 'who-leads',
  plays: ['drawn', 'built'],
  uses: new Set(['pictures', 'places', 'legend', 'leader', 'total', 'moments']),
  builds: { moving: ['fade'], still: ['draw', 'fade'], order: 'place', stands: true },
  document: rankLinesDocument,
  controls: rankLinesControls,
};
