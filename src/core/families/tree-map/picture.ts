import type { Box } from '../../chart/box';
import { ASCENT, cased, DESCENT, labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, Subject } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { markColour } from '../shared/mark-colour';
import { pictureNode } from '../shared/picture-node';
import { refusalNodes } from '../shared/refusal';
import { turnOfShare } from '../shared/shares/shares-build';
import { type Portion, portionsAt, REST, REST_COLOUR } from '../shared/shares/shares-course';
import { sharesEnds } from '../shared/shares/told-shares';
import { type Cell, layMap, whole } from './layout';
import type { TreeMapPlan } from './plan';

/** A box at a moment. */
interface Tile extends Portion {
  readonly index: number;
  /** On screen, without its share of the gaps. */
  readonly box: Box;
  readonly opacity: number;
  readonly said: number;
  readonly colour: string;
  /** Where labels may begin: below the title of its group. */
  readonly topPx: number;
}

/** The smallest letters, in hundredths of the stage's shorter side. */
const LEAST = 1.5;
const LARGEST = 5;
/** Size of letters, of the side of a square as large as the box. */
const OF_SIDE = 0.17;
/** Space within a box around its words, in sizes. */
const PAD = 0.55;

/** The boxes of a moment in shares of the whole, by category; the rest's too. Areas are exactly the shares. */
export function cellsAt(
  { cuts, boxes, boxOf }: Pick<TreeMapPlan, 'cuts' | 'boxes' | 'boxOf'>,
  list: readonly Portion[],
): Map<number, Cell> {
  const cells = new Map<number, Cell>();
  if (!cuts || list.length === 0) return cells;
  const shares = new Float64Array(boxes.length);
  for (const { category, share } of list) shares[boxOf.get(category) ?? 0] = share;
  layMap(cuts, shares, whole, (of, cell) => cells.set(boxes[of] ?? 0, cell));
  return cells;
}

/** The chart's part of the picture at a moment. Cost: O(boxes). */
export function treeMapPicture(plan: TreeMapPlan, timeSec: number): ChartPicture {
  const { chart, frame, refused, measure } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const { tiles, titles } = tilesAt(plan, timeSec);
  const shapes: SceneNode[] = [];
  const labels: SceneNode[] = [];
  for (const tile of tiles) {
    pushTile(plan, tile, shapes);
    pushLabel(plan, tile, labels);
  }
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'boxes', children: shapes },
    { kind: 'group', id: 'labels', children: labels },
    { kind: 'group', id: 'titles', opacity: words, children: titles },
  ];
  if (tiles.length === 0) nodes.push(...refusalNodes('There is nothing to share at this time.', chart, frame, measure));
  return { nodes, words, marks: () => marksOf(tiles) };
}

function tilesAt(plan: TreeMapPlan, timeSec: number): { tiles: Tile[]; titles: SceneNode[] } {
  const { chart, course, colours, frame, boxOf } = plan;
  const moment = buildAt(plan.build, timeSec);
  const { list } = portionsAt(course, chart.own, timeSec);
  const cells = cellsAt(plan, list);
  const { plot } = frame;
  const ends = sharesEnds({ course });
  const onStage = ({ x, y, width, height }: Cell): Box => ({
    x: plot.x + x * plot.widthPx,
    y: plot.y + y * plot.heightPx,
    widthPx: width * plot.widthPx,
    heightPx: height * plot.heightPx,
  });
  const { titles, below } = titlesOf(plan, list, onStage);
  const gap = (chart.own.gap * frame.unit) / 2;
  const tiles = list.map((portion): Tile => {
    const { category, value } = portion;
    const entrance = moment ? entranceOf(moment, turnOfShare(plan, moment.closes, category)) : present;
    const { how, progress } = entrance;
    const grows = how === 'grow' || how === 'spring';
    const full = onStage(cells.get(category) ?? { x: 0, y: 0, width: 0, height: 0 });
    // A spring never covers its neighbours.
    const grown = grows ? Math.min(1, Math.max(0, progress)) : 1;
    const [insetX, insetY] = [Math.min(gap, full.widthPx / 3), Math.min(gap, full.heightPx / 3)];
    const widthPx = (full.widthPx - 2 * insetX) * grown;
    const heightPx = (full.heightPx - 2 * insetY) * grown;
    const box = {
      x: full.x + (full.widthPx - widthPx) / 2,
      y: full.y + (full.heightPx - heightPx) / 2,
      widthPx,
      heightPx,
    };
    return {
      ...portion,
      index: boxOf.get(category) ?? 0,
      box,
      opacity: grows ? Math.min(1, Math.max(0, progress * 4)) : how === 'none' ? 1 : progress,
      said: how === 'none' ? 1 : smoothStep((progress - 0.7) / 0.3),
      colour: category === REST ? REST_COLOUR : markColour(colours, category, value, ends),
      topPx: Math.max(box.y, below.get(category) ?? Number.NEGATIVE_INFINITY),
    };
  });
  return { tiles, titles };
}

