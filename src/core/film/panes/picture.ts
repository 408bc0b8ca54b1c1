import { labelNode } from '../../chart/text-block';
import type { ChartPicture, Mark } from '../../families/family';
import type { SceneNode } from '../../scene/scene';
import { cornerOf } from './layout';
import type { PanesPlan, PlannedPane } from './plan';
import { strongest } from './strongest';

interface Placed {
  readonly pane: PlannedPane;
  readonly x: number;
  readonly y: number;
  /** How far it is from standing still, in [0, 1]. */
  readonly moves: number;
}

function placed({ panes, grid, box, input }: PanesPlan, timeSec: number): Placed[] {
  const places = input.course.orderAt(timeSec);
  return panes.map((pane, i) => {
    const place = places[i] ?? i;
    const apart = Math.abs(place - Math.round(place));
    return { pane, ...cornerOf(grid, box, place), moves: Math.min(1, apart * 2) };
  });
}

/** What remains of a pane in the middle of changing places: those that pass each other can both be seen. */
const PASSING = 0.45;

/** All panes, each in a group of its own that stands, or moves, as a whole. */
export function panesPicture(plan: PanesPlan, timeSec: number): ChartPicture {
  const { family, input, titleFont } = plan;
  const { frame, chart } = input;
  let words = 0;
  const drawn = placed(plan, timeSec).map((each, i) => ({
    ...each,
    i,
    picture: family.pictureAt(each.pane.plan, timeSec),
  }));
  // What moves lies over what stands.
  const order = [...drawn].sort((a, b) => a.moves - b.moves || a.i - b.i);
  const nodes = order.map(({ pane, x, y, moves, picture, i }): SceneNode => {
    words = Math.max(words, picture.words);
    const title = labelNode({
      id: `pane:${i}:title`,
      subject: { part: 'name' },
      text: pane.title,
      x: 0,
      y: titleFont.sizePx,
      font: titleFont,
      fill: chart.dress.labels.name.colour ?? frame.inks.strong,
      align: 'start',
      opacity: picture.words,
      tabular: false,
    });
    return {
      kind: 'group',
      id: `pane:${i}`,
      shift: { dx: x, dy: y },
      ...(moves > 0 ? { opacity: 1 - (1 - PASSING) * moves } : {}),
      children: [title, ...picture.nodes.map((node) => ({ ...node, id: `${i}:${node.id}` }))],
    };
  });
  return {
    nodes,
    words,
    marks: () =>
      strongest(
        drawn.flatMap(({ picture, x, y }) =>
          Array.from(picture.marks(), ([category, mark]) => [category, moved(mark, x, y)] as const),
        ),
      ),
  };
}

function moved(mark: Mark, dx: number, dy: number): Mark {
  const { outline } = mark;
  return { ...mark, x: mark.x + dx, y: mark.y + dy, outline: { ...outline, x: outline.x + dx, y: outline.y + dy } };
}

/** The pane under a place of the stage, and that place within it. */
export function paneUnder(plan: PanesPlan, timeSec: number, at: { readonly x: number; readonly y: number }) {
  const { widthPx, heightPx } = plan.grid;
  for (const { pane, x, y } of placed(plan, timeSec))
    if (at.x >= x && at.x <= x + widthPx && at.y >= y && at.y <= y + heightPx)
      return { pane, at: { x: at.x - x, y: at.y - y } };
  return null;
}
