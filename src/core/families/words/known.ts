import type { KnownFamily } from '../../project/family-document';
import { wordsControls } from './controls';
import { type WordsOwn, wordsDocument } from './document';

/** Words as large as their values, as the editor knows them. */
export const wordsKnown: KnownFamily<WordsOwn> = {
  id: 'words',
  name: 'Words',
  marks: 'Words',
  tells: 'what-stands-out',
  plays: ['through-time', 'built'],
  uses: new Set(['legend', 'leader', 'total', 'moments']),
  builds: {
    moving: ['grow', 'fade', 'spring'],
    still: ['grow', 'fade', 'spring'],
    order: 'place',
    stands: false,
  },
  document: wordsDocument,
  controls: wordsControls,
};