/** The titles of groups at their upper left, and below which height the labels of each category may begin. */
function titlesOf(plan: TreeMapPlan, list: readonly Portion[], onStage: (cell: Cell) => Box) {
  const { groups, outer, boxes, boxOf, titleFont, frame, measure, chart } = plan;
  const titles: SceneNode[] = [];
  const below = new Map<number, number>();
  if (!outer || !groups.some(({ title }) => title !== '')) return { titles, below };
  const shares = new Float64Array(boxes.length);
  for (const { category, share } of list) shares[boxOf.get(category) ?? 0] = share;
  const sums = groups.map((group) => group.boxes.reduce((sum, i) => sum + (shares[i] ?? 0), 0));
  layMap(outer, sums, whole, (g, cell) => {
    const group = groups[g];
    if (!group || group.title === '') return;
    const box = onStage(cell);
    const text = cased(group.title, chart.dress.labels.name);
    const padPx = titleFont.sizePx * 0.45;
    const highPx = titleFont.sizePx * (ASCENT + DESCENT) + padPx;
    const widthPx = measure(text, titleFont) + 2 * padPx;
    const room = Math.min((box.widthPx - padPx) / widthPx, box.heightPx / (highPx * 1.6));
    const opacity = smoothStep((room - 1) / 0.08);
    for (const i of group.boxes) below.set(boxes[i] ?? 0, box.y + highPx + padPx * 0.3);
    if (opacity <= 0) return;
    const inset = (chart.own.gap * frame.unit) / 2;
    titles.push(
      {
        kind: 'rect',
        id: `title:${g}:ground`,
        x: box.x + inset,
        y: box.y + inset,
        widthPx,
        heightPx: highPx,
        fill: frame.inks.ground,
        opacity: opacity * 0.92,
      },
      labelNode({
        id: `title:${g}`,
        subject: { part: 'legend' },
        text,
        x: box.x + inset + padPx,
        y: box.y + inset + padPx / 2 + titleFont.sizePx * ASCENT,
        font: titleFont,
        fill: frame.inks.strong,
        align: 'start',
        opacity,
        tabular: false,
      }),
    );
  });
  return { titles, below };
}

const subjectOf = ({ category }: Portion, part: Subject['part']): Subject =>
  category === REST ? { part } : { part, category };

function pushTile({ chart }: TreeMapPlan, tile: Tile, nodes: SceneNode[]): void {
  const { box, colour, opacity, category } = tile;
  if (opacity <= 0 || box.widthPx <= 0 || box.heightPx <= 0) return;
  const radiusPx = (chart.own.corners * Math.min(box.widthPx, box.heightPx)) / 4;
  nodes.push({
    kind: 'rect',
    id: `box:${category}`,
    subject: subjectOf(tile, 'mark'),
    ...box,
    radiusPx,
    fill: colour,
    opacity,
  });
}

