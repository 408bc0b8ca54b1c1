import type { Box } from '../../chart/box';
import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf } from '../../chart/text-block';
import { remembered } from '../../scale/remembered';
import { type Font, fitText } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { percentFormat } from '../shared/percent';
import { type SharesBuild, sharesBuild } from '../shared/shares/shares-build';
import type { SharesCourse } from '../shared/shares/shares-course';
import { sharesRefusal } from '../shared/shares/told-shares';
import type { HundredOwn } from './document';

/** Everything of a grid of cells that stays the same through the film. */
export interface HundredPlan extends PlanInput<HundredOwn, SharesCourse>, SharesBuild {
  /** The upper left corner of the grid. */
  readonly x: number;
  readonly y: number;
  readonly cellPx: number;
  readonly across: number;
  readonly rows: number;
  /** Room of the names beside the grid; null where the legend has them. */
  readonly aside: Box | null;
  readonly nameFont: Font;
  readonly rowPx: number;
  readonly formatShare: (share: number) => string;
  /** By category, the rest last. */
  readonly names: readonly string[];
  readonly pictureRefs: readonly (PictureRef | null)[];
  readonly refused: string | null;
}

const NAME_SIZE = 3.2;
/** The widest that names may be, as a share of the plot. */
const ASIDE = 0.42;

/** Sizes, fonts and texts that stay the same through the film. */
export function planHundred(input: PlanInput<HundredOwn, SharesCourse>): HundredPlan {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { plot, unit } = frame;
  const across = Math.min(own.across, own.cells);
  const rows = Math.ceil(own.cells / across);
  const shown = Math.max(1, Math.min(own.places, cube.categories.length) + 1);
  const sizePx = Math.min(NAME_SIZE * unit * dress.labels.name.size, (plot.heightPx / shown) * 0.62);
  const nameFont = fontOf(dress.labels.name, sizePx);
  const formatShare = remembered(percentFormat(chart.numbers));
  const widestShare = measure(formatShare(0.999).replace(/\d/g, '0'), nameFont);
  const limitPx = plot.widthPx * ASIDE - widestShare - sizePx * 3;
  const names = [...cube.categories, own.restName].map((name) =>
    fitText(cased(name, dress.labels.name), nameFont, Math.max(1, limitPx), measure),
  );
  const listed = [...Array.from(course.race.series.categories), names.length - 1];
  const widest = listed.reduce((most, c) => Math.max(most, measure(names[c] ?? '', nameFont)), 0);
  const asidePx = own.labels === 'aside' ? widest + widestShare + sizePx * 3 : 0;
  const cellPx = Math.max(0.5, Math.min((plot.widthPx - asidePx) / across, plot.heightPx / rows));
  const [widthPx, heightPx] = [cellPx * across, cellPx * rows];
  // Grid and names stand in the middle together.
  const x = plot.x + Math.max(0, (plot.widthPx - widthPx - asidePx) / 2);
  return {
    ...input,
    formatValue: remembered(input.formatValue),
    x,
    y: plot.y + (plot.heightPx - heightPx) / 2,
    cellPx,
    across,
    rows,
    aside: own.labels === 'aside' ? { x: x + widthPx, y: plot.y, widthPx: asidePx, heightPx: plot.heightPx } : null,
    nameFont,
    rowPx: sizePx * 1.55,
    formatShare,
    names,
    pictureRefs: picturesOf(input.pictures, chart, cube),
    ...sharesBuild(input),
    refused: sharesRefusal(course),
  };
}
