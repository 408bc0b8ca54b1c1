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
  /** Width that a label may take. */
  readonly limitPx: number;
  /** Is there a line of numbers? */
  readonly numbers: boolean;
  /** Which of the names may ever show. */
  readonly shown: Iterable<number>;
}

/** Between the rim and the labels, in sizes of the type. */
const LEADER = 1.5;

/** Sizes in which all labels of one side fit above each other, and names cut to their room. */
export function ringLabelFonts(
  names: readonly string[],
  { chart, measure, unit, heightPx, rows, limitPx, numbers, shown }: RingLabelRoom,
): RingLabelFonts {
  const { labels } = chart.dress;
  const lines = numbers ? 2 : 1;
  const sizePx = Math.max(1, Math.min(3 * unit, heightPx / rows / 0.62 / (lines * 1.25)));
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
