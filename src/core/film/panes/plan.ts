import type { Box } from '../../chart/box';
import { fontOf } from '../../chart/text-block';
import type { Family, PlanInput } from '../../families/family';
import type { Stage } from '../../project/film';
import type { Font } from '../../scene/text-fit';
import { fitText } from '../../scene/text-fit';
import { gridOf, type PaneGrid } from './layout';
import { type Pane, type PanesCourse, toldOfPane } from './panes-course';

/** A pane that is ready to be drawn, in pixels of its own: its upper left corner is 0, 0. */
export interface PlannedPane extends Pane {
  readonly title: string;
  readonly plan: unknown;
}

/** Everything of charts side by side that stays the same through the film. */
export interface PanesPlan {
  readonly family: Family;
  readonly input: PlanInput<unknown, PanesCourse>;
  readonly grid: PaneGrid;
  readonly box: Box;
  readonly panes: readonly PlannedPane[];
  readonly titleFont: Font;
  readonly titlePx: number;
}

/** Texts of panes are smaller than those of a single chart, but not as much as the panes are. */
const TEXT = { grows: 1.4, least: 0.36 } as const;
const TITLE = 2.9;

/** Lays out the grid, and plans each chart in its pane. */
export function planPanes(family: Family, input: PlanInput<unknown, PanesCourse>): PanesPlan {
  const { frame, stage, chart, measure, course } = input;
  const { plot, unit } = frame;
  const { panes } = course;
  const grid = gridOf(panes.length, plot, 2.2 * unit);
  const part = Math.sqrt((grid.widthPx * grid.heightPx) / Math.max(1, plot.widthPx * plot.heightPx));
  const scale = panes.length <= 1 ? 1 : Math.min(1, Math.max(TEXT.least, part * TEXT.grows));
  const paneUnit = unit * scale;
  const sizePx = Math.min(TITLE * paneUnit * 1.15, grid.heightPx * 0.14);
  const titleFont = fontOf(chart.dress.labels.name, sizePx);
  const titlePx = sizePx * 1.6;
  const ofPane: Stage = { ...stage, widthPx: grid.widthPx, heightPx: grid.heightPx, box: null };
  const inner: Box = {
    x: 0,
    y: titlePx,
    widthPx: grid.widthPx,
    heightPx: Math.max(1, grid.heightPx - titlePx),
  };
  const paneFrame = { ...frame, unit: paneUnit, plot: inner, blocks: [], stamp: null, legend: [], captions: null };
  return {
    family,
    input,
    grid,
    box: plot,
    titleFont,
    titlePx,
    panes: panes.map((pane) => ({
      ...pane,
      title: fitText(pane.name, titleFont, grid.widthPx, measure),
      plan: family.planOf({ ...input, ...toldOfPane(input, pane), stage: ofPane, frame: paneFrame }),
    })),
  };
}
