import type { KnownFamily } from '../../project/family-document';
import { bubblesControls } from './controls';
import { type BubblesOwn, bubblesDocument } from './document';

/** Bubbles of two or three values, as the editor knows them. */
export const bubblesKnown: KnownFamily<BubblesOwn> = {
  id: 'bubbles',
  name: 'Bubbles',
  marks: 'Bubbles',
  tells: 'what-goes-with-what',
  plays: ['through-time', 'built'],
  uses: new Set(['value-axis', 'pictures', 'legend', 'leader', 'total', 'moments', 'past', 'further']),
  builds: { moving: ['grow', 'fade', 'spring'], still: ['grow', 'fade', 'spring'], order: 'place', stands: false },
  document: bubblesDocument,
  controls: bubblesControls,
};
