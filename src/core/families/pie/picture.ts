import { cased, labelNode } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, Subject } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import { refusalNodes } from '../shared/refusal';
import { pushLabelLines, ringLabelNodes } from '../shared/round/ring-label-nodes';
import { startsOf, stretchesOf } from '../shared/round/ring-order';
import { ringWalls, type SolidSector } from '../shared/round/ring-walls';
import { boxAround, clearanceIn, onCircle, type Sector, sectorPath } from '../shared/round/sector';
import { turnOfShare } from '../shared/shares/shares-build';
import { type Portion, portionsAt, REST, REST_COLOUR } from '../shared/shares/shares-course';
import { sharesEnds } from '../shared/shares/told-shares';
import { middleWords, type PiePlan } from './plan';

/** A slice at a moment. */
export interface Slice extends Portion {
  /** Turns, clockwise from the top: where it would be in one piece. */
  readonly from: number;
  readonly to: number;
  readonly pieces: readonly { readonly from: number; readonly to: number }[];
  /** The middle of its round on screen: aside where it is pulled out. */
  readonly x: number;
  readonly y: number;
  readonly outerPx: number;
  readonly innerPx: number;
  readonly opacity: number;
  /** How far its words have come. */
  readonly said: number;
  readonly colour: string;
}

/** The chart's part of the picture at a moment. Cost: O(slices²). */
export function piePicture(plan: PiePlan, timeSec: number): ChartPicture {
  const { chart, frame, refused, measure } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const slices = slicesAt(plan, timeSec);
  const fronts: SceneNode[] = [];
  const solids: SolidSector[] = [];
  for (const slice of slices) pushSlice(plan, slice, fronts, solids);
  const nodes: SceneNode[] = [];
  if (slices.length === 0)
    nodes.push(...refusalNodes('There is nothing to share at this time.', chart, frame, measure));
  if (plan.depth)
    nodes.push({ kind: 'group', id: 'backs', children: ringWalls(solids, plan.depth, chart.dress.bars.light) });
  nodes.push({ kind: 'group', id: 'slices', children: fronts });
  nodes.push({ kind: 'group', id: 'labels', children: labelNodes(plan, slices) });
  nodes.push({ kind: 'group', id: 'middle', opacity: words, children: middleNodes(plan, timeSec) });
  return { nodes, words, marks: () => marksOf(slices) };
}

/** The slices of a moment, those of the table first, the rest last. */
export function slicesAt(plan: PiePlan, timeSec: number): Slice[] {
  const { chart, course, cube, colours, start, sweep, outerPx, innerPx, pullPx } = plan;
  const moment = buildAt(plan.build, timeSec);
  const { list } = portionsAt(course, chart.own, timeSec);
  const entrances = list.map(({ category }) =>
    moment ? entranceOf(moment, turnOfShare(plan, moment.closes, category)) : present,
  );
  // While a pie turns open each slice takes a part of what it will have, and the others stand close behind it.
  const standing = list.map(({ share, slot }, i) => {
    const { how, progress } = entrances[i] ?? present;
    return { share: how === 'turn' || how === 'wipe' || how === 'draw' ? share * Math.max(0, progress) : share, slot };
  });
  const starts = startsOf(standing);
  const stretches = stretchesOf(standing);
  const pulled = new Set(chart.own.pulled);
  const ends = sharesEnds({ course });
  return list.map((portion, i): Slice => {
    const { how, progress } = entrances[i] ?? present;
    const turns = how === 'turn' || how === 'wipe' || how === 'draw';
    const grows = how === 'grow' || how === 'spring';
    const from = start + (starts[i] ?? 0) * sweep;
    const to = from + (standing[i]?.share ?? 0) * sweep;
    const grown = grows ? Math.max(0, progress) : 1;
    const away = pulled.has(cube.categories[portion.category] ?? '') && portion.category !== REST ? pullPx : 0;
    const [x, y] = onCircle(plan.x, plan.y, away, (from + to) / 2);
    return {
      ...portion,
      from,
      to,
      pieces: stretches
        .filter(({ of }) => of === i)
        .map((stretch) => ({ from: start + stretch.from * sweep, to: start + stretch.to * sweep })),
      x,
      y,
      // A spring never leaves the room that the round has.
      outerPx: outerPx * Math.min(1.04, grown),
      innerPx: innerPx * Math.min(1.04, grown),
      opacity: grows ? Math.min(1, Math.max(0, progress * 4)) : turns || how === 'none' ? 1 : progress,
      said: how === 'none' ? 1 : smoothStep((progress - 0.6) / 0.4),
      colour: portion.category === REST ? REST_COLOUR : markColour(colours, portion.category, portion.value, ends),
    };
  });
}

