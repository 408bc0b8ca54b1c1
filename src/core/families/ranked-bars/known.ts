import type { KnownFamily } from '../../project/family-document';
import { rankedBarsControls } from './controls';
import { type RankedBarsOwn, rankedBarsDocument } from './document';

/** A race of ranked bars, as the editor knows it. */
export const rankedBarsKnown: KnownFamily<RankedBarsOwn> = {
  id: 'ranked-bars',
  name: 'Ranked bars',
  marks: 'Bars',
  tells: 'who-leads',
  plays: ['through-time', 'built'],
  uses: new Set(['value-axis', 'pictures', 'legend', 'bars', 'places', 'leader', 'total', 'moments', 'parts']),
  builds: {
    moving: ['grow', 'slide', 'fade', 'spring', 'wipe'],
    still: ['grow', 'slide', 'fade', 'spring', 'wipe'],
    order: 'place',
    stands: false,
  },
  document: rankedBarsDocument,
  controls: rankedBarsControls,
};
