import type { KnownFamily } from '../project/family-document';
import { areasKnown } from './areas/known';
import { bubblesKnown } from './bubbles/known';
import { columnsKnown } from './columns/known';
import { comparedKnown } from './compared/known';
import { hundredKnown } from './hundred/known';
import { linesKnown } from './lines/known';
import { mosaicKnown } from './mosaic/known';
import { numberKnown } from './number/known';
import { pieKnown } from './pie/known';
import { polarKnown } from './polar/known';
import { progressKnown } from './progress/known';
import { radialKnown } from './radial/known';
import { rankLinesKnown } from './rank-lines/known';
import { rankedBarsKnown } from './ranked-bars/known';
import { tableKnown } from './table/known';
import { treeMapKnown } from './tree-map/known';
import { wordsKnown } from './words/known';

/**
 * Every family as the editor knows it: its part of the document and its controls, without what draws it, which the page
 * need not wait for. In the order of the registry.
 */
export const knownFamilies: readonly KnownFamily[] = [
  rankedBarsKnown,
  radialKnown,
  rankLinesKnown,
  tableKnown,
  linesKnown,
  areasKnown,
  columnsKnown,
  numberKnown,
  pieKnown,
  mosaicKnown,
  treeMapKnown,
  hundredKnown,
  progressKnown,
  comparedKnown,
  bubblesKnown,
  polarKnown,
  wordsKnown,
] as readonly KnownFamily[];

/** The family that a new project starts with. */
export const firstKnown: KnownFamily = rankedBarsKnown as KnownFamily;

/** Other words that a family is asked for by, and what such a chart begins with. */
export const familyAliases: Readonly<Record<string, { readonly id: string; readonly own: object }>> = {
  donut: { id: 'pie', own: { hole: 0.58 } },
  ring: { id: 'progress', own: { form: 'ring' } },
  gauge: { id: 'progress', own: { form: 'three-quarter', pointer: 'needle' } },
};