function subjectOf({ category }: Portion): Subject {
  return category === REST ? { part: 'mark' } : { part: 'mark', category };
}

function pushSlice(
  { gapPx, depth, chart, frame }: PiePlan,
  slice: Slice,
  fronts: SceneNode[],
  solids: SolidSector[],
): void {
  const { x, y, innerPx, outerPx, opacity, colour, pieces, category } = slice;
  if (opacity <= 0) return;
  const { outline, outlineColour } = chart.dress.bars;
  pieces.forEach(({ from, to }, i) => {
    const sector: Sector = { x, y, innerPx, outerPx, from, to };
    const id = `slice:${category}${i === 0 ? '' : `:${i}`}`;
    // A gap takes no more than a slice can spare.
    const path = sectorPath(sector, Math.min(gapPx, (to - from) * outerPx * 2));
    if (path.verbs.length === 0) return;
    fronts.push({
      kind: 'path',
      id,
      subject: subjectOf(slice),
      path,
      fill: colour,
      opacity,
      ...(outline > 0
        ? { stroke: outlineColour ?? frame.inks.strong, strokeWidthPx: outline * frame.unit, join: 'round' as const }
        : {}),
    });
    if (depth) solids.push({ id, sector, colour, opacity });
  });
}

/** What a label says: a name, and a line of numbers. */
function labelOf({ chart, names, formatValue, formatShare }: PiePlan, { category, value, share }: Slice) {
  const numbers = {
    none: '',
    share: formatShare(share),
    value: formatValue(value),
    both: `${formatValue(value)} · ${formatShare(share)}`,
  };
  return {
    id: String(category),
    category: category === REST ? null : category,
    name: names[category === REST ? names.length - 1 : category] ?? '',
    number: cased(numbers[chart.own.numbers], chart.dress.labels.value),
  };
}

function labelNodes(plan: PiePlan, slices: readonly Slice[]): SceneNode[] {
  const { labels } = plan.chart.own;
  const nodes: SceneNode[] = [];
  for (const slice of slices) pushPicture(plan, slice, nodes);
  if (labels === 'outside') nodes.push(...outsideLabels(plan, slices));
  if (labels === 'inside') for (const slice of slices) pushInside(plan, slice, nodes);
  return nodes;
}

/** Slices this small have no label: those that come grow into one. */
const LEAST_SHARE = 0.004;

function outsideLabels(plan: PiePlan, slices: readonly Slice[]): SceneNode[] {
  const reachPx = plan.outerPx + plan.pullPx + Math.hypot(plan.depth?.dx ?? 0, plan.depth?.dy ?? 0);
  return ringLabelNodes(
    { ...plan, reachPx },
    slices.map((slice) => ({
      ...labelOf(plan, slice),
      turn: (slice.from + slice.to) / 2,
      share: slice.share * plan.sweep,
      presence: slice.presence * slice.said * smoothStep(slice.share / LEAST_SHARE),
      opacity: slice.opacity,
      x: slice.x,
      y: slice.y,
      rimPx: slice.outerPx,
    })),
  );
}

/** How much of a slice lies in its largest piece, as far as that is enough to write into: in [0, 1]. */
function wholeness({ from, to, pieces }: Slice): number {
  const largest = pieces.reduce((most, piece) => Math.max(most, piece.to - piece.from), 0);
  return to > from ? smoothStep((largest / (to - from) - 0.9) / 0.1) : 0;
}

