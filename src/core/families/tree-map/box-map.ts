import { hexColour } from '../../scale/colour';
import { portionsAt, REST, type SharesCourse, type ToldShares } from '../shared/shares/shares-course';
import type { TreeMapOwn } from './document';
import { type Cuts, cutMap, joinMaps } from './layout';

/** Boxes that stand together. */
export interface BoxGroup {
  readonly title: string;
  /** Places among the boxes. */
  readonly boxes: readonly number[];
  readonly cuts: Cuts;
}

/** How the map is cut: once for a film, so that boxes keep their neighbours. */
export interface BoxMap {
  /** By box: its category, or the rest. */
  readonly boxes: readonly number[];
  readonly boxOf: ReadonlyMap<number, number>;
  readonly groups: readonly BoxGroup[];
  /** How the groups are cut from each other; null where there is nothing at all. */
  readonly outer: Cuts | null;
  /** All at once. */
  readonly cuts: Cuts | null;
}

/** Moments at which the film is looked at for the usual size of each box. */
const LOOKS = 25;
/** A box that is hardly ever there still needs a place. */
const LEAST_WEIGHT = 1e-4;

/** A chart's room is so much wider, against its height, than the stage, as titles stand over it. */
const PLOT_RATIO = 1.2;

const made = new WeakMap<SharesCourse, { readonly key: string; readonly map: BoxMap }>();

/** Cuts the map by the mean shares of the film: it follows the stage's shape, and changes with nothing else of the look. */
export function boxMapOf(told: ToldShares<TreeMapOwn>): BoxMap {
  const { chart, stage } = told;
  const key = JSON.stringify([chart.own, stage.widthPx / stage.heightPx]);
  const known = made.get(told.course);
  if (known?.key === key) return known.map;
  const map = cutBoxes(told);
  made.set(told.course, { key, map });
  return map;
}

function cutBoxes({ chart, course, cube, stage }: ToldShares<TreeMapOwn>): BoxMap {
  const { own } = chart;
  const means = new Map<number, number>();
  for (let look = 0; look < LOOKS; look++) {
    const { list } = portionsAt(course, own, (course.clock.lengthSec * look) / (LOOKS - 1));
    for (const { category, share } of list) means.set(category, (means.get(category) ?? 0) + share / LOOKS);
  }
  // Whoever can be on stage at any time has a place, whether or not a look found it there.
  const { categories } = course.race.series;
  course.race.showing.forEach((stretches, k) => {
    const category = categories[k] ?? 0;
    if (stretches.length > 0 && !means.has(category)) means.set(category, 0);
  });
  if (own.rest === 'gather' && !means.has(REST)) means.set(REST, 0);
  const boxes = [...means.keys()].sort((a, b) => (a === REST ? 1 : b === REST ? -1 : a - b));
  const weights = boxes.map((category) => Math.max(LEAST_WEIGHT, means.get(category) ?? 0));
  const groups = groupsOf({ chart, cube }, boxes, weights);
  const ratio = (stage.widthPx / stage.heightPx) * PLOT_RATIO;
  const groupWeights = groups.map(({ members }) => members.reduce((sum, i) => sum + (weights[i] ?? 0), 0));
  const order = groups.map((_, g) => g).sort((a, b) => (groupWeights[b] ?? 0) - (groupWeights[a] ?? 0) || a - b);
  const outer = cutMap(order, groupWeights, ratio);
  const ratios = new Map<number, number>();
  if (outer) eachRatio(outer, groupWeights, ratio, (g, inner) => ratios.set(g, inner));
  const parts = groups.map(({ title, members }, g): BoxGroup => {
    const heaviest = [...members].sort((a, b) => (weights[b] ?? 0) - (weights[a] ?? 0) || a - b);
    const cuts = cutMap(heaviest, weights, ratios.get(g) ?? 1) ?? { kind: 'leaf', of: members[0] ?? 0 };
    return { title, boxes: members, cuts };
  });
  return {
    boxes,
    boxOf: new Map(boxes.map((category, i) => [category, i])),
    groups: parts,
    outer,
    cuts:
      outer &&
      joinMaps(
        outer,
        parts.map(({ cuts }) => cuts),
      ),
  };
}

/** The boxes in groups: by the column of groups, or all in one. The rest stands by itself. */
function groupsOf(
  { chart, cube }: Pick<ToldShares<TreeMapOwn>, 'chart' | 'cube'>,
  boxes: readonly number[],
  weights: readonly number[],
): { title: string; members: number[] }[] {
  const found = new Map<string, number[]>();
  boxes.forEach((category, i) => {
    const text = chart.own.grouped && category !== REST ? (cube.colours?.[category] ?? '') : '';
    const title = hexColour(text) === null ? text : '';
    const key = category === REST && chart.own.grouped ? '\u0000rest' : title;
    found.set(key, [...(found.get(key) ?? []), i]);
  });
  return [...found]
    .map(([key, members]) => ({ title: key === '\u0000rest' ? '' : key, members }))
    .filter(({ members }) => members.some((i) => (weights[i] ?? 0) > 0));
}

/** Width by height of the box of each thing, at the weights given. */
function eachRatio(
  cuts: Cuts,
  weights: readonly number[],
  ratio: number,
  visit: (of: number, ratio: number) => void,
): void {
  if (cuts.kind === 'leaf') {
    visit(cuts.of, ratio);
    return;
  }
  const sum = (of: Cuts): number => (of.kind === 'leaf' ? (weights[of.of] ?? 0) : sum(of.first) + sum(of.second));
  const [first, second] = [sum(cuts.first), sum(cuts.second)];
  const part = first / Math.max(1e-12, first + second);
  const inner = (share: number) => (cuts.across ? ratio * share : ratio / Math.max(1e-9, share));
  eachRatio(cuts.first, weights, inner(part), visit);
  eachRatio(cuts.second, weights, inner(1 - part), visit);
}
