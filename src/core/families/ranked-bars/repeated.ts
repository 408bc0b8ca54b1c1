import type { Box } from '../../chart/box';
import { squareOf } from '../../chart/pictures';
import type { Race } from '../../motion/race';
import { roundAbove } from '../../scale/ticks';
import type { SceneNode, Subject } from '../../scene/scene';
import { extremesOf } from '../shared/domain';
import { prepareDomain } from '../shared/standings/race-domain';
import type { BarAt } from './bars-at';
import type { RankedBarsPlan } from './bars-plan';

/** The longest row of a film has so many pictures at most. */
export const MOST_PICTURES = 30;
/** Part of its place that a picture fills along. */
const FILLED = 0.94;

/** What one picture of a row stands for: a round number of which the greatest value of the film has a countable row. */
export function pictureUnitOf(race: Race): number {
  const [min, max] = extremesOf(prepareDomain(race, { kind: 'fixed' }));
  return roundAbove(Math.max(max, -min) / MOST_PICTURES);
}

/** Adds the row of a bar: as many pictures as its value has units, the last one cut where the bar ends. */
export function pushRow(nodes: SceneNode[], plan: RankedBarsPlan, bar: BarAt, whole: Box): void {
  const { chart, pictures } = plan;
  const lying = chart.dress.bars.direction === 'lying';
  const { from, to, unitPx, thickPx, opacity, category } = bar;
  const lengthPx = Math.abs(to - from);
  const sidePx = Math.min(thickPx, unitPx * FILLED);
  if (!(sidePx > 0) || opacity <= 0) return;
  const ref = pictures[bar.series] ?? null;
  const { shape } = chart.dress.pictures;
  const aspect = ref && shape === 'plain' ? Math.min(1, Math.max(0.5, ref.aspect)) : 1;
  const subject: Subject = { part: 'mark', category };
  const children: SceneNode[] = [];
  const towards = to >= from ? 1 : -1;
  const count = Math.ceil(lengthPx / unitPx - 1e-9);
  for (let i = 0; i < count; i++) {
    const along = from + towards * unitPx * (i + 0.5);
    const across = lying ? whole.y + whole.heightPx / 2 : whole.x + whole.widthPx / 2;
    const [x, y] = lying ? [along, across] : [across, along];
    const box = { x: x - (sidePx * aspect) / 2, y: y - sidePx / 2, widthPx: sidePx * aspect, heightPx: sidePx };
    const id = `unit:${category}:${i}`;
    const radiusPx = shape === 'round' ? sidePx / 2 : sidePx * 0.16;
    if (!ref) children.push({ kind: 'rect', id, subject, ...box, radiusPx, fill: bar.colour, opacity });
    else {
      const crop = shape === 'plain' ? {} : { crop: squareOf(ref.aspect), radiusPx };
      children.push({ kind: 'image', id, subject, ...box, imageId: ref.imageId, opacity, ...crop });
    }
  }
  nodes.push({ kind: 'group', id: `row:${category}`, clip: whole, children });
}
