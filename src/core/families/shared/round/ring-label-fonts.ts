import { cased, fontOf } from '../../../chart/text-block';
import type { Chart } from '../../../project/chart';
import { type Font, fitText, type MeasureText } from '../../../scene/text-fit';

/** Labels around a ring: their fonts, and the names as they fit. */
export interface RingLabelFonts {
  readonly nameFont: Font;
  readonly numberFont: Font;
  /** Height of a label. */
  readonly rowPx: number;
  readonly names: readonly string[];
  /** Width that labels need at most. */
  readonly widest: number;
  /** Between the rim and the labels. */
  readonly leaderPx: number;
}

/** What labels around a ring have to go by. */
interface RingLabelRoom {
  readonly chart: Chart;
  readonly measure: MeasureText;
  /** A hundredth of the stage's shorter side. */
  readonly unit: number;
  /** Along which labels are stacked, and how many of them at most. */
  readonly heightPx: number;
  readonly rows: number;
  /** Width of the chart, of which labels on each side take a part. */
  readonly widthPx: number;
  /** Is there a line of numbers? */
  readonly numbers: boolean;
  /** Which of the names may ever show. */
  readonly shown: Iterable<number>;
}

/** Sizes of letters, in hundredths of the stage's shorter side, and what labels take of the width on each side at most. */
const SIZE = 3;
const LABEL_SHARE = 0.26;
const NARROW_SIZE = 2.4;
const NARROW_SHARE = 0.19;
/** Between the rim and the labels, in sizes of the type. */
const LEADER = 1.5;

/** Sizes in which all labels of one side fit above each other, and names cut to their room. */
export function ringLabelFonts(
  names: readonly string[],
  { chart, measure, unit, heightPx, rows, widthPx, numbers, shown }: RingLabelRoom,
): RingLabelFonts {
  // On a narrow stage labels give way to the ring.
  const narrow = widthPx < heightPx * 1.6;
  const limitPx = widthPx * (narrow ? NARROW_SHARE : LABEL_SHARE);
  const { labels } = chart.dress;
  const lines = numbers ? 2 : 1;
  const sizePx = Math.max(1, Math.min((narrow ? NARROW_SIZE : SIZE) * unit, heightPx / rows / 0.62 / (lines * 1.25)));
  const nameFont = fontOf(labels.name, sizePx * labels.name.size);
  const numberFont = fontOf(labels.value, sizePx * 0.92 * labels.value.size);
  const fitted = names.map((name) => fitText(cased(name, labels.name), nameFont, limitPx, measure));
  let widest = numbers ? numberFont.sizePx * 4 : 0;
  for (const i of shown) widest = Math.max(widest, measure(fitted[i] ?? '', nameFont));
  return {
    nameFont,
    numberFont,
    rowPx: (nameFont.sizePx + (numbers ? numberFont.sizePx : 0)) * 1.2,
    names: fitted,
    widest: Math.min(limitPx, widest),
    leaderPx: sizePx * LEADER,
  };
}