function pushInside(plan: PiePlan, slice: Slice, nodes: SceneNode[]): void {
  const { nameFont, numberFont, rowPx, measure } = plan;
  const label = labelOf(plan, slice);
  const widthPx = Math.max(measure(label.name, nameFont), lineWidth(label.number, numberFont, true, measure));
  const { innerPx, outerPx } = slice;
  // The middle of what a slice is at its widest: rather outside, where there is more room.
  const radiusPx = innerPx + (outerPx - innerPx) * (innerPx > 0 ? 0.5 : 0.7);
  const [x, y] = onCircle(slice.x, slice.y, radiusPx, (slice.from + slice.to) / 2);
  const clearPx = clearanceIn(slice, { x, y, widthPx, heightPx: rowPx * 0.9 });
  const shows = smoothStep(clearPx / (0.15 * nameFont.sizePx));
  const opacity = slice.opacity * slice.said * slice.presence * wholeness(slice) * shows;
  if (opacity <= 0) return;
  pushLabelLines(plan, label, { x, y, align: 'middle', opacity, fill: inkOn(slice.colour) }, nodes);
}

/** The picture of a slice in its middle; where names stand inside, next to the rim. */
function pushPicture({ chart, pictureRefs, frame }: PiePlan, slice: Slice, nodes: SceneNode[]): void {
  const ref = slice.category === REST ? null : (pictureRefs[slice.category] ?? null);
  if (!ref) return;
  const { size } = chart.dress.pictures;
  const inside = chart.own.labels === 'inside';
  const { innerPx, outerPx } = slice;
  const bandPx = outerPx - innerPx;
  const radiusPx = innerPx + bandPx * (inside ? 0.82 : innerPx > 0 ? 0.5 : 0.64);
  const turn = slice.to - slice.from;
  const chord = turn >= 0.5 ? 2 * radiusPx : 2 * radiusPx * Math.sin(turn * Math.PI);
  const sidePx = Math.min(bandPx * (inside ? 0.28 : 0.62), chord * 0.72, 16 * frame.unit) * size;
  const opacity = slice.opacity * wholeness(slice) * smoothStep((sidePx / frame.unit - 1.2) / 1.2);
  if (opacity <= 0.01) return;
  const [x, y] = onCircle(slice.x, slice.y, radiusPx, (slice.from + slice.to) / 2);
  nodes.push(pictureNode(slice.category, ref, chart.dress.pictures, { x, y, sidePx, opacity }));
}

function middleNodes(plan: PiePlan, timeSec: number): SceneNode[] {
  const { middle, x, y, chart, frame } = plan;
  const half = chart.own.round === 'half';
  const heights = middle.map(({ font }) => font.sizePx * 1.16);
  const total = heights.reduce((sum, height) => sum + height, 0);
  // In a half round the words stand on its base.
  let top = half ? y - total : y - total / 2;
  return middle.map(({ template, font }, i) => {
    const style = i === 0 ? chart.dress.texts.title : chart.dress.labels.name;
    const baseline = top + (heights[i] ?? 0) / 2 + font.sizePx * 0.35;
    top += heights[i] ?? 0;
    return labelNode({
      id: `middle:${i}`,
      subject: { part: 'total' },
      text: cased(middleWords(plan, template, timeSec), style),
      x,
      y: baseline,
      font,
      fill: style.colour ?? (i === 0 ? frame.inks.strong : frame.inks.quiet),
      align: 'middle',
      opacity: 1,
      tabular: true,
    });
  });
}

/** The slices, for notes that travel with them: the middle of the rim. */
function marksOf(slices: readonly Slice[]): ReadonlyMap<number, Mark> {
  const marks = new Map<number, Mark>();
  for (const { category, x, y, innerPx, outerPx, from, to, opacity } of slices) {
    if (category === REST) continue;
    const middle = (from + to) / 2;
    const [markX, markY] = onCircle(x, y, outerPx * 0.94, middle);
    marks.set(category, {
      x: markX,
      y: markY,
      opacity,
      outline: boxAround({ x, y, innerPx, outerPx, from, to }),
    });
  }
  return marks;
}
