import type { KnownFamily } from '../../project/family-document';
import { hundredControls } from './controls';
import { type HundredOwn, hundredDocument } from './document';

/** A grid of cells for shares, as the editor knows it. */
export const hundredKnown: KnownFamily<HundredOwn> = {
  id: 'hundred',
  name: 'Hundred',
  marks: 'Cells',
  tells: 'who-has-which-share',
  plays: ['through-time', 'built'],
  uses: new Set(['legend', 'pictures', 'leader', 'total', 'moments']),
  builds: { moving: ['grow', 'fade'], still: ['grow', 'fade'], order: 'place', stands: false },
  document: hundredDocument,
  controls: hundredControls,
};
