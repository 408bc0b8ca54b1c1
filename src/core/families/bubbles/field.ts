import { labelNode } from '../../chart/text-block';
import { polyline } from '../../scene/path';
import type { SceneNode } from '../../scene/scene';
import { fitText } from '../../scene/text-fit';
import type { Domain } from '../shared/domain';
import { bestFit } from './best-fit';
import type { BubbleValue } from './course';
import { type Corner, corners } from './document';
import type { BubblesPlan } from './plan';
import { type PlaceOf, stagePlace } from './trail';

/** Where the field is parted, in data units; null where it is not. */
export interface Quadrants {
  readonly across: number;
  readonly up: number;
}

/** What decides the lines of the field. */
type Shown = Pick<BubbleValue, 'across' | 'up' | 'presence'>;

/** Where the field is parted at a moment: at the averages of what is shown, or where the person says. */
export function quadrantsAt({ chart }: Pick<BubblesPlan, 'chart'>, bubbles: readonly Shown[]): Quadrants | null {
  const { quadrants, quadrantAcross, quadrantUp } = chart.own;
  if (quadrants === 'none') return null;
  if (quadrants === 'given') return { across: quadrantAcross, up: quadrantUp };
  const sum = bubbles.reduce((total, { presence }) => total + presence, 0);
  if (!(sum > 0)) return null;
  const mean = (of: (bubble: Shown) => number) =>
    bubbles.reduce((total, bubble) => total + (of(bubble) * bubble.presence) / sum, 0);
  return { across: mean(({ across }) => across), up: mean(({ up }) => up) };
}

/** A value as its axis sees it: logarithms lie evenly. */
const scaled = ({ log }: Domain, value: number) => (log ? Math.log(value) : value);
const unscaled = ({ log }: Domain, value: number) => (log ? Math.exp(value) : value);

/** Lines of the quadrants and of best fit under the bubbles, and their words over them. */
export function fieldNodes(
  plan: BubblesPlan,
  domains: PlaceOf,
  bubbles: readonly Shown[],
  parts: Quadrants | null,
): { lines: SceneNode[]; words: SceneNode[] } {
  const lines: SceneNode[] = [];
  const words: SceneNode[] = [];
  if (parts) {
    lines.push(...quadrantLines(plan, domains, parts));
    words.push(...cornerWords(plan));
  }
  if (plan.chart.own.fitLine) pushFit(plan, domains, bubbles, { lines, words });
  return { lines, words };
}

function quadrantLines(plan: BubblesPlan, domains: PlaceOf, { across, up }: Quadrants): SceneNode[] {
  const { field, frame } = plan;
  const [x, y] = stagePlace(plan, domains, across, up);
  const line = (id: string, ...ends: [number, number, number, number]): SceneNode => ({
    kind: 'path',
    id,
    subject: { part: 'axis' },
    path: polyline(Float64Array.of(...ends)),
    stroke: frame.inks.quiet,
    strokeWidthPx: 0.2 * frame.unit,
    dashPx: 0.9 * frame.unit,
  });
  return [
    line('quadrant:across', x, field.y, x, field.y + field.heightPx),
    line('quadrant:up', field.x, y, field.x + field.widthPx, y),
  ];
}

function cornerWords({ chart, field, frame, wordFont, measure }: BubblesPlan): SceneNode[] {
  const insetPx = wordFont.sizePx * 0.5;
  const text = (corner: Corner) =>
    fitText(chart.own.quadrantWords[corner], wordFont, field.widthPx / 2 - 2 * insetPx, measure);
  return corners
    .filter((corner) => chart.own.quadrantWords[corner] !== '')
    .map((corner) =>
      labelNode({
        id: `corner:${corner}`,
        subject: { part: 'axis' },
        text: text(corner),
        x: corner.endsWith('Left') ? field.x + insetPx : field.x + field.widthPx - insetPx,
        y: corner.startsWith('up') ? field.y + wordFont.sizePx * 1.1 : field.y + field.heightPx - insetPx,
        font: wordFont,
        fill: frame.inks.quiet,
        align: corner.endsWith('Left') ? 'start' : 'end',
        opacity: 1,
        tabular: false,
      }),
    );
}

/** The line runs over the whole field; how closely the bubbles lie along it is said over its upper right corner. */
function pushFit(
  plan: BubblesPlan,
  domains: PlaceOf,
  bubbles: readonly Shown[],
  { lines, words }: { lines: SceneNode[]; words: SceneNode[] },
): void {
  const { frame, field, wordFont, across } = plan;
  const line = bestFit(
    bubbles.map(({ across: x, up: y, presence: weight }) => {
      return { x: scaled(domains.across, x), y: scaled(domains.up, y), weight };
    }),
  );
  if (!line) return;
  const reach = across.field.widthPx > 0 ? (field.widthPx - across.field.widthPx) / 2 / across.field.widthPx : 0;
  const [from, to] = [scaled(domains.across, domains.across.min), scaled(domains.across, domains.across.max)];
  const places = [from - (to - from) * reach, to + (to - from) * reach].flatMap((x) =>
    stagePlace(plan, domains, unscaled(domains.across, x), unscaled(domains.up, line.slope * x + line.at0)),
  );
  if (!places.every(Number.isFinite)) return;
  lines.push({
    kind: 'path',
    id: 'best-fit',
    subject: { part: 'axis' },
    path: polyline(Float64Array.from(places)),
    stroke: frame.inks.strong,
    strokeWidthPx: 0.3 * frame.unit,
    opacity: 0.7,
  });
  words.push(
    labelNode({
      id: 'best-fit:words',
      subject: { part: 'axis' },
      text: `r ${line.r.toFixed(2).replace('-', '−')}`,
      x: field.x + field.widthPx,
      y: frame.plot.y + wordFont.sizePx * 0.78,
      font: wordFont,
      fill: frame.inks.quiet,
      align: 'end',
      opacity: 1,
      tabular: true,
    }),
  );
}