/** Name and number at the lower left, as large as the box lets them be, and the picture over them. */
function pushLabel(plan: TreeMapPlan, tile: Tile, nodes: SceneNode[]): void {
  const { chart, frame, nameFont, numberFont, names, formatValue, formatShare, measure } = plan;
  const { box, index, category, value, share, colour } = tile;
  const name = names[index];
  const shown = tile.opacity * tile.said;
  if (!name || shown <= 0) return;
  const { unit } = frame;
  const { labels } = chart.dress;
  const side = Math.sqrt(box.widthPx * box.heightPx);
  const wishPx = Math.min(LARGEST * unit, Math.max(LEAST * unit, side * OF_SIDE));
  // Text is as wide as it is large, so no font has to be measured anew.
  const roomX = box.widthPx / Math.max(1e-9, name.widthPx / nameFont.sizePx + 2 * PAD);
  const sizePx = Math.min(wishPx, roomX);
  const highPx = box.y + box.heightPx - tile.topPx;
  const linePx = sizePx * 1.02;
  const fits = (px: number) => smoothStep((highPx / px - 1) / 0.06);
  const opacity = shown * smoothStep((sizePx / (LEAST * unit) - 0.92) / 0.06) * fits(linePx + 1.3 * PAD * sizePx);
  const numbers = {
    none: '',
    share: formatShare(share),
    value: formatValue(value),
    both: `${formatValue(value)} · ${formatShare(share)}`,
  };
  const number = cased(numbers[chart.own.numbers], labels.value);
  const numberPx = sizePx * 0.8;
  const numberRatio = lineWidth(number, numberFont, true, measure) / numberFont.sizePx;
  const numberFits =
    number === ''
      ? 0
      : fits(linePx + numberPx * 1.15 + 1.3 * PAD * sizePx) *
        smoothStep(((box.widthPx - 2 * PAD * sizePx) / Math.max(1e-9, numberRatio * numberPx) - 1) / 0.06);
  const x = box.x + PAD * sizePx;
  const foot = box.y + box.heightPx - PAD * sizePx * 0.9;
  const ink = inkOn(colour);
  const up = numberPx * 1.15 * numberFits;
  if (opacity > 0 && name.text !== '')
    pushWithShadow(
      nodes,
      labelNode({
        id: `name:${category}`,
        subject: subjectOf(tile, 'name'),
        text: name.text,
        x,
        y: foot - sizePx * 0.2 - up,
        font: { ...nameFont, sizePx },
        fill: labels.name.colour ?? ink,
        align: 'start',
        opacity,
        tabular: false,
      }),
      labels.name.shadow,
    );
  // While it comes the name above it makes room first.
  const said = opacity * smoothStep((numberFits - 0.9) / 0.1);
  if (said > 0)
    pushWithShadow(
      nodes,
      labelNode({
        id: `value:${category}`,
        subject: subjectOf(tile, 'value'),
        text: number,
        x,
        y: foot - numberPx * 0.2,
        font: { ...numberFont, sizePx: numberPx },
        fill: labels.value.colour ?? ink,
        align: 'start',
        opacity: said,
        tabular: true,
      }),
      labels.value.shadow,
    );
  pushPicture(plan, tile, foot - linePx - up, nodes);
}

/** The picture in the upper left of a box, where there is room over its words. */
function pushPicture({ chart, pictureRefs, frame }: TreeMapPlan, tile: Tile, footPx: number, nodes: SceneNode[]): void {
  const { box, category, topPx } = tile;
  const ref = category === REST ? null : (pictureRefs[category] ?? null);
  if (!ref) return;
  const { size } = chart.dress.pictures;
  const padPx = 0.9 * frame.unit;
  const sidePx = Math.min(box.widthPx * 0.45, (footPx - topPx - 2 * padPx) * 0.9, 14 * frame.unit) * size;
  const opacity = tile.opacity * tile.said * smoothStep((sidePx / frame.unit - 1.6) / 0.8);
  if (opacity <= 0) return;
  nodes.push(
    pictureNode(category, ref, chart.dress.pictures, {
      x: box.x + padPx + sidePx / 2,
      y: topPx + padPx + sidePx / 2,
      sidePx,
      opacity,
    }),
  );
}

function marksOf(tiles: readonly Tile[]): ReadonlyMap<number, Mark> {
  return new Map(
    tiles
      .filter(({ category }) => category !== REST)
      .map(({ category, box, opacity }) => [
        category,
        { x: box.x + box.widthPx, y: box.y + box.heightPx / 2, opacity, outline: box },
      ]),
  );
}
