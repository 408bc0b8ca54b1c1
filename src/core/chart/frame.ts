import type { Chart, Stage } from '../project/project';
import { inkOn, mixColours } from '../scale/colour';
import { lineWidth } from '../scene/layout-text';
import type { SceneNode, Subject } from '../scene/scene';
import { type Font, fitText, type MeasureText, wrapText } from '../scene/text-fit';

/** A box of the stage, in stage pixels. */
export interface Box {
  readonly x: number;
  readonly y: number;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Colours that follow from the stage's background. */
export interface Inks {
  readonly strong: string;
  readonly quiet: string;
  readonly line: string;
}

/** Everything around the plot that charts of all families share: texts that stand still, and where the rest goes. */
export interface Frame {
  /** A hundredth of the stage's shorter side, so that one look serves every ratio. */
  readonly unit: number;
  readonly inks: Inks;
  readonly still: readonly SceneNode[];
  readonly stamp: { readonly x: number; readonly y: number; readonly font: Font };
  readonly plot: Box;
}

/** The families of type used on stage; they ship with the app. */
const displayFamily = 'Bricolage Grotesque';
export const textFamily = 'Instrument Sans';

const LINE = 1.18;

/** Inks for texts and lines on a background. */
function inksOn(background: string): Inks {
  const strong = inkOn(background);
  return {
    strong,
    quiet: mixColours(strong, background, 0.32),
    line: mixColours(strong, background, 0.84),
  };
}

/**
 * Lays out title, subtitle, source note and period stamp, and leaves the rest to the plot. On a wide stage the stamp
 * stands beside the title, on a tall one below the plot, so that it never covers a bar.
 *
 * @param stampTexts Everything that the stamp will show.
 */
export function layoutFrame(chart: Chart, stage: Stage, stampTexts: readonly string[], measure: MeasureText): Frame {
  const unit = Math.min(stage.widthPx, stage.heightPx) / 100;
  const inks = inksOn(stage.background);
  const margin = { x: 5 * unit, top: 5 * unit, bottom: 4 * unit };
  const innerPx = stage.widthPx - 2 * margin.x;
  const tall = stage.heightPx > stage.widthPx * 1.2;
  const stampWidthPx = innerPx * (tall ? 0.62 : 0.32);
  const largest = { family: displayFamily, weight: 800, sizePx: 12 * unit };
  const stampFont = fitFont(stampTexts, largest, stampWidthPx, measure);
  const usedPx = widestLine(stampTexts, stampFont, measure);
  const column = new TextColumn(margin.x, margin.top, tall ? innerPx : innerPx - usedPx - 3 * unit, measure);
  const titleFont = { family: displayFamily, weight: 800, sizePx: 6.2 * unit };
  const subtitleFont = { family: textFamily, weight: 500, sizePx: 3 * unit };
  column.add('title', chart.text.title, titleFont, inks.strong, 2);
  column.gap(0.6 * unit);
  column.add('subtitle', chart.text.subtitle, subtitleFont, inks.quiet, 2);
  const sourceFont = { family: textFamily, weight: 500, sizePx: 2 * unit };
  const bottom = stage.heightPx - margin.bottom;
  const sourceWidthPx = tall ? innerPx - usedPx - 3 * unit : innerPx;
  const source = fitText(chart.text.source, sourceFont, sourceWidthPx, measure);
  const still = [...column.nodes];
  if (source !== '') still.push(stillText('source', 0, source, margin.x, bottom, sourceFont, inks.quiet));
  const stampHeightPx = stampFont.sizePx * 0.76;
  const headerBottom = Math.max(column.bottom, tall || usedPx === 0 ? 0 : margin.top + stampHeightPx);
  const footPx = Math.max(source === '' ? 0 : 4 * unit, tall && usedPx > 0 ? stampHeightPx + 3 * unit : 0);
  const plotY = headerBottom + (headerBottom > margin.top ? 2.6 * unit : 0);
  return {
    unit,
    inks,
    still,
    stamp: { x: stage.widthPx - margin.x, y: tall ? bottom : margin.top + stampHeightPx, font: stampFont },
    plot: { x: margin.x, y: plotY, widthPx: innerPx, heightPx: Math.max(unit, bottom - footPx - plotY) },
  };
}

/** The font, made smaller until the widest of the texts fits; digits all count as the widest digit. */
function fitFont(texts: readonly string[], font: Font, widthPx: number, measure: MeasureText): Font {
  const widest = widestLine(texts, font, measure);
  return widest > widthPx ? { ...font, sizePx: (font.sizePx * widthPx) / widest } : font;
}

/** Texts that differ only in their digits are as wide as each other, so few have to be measured. */
function widestLine(texts: readonly string[], font: Font, measure: MeasureText): number {
  let widest = 0;
  for (const text of new Set(texts.map((each) => each.replace(/\d/g, '0')))) {
    widest = Math.max(widest, lineWidth(text, font, true, measure));
  }
  return widest;
}

/** Texts under each other. */
class TextColumn {
  readonly nodes: SceneNode[] = [];
  bottom: number;

  constructor(
    private readonly x: number,
    top: number,
    private readonly widthPx: number,
    private readonly measure: MeasureText,
  ) {
    this.bottom = top;
  }

  add(part: Subject['part'], text: string, font: Font, fill: string, maxLines: number): void {
    wrapText(text, font, this.widthPx, maxLines, this.measure).forEach((line, i) => {
      const top = this.bottom + (i === 0 ? 0 : font.sizePx * (LINE - 1));
      this.nodes.push(stillText(part, i, line, this.x, top + font.sizePx * 0.76, font, fill));
      this.bottom = top + font.sizePx;
    });
  }

  gap(px: number): void {
    if (this.nodes.length > 0) this.bottom += px;
  }
}

function stillText(
  part: Subject['part'],
  i: number,
  text: string,
  x: number,
  y: number,
  font: Font,
  fill: string,
): SceneNode {
  return { kind: 'text', id: `${part}:${i}`, subject: { part }, text, x, y, font, fill, align: 'start' };
}
