import { labelNode, pushWithShadow } from '../../chart/text-block';
import { placesAt } from '../../motion/race';
import { smoothStep } from '../../motion/slots';
import type { SceneNode } from '../../scene/scene';
import type { ChartPicture, Mark } from '../family';
import { buildAt, entranceOf, present, wordsProgress } from '../shared/build';
import { markColour } from '../shared/mark-colour';
import { refusalNodes } from '../shared/refusal';
import { NUMBER, type PlacedWord, sizeOf, type WordsPlan } from './plan';

/** A word at a moment. */
interface WordAt extends PlacedWord {
  readonly value: number;
  readonly sizePx: number;
  readonly opacity: number;
  readonly colour: string;
}

/** Letters smaller than this, in hundredths of the stage's shorter side, are not read: they fade. */
const LEAST = 0.5;

/** The chart's part of the picture at a moment. Cost: O(words on stage). */
export function wordsPicture(plan: WordsPlan, timeSec: number): ChartPicture {
  const { chart, course, frame, measure } = plan;
  if (course.refused !== null)
    return { nodes: refusalNodes(course.refused, chart, frame, measure), words: 1, marks: () => new Map() };
  const moment = buildAt(plan.build, timeSec);
  const words = wordsAt(plan, timeSec);
  const nodes: SceneNode[] = [];
  for (const word of words) pushWord(plan, word, nodes);
  if (words.length === 0)
    nodes.push(...refusalNodes('Words need values above 0, and at this time there are none.', chart, frame, measure));
  return { nodes, words: moment ? wordsProgress(moment) : 1, marks: () => marksOf(plan, words) };
}

function wordsAt(plan: WordsPlan, timeSec: number): WordAt[] {
  const { chart, course, colours, words, greatestPx, frame, turns } = plan;
  const { race, greatest } = course;
  const moment = buildAt(plan.build, timeSec);
  const { places } = race.tracks;
  return placesAt(race, timeSec).flatMap(({ series, category, value, slot }): WordAt[] => {
    const word = words[series];
    if (!word) return [];
    const { how, progress } = moment ? entranceOf(moment, turns[series] ?? 0) : present;
    const grows = how === 'grow' || how === 'spring';
    // A spring would touch its neighbours.
    const grown = grows ? Math.min(1, Math.max(0, progress)) : 1;
    const presence = Math.min(1, Math.max(0, places - slot));
    const sizePx = greatestPx * sizeOf(course, chart.own, value) * Math.sqrt(presence) * grown;
    const shows = grows || how === 'none' ? 1 : Math.min(1, Math.max(0, progress));
    const opacity = shows * smoothStep((sizePx / frame.unit - LEAST * 0.7) / (LEAST * 0.3));
    if (opacity <= 0) return [];
    return [{ ...word, category, value, sizePx, opacity, colour: markColour(colours, category, value, [0, greatest]) }];
  });
}

/** A word around its place; with a number under it, both around it. */
function pushWord(plan: WordsPlan, word: WordAt, nodes: SceneNode[]): void {
  const { chart, nameFont, numberFont, frame, formatValue, measure } = plan;
  const { category, text, upright, x, y, sizePx, opacity, colour, value } = word;
  const { labels } = chart.dress;
  const turnRad = upright ? -Math.PI / 2 : 0;
  // Along the word's own downward direction, from its middle.
  const at = (downPx: number) => ({ x: x - Math.sin(turnRad) * downPx, y: y + Math.cos(turnRad) * downPx });
  const up = chart.own.values ? (NUMBER / 2) * sizePx : 0;
  const node = labelNode({
    id: `name:${category}`,
    subject: { part: 'mark', category },
    text,
    ...at(sizePx * 0.27 - up),
    font: { ...nameFont, sizePx },
    fill: labels.name.colour ?? colour,
    align: 'middle',
    opacity,
    tabular: false,
  });
  pushWithShadow(nodes, upright ? { ...node, turnRad } : node, labels.name.shadow);
  if (!chart.own.values) return;
  const smallPx = sizePx * NUMBER * 0.85;
  const said = formatValue(value);
  const number = { ...numberFont, sizePx: smallPx };
  const wordPx = (measure(text, nameFont) / nameFont.sizePx) * sizePx;
  const numberPx = (measure(said, numberFont) / numberFont.sizePx) * smallPx;
  const shows =
    opacity *
    smoothStep((smallPx / frame.unit - 0.9) / 0.2) *
    smoothStep((wordPx / Math.max(1e-9, numberPx) - 1) / 0.05);
  if (shows <= 0) return;
  const below = labelNode({
    id: `value:${category}`,
    subject: { part: 'value', category },
    text: said,
    ...at(sizePx * 0.27 - up + smallPx * 1.45),
    font: number,
    fill: labels.value.colour ?? frame.inks.quiet,
    align: 'middle',
    opacity: shows,
    tabular: false,
  });
  nodes.push(upright ? { ...below, turnRad } : below);
}

function marksOf({ nameFont, measure }: WordsPlan, words: readonly WordAt[]): ReadonlyMap<number, Mark> {
  return new Map(
    words.map(({ category, text, upright, x, y, sizePx, opacity }) => {
      const [along, across] = [(measure(text, nameFont) / nameFont.sizePx) * sizePx, sizePx];
      const [widthPx, heightPx] = upright ? [across, along] : [along, across];
      const outline = { x: x - widthPx / 2, y: y - heightPx / 2, widthPx, heightPx };
      return [category, { x: x + widthPx / 2, y, opacity, outline }];
    }),
  );
}
