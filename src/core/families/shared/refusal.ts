import type { Frame } from '../../chart/frame';
import { fontOf, LINE } from '../../chart/text-block';
import type { Chart } from '../../project/chart';
import type { SceneNode } from '../../scene/scene';
import { type MeasureText, wrapText } from '../../scene/text-fit';

/** Names that a refusal lists; more are counted. */
const NAMED = 3;

/** Why a chart cannot show a table: whose values are below 0, and what can show them. @param what Is drawn from values of 0 and above alone. */
export function negativeShares(names: readonly string[], instead: string, what = 'Shares'): string {
  const named = names.slice(0, NAMED).join(', ');
  const more = names.length > NAMED ? ` and ${names.length - NAMED} more` : '';
  return `${what} need values of 0 and above, and ${named}${more} ${names.length === 1 ? 'has' : 'have'} less. ${instead}`;
}

/** The words of a refusal in the middle of the chart, in place of marks: no stage stays empty without a reason. */
export function refusalNodes(text: string, chart: Chart, frame: Frame, measure: MeasureText): SceneNode[] {
  const { plot, unit, inks } = frame;
  const font = fontOf(chart.dress.texts.subtitle, Math.min(3 * unit, plot.widthPx / 16));
  const lines = wrapText(text, { font, widthPx: plot.widthPx * 0.8, maxLines: 5 }, measure);
  const top = plot.y + plot.heightPx / 2 - (lines.length * font.sizePx * LINE) / 2;
  return lines.map((line, i) => ({
    kind: 'text',
    id: `refusal:${i}`,
    text: line,
    x: plot.x + plot.widthPx / 2,
    y: top + (i + 0.8) * font.sizePx * LINE,
    font,
    fill: inks.strong,
    align: 'middle',
  }));
}
