import { labelNode, pushWithShadow } from '../../chart/text-block';
import { smoothStep } from '../../motion/slots';
import { inkOn } from '../../scale/colour';
import { lineWidth } from '../../scene/layout-text';
import type { SceneNode, Subject } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { refusalNodes } from '../shared/refusal';
import { turnOfShare } from '../shared/shares/shares-build';
import { REST, REST_COLOUR } from '../shared/shares/shares-course';
import { type Column, columnsAt, layersOf } from './course';
import type { MosaicPlan } from './plan';

/** A stretch of a column on stage, how far it has come, and how much of it lies in this stretch. */
interface Stand {
  readonly column: Column;
  readonly index: number;
  readonly x: number;
  readonly widthPx: number;
  readonly grown: number;
  readonly opacity: number;
  readonly said: number;
  /** Of the column's own width, in (0, 1]. */
  readonly part: number;
}

/** The smallest that names become, of their usual size. */
const LEAST = 0.62;

/** The chart's part of the picture at a moment. Cost: O(columns² + boxes). */
export function mosaicPicture(plan: MosaicPlan, timeSec: number): ChartPicture {
  const { chart, frame, refused, measure, field } = plan;
  if (refused !== null)
    return { nodes: refusalNodes(refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = moment ? wordsProgress(moment) : 1;
  const { list, stretches } = columnsAt(plan, timeSec);
  const stands = stretches.flatMap(({ of, from, to }, i): Stand[] => {
    const column = list[of];
    if (!column || to <= from) return [];
    const { how, progress } = moment ? entranceOf(moment, turnOfShare(plan, moment.closes, column.category)) : present;
    const grows = how === 'grow' || how === 'spring';
    return [
      {
        column,
        index: i,
        x: field.x + field.widthPx * from,
        widthPx: field.widthPx * (to - from),
        grown: grows ? Math.min(1, Math.max(0, progress)) : 1,
        opacity:
          how === 'none' ? 1 : grows ? Math.min(1, Math.max(0, progress * 4)) : Math.min(1, Math.max(0, progress)),
        said: how === 'none' ? 1 : smoothStep((progress - 0.7) / 0.3),
        part: column.share > 0 ? (to - from) / column.share : 0,
      },
    ];
  });
  const boxes: SceneNode[] = [];
  const labels: SceneNode[] = [];
  for (const stand of stands) {
    pushBoxes(plan, stand, boxes, labels);
    pushName(plan, stand, labels);
  }
  const nodes: SceneNode[] = [
    { kind: 'group', id: 'boxes', children: boxes },
    { kind: 'group', id: 'labels', children: labels },
  ];
  if (list.length === 0) nodes.push(...refusalNodes('There is nothing to share at this time.', chart, frame, measure));
  return { nodes, words, marks: () => marksOf(plan, stands) };
}

/** The boxes of a column from the top down, as far as it has grown from its foot. */
function pushBoxes(plan: MosaicPlan, stand: Stand, boxes: SceneNode[], labels: SceneNode[]): void {
  const { chart, field, frame, layerColours, boxFont, formatShare, measure, ofParts } = plan;
  const { column, x, widthPx, grown, opacity, said, index } = stand;
  if (opacity <= 0) return;
  const gap = chart.own.gap * frame.unit;
  const heightPx = field.heightPx * grown;
  let top = field.y + field.heightPx - heightPx;
  const layers = layersOf(plan);
  for (const { layer, share } of column.pieces) {
    const highPx = heightPx * share;
    const [insetX, insetY] = [Math.min(gap / 2, widthPx / 4), Math.min(gap / 2, highPx / 4)];
    const box = { x: x + insetX, y: top + insetY, widthPx: widthPx - 2 * insetX, heightPx: highPx - 2 * insetY };
    top += highPx;
    if (box.widthPx <= 0 || box.heightPx <= 0) continue;
    const at = layer === null ? undefined : layers[layer];
    const subject: Subject =
      column.category === REST
        ? { part: 'mark' }
        : {
            part: 'mark',
            category: column.category,
            ...(at ? (ofParts ? { portion: at.key } : { period: at.at }) : {}),
          };
    const fill =
      column.category === REST && layer === null
        ? REST_COLOUR
        : layer === null
          ? plan.colours.ofPlace(0)
          : (layerColours[layer] ?? '#888888');
    const id = `${column.category}:${layer ?? 'whole'}:${index}`;
    boxes.push({ kind: 'rect', id: `box:${id}`, subject, ...box, fill, opacity });
    if (!chart.own.percent || layer === null) continue;
    const text = formatShare(share);
    const textPx = lineWidth(text, boxFont, true, measure) + boxFont.sizePx * 0.6;
    const shows =
      opacity *
      said *
      smoothStep((box.widthPx / textPx - 1) / 0.05) *
      smoothStep((box.heightPx / (boxFont.sizePx * 1.3) - 1) / 0.05);
    if (shows <= 0) continue;
    labels.push(
      labelNode({
        id: `value:${id}`,
        subject: { ...subject, part: 'value' },
        text,
        x: box.x + box.widthPx / 2,
        y: box.y + box.heightPx / 2 + boxFont.sizePx * 0.35,
        font: boxFont,
        fill: chart.dress.labels.value.colour ?? inkOn(fill),
        align: 'middle',
        opacity: shows,
        tabular: true,
      }),
    );
  }
}

/** The name of a column under it with its share of the whole, as large as its width lets it be. */
function pushName(plan: MosaicPlan, stand: Stand, nodes: SceneNode[]): void {
  const { chart, field, frame, nameFont, numberFont, names, formatShare, measure } = plan;
  const { column, x, widthPx, part } = stand;
  const { category, share } = column;
  const name = names[category === REST ? names.length - 1 : category];
  // While a column changes places only the stretch that is nearly all of it has the name.
  const whole = stand.opacity * stand.said * smoothStep((part - 0.9) / 0.1) * column.presence;
  if (!name || whole <= 0) return;
  const { labels } = chart.dress;
  const roomPx = Math.max(0, widthPx - 0.5 * frame.unit);
  const scale = Math.min(1, roomPx / Math.max(1e-9, name.widthPx));
  const middle = x + widthPx / 2;
  const subject: Subject = category === REST ? { part: 'name' } : { part: 'name', category };
  const nameY = field.y + field.heightPx + nameFont.sizePx * 1.15;
  const shows = whole * smoothStep((scale / LEAST - 0.98) / 0.04);
  if (shows > 0 && name.text !== '')
    pushWithShadow(
      nodes,
      labelNode({
        id: `name:${category}`,
        subject,
        text: name.text,
        x: middle,
        y: nameY,
        font: { ...nameFont, sizePx: nameFont.sizePx * scale },
        fill: labels.name.colour ?? frame.inks.strong,
        align: 'middle',
        opacity: shows,
        tabular: false,
      }),
      labels.name.shadow,
    );
  const text = formatShare(share);
  const fits = whole * smoothStep((roomPx / lineWidth(text, numberFont, true, measure) - 1) / 0.05);
  if (fits > 0)
    nodes.push(
      labelNode({
        id: `share:${category}`,
        subject: { ...subject, part: 'value' },
        text,
        x: middle,
        y: nameY + numberFont.sizePx * 1.25,
        font: numberFont,
        fill: labels.value.colour ?? frame.inks.quiet,
        align: 'middle',
        opacity: fits,
        tabular: true,
      }),
    );
}

function marksOf({ field }: MosaicPlan, stands: readonly Stand[]): ReadonlyMap<number, Mark> {
  const marks = new Map<number, Mark>();
  const largest = [...stands].sort((a, b) => a.part - b.part);
  for (const { column, x, widthPx, grown, opacity } of largest) {
    if (column.category === REST) continue;
    const heightPx = field.heightPx * grown;
    const y = field.y + field.heightPx - heightPx;
    marks.set(column.category, { x: x + widthPx / 2, y, opacity, outline: { x, y, widthPx, heightPx } });
  }
  return marks;
}
