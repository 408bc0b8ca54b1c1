import type { PlanInput } from '../family';
import { defineFamily } from '../family';
import { type SharesCourse, sharesCourse, type ToldShares } from '../shared/shares/shares-course';
import { sharesEnds, sharesNumbers, sharesReadout, sharesToken } from '../shared/shares/told-shares';
import { standingsEvents } from '../shared/standings/events';
import { standingsMap } from '../shared/standings/map';
import { standingsMoments } from '../shared/standings/moments';
import { boxMapOf } from './box-map';
import type { TreeMapOwn } from './document';
import { treeMapKnown } from './known';
import { cellsAt, treeMapPicture } from './picture';
import { planTreeMap, type TreeMapPlan } from './plan';

type ToldTreeMap = ToldShares<TreeMapOwn>;

function frameAt(told: ToldTreeMap, timeSec: number) {
  return sharesNumbers(told, timeSec, (list) => {
    const cells = cellsAt(boxMapOf(told), list);
    return list.map(({ category }) => ({ ...(cells.get(category) ?? { x: 0, y: 0, width: 0, height: 0 }) }));
  });
}

/** Boxes whose area is the value, which keep their neighbours while they grow and shrink. */
export const treeMap = defineFamily<TreeMapOwn, SharesCourse, TreeMapPlan>({
  ...treeMapKnown,
  courseOf: sharesCourse,
  valueEnds: sharesEnds,
  planOf: (input: PlanInput<TreeMapOwn, SharesCourse>) => planTreeMap(input),
  pictureAt: treeMapPicture,
  buildOf: ({ build }) => build,
  imageIds: ({ pictureRefs, boxes }) => boxes.flatMap((c) => pictureRefs[c]?.imageId ?? []),
  readoutAt: sharesReadout,
  tokenAt: sharesToken,
  mapOf: standingsMap,
  momentsOf: (told: ToldTreeMap) => standingsMoments(told, told.chart.own.order),
  numbers: { frameAt, events: (told) => standingsEvents(told), order: () => 'largest' },
});
