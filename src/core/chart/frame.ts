import type { Background } from '../project/background';
import type { Chart } from '../project/chart';
import type { Stage } from '../project/film';
import { type CounterPart, counterParts } from '../project/text-style';
import { inkOn, mixColours } from '../scale/colour';
import type { PartName, SceneNode } from '../scene/scene';
import { type MeasureText, wrapText } from '../scene/text-fit';
import type { Box, Inks } from './box';
import { type LegendContent, legendNodes, legendRows } from './legend';
import { ASCENT, cased, DESCENT, fittingSize, fontOf, LINE, type TextBlock, widestLine } from './text-block';
import { hasTokens } from './words';

/** Everything around the plot, which charts of all families share: texts, legend, and where the rest goes. */
export interface Frame {
  /** A hundredth of the stage's shorter side, so that one look serves every ratio. */
  readonly unit: number;
  readonly inks: Inks;
  /** Texts whose words may follow the film. */
  readonly blocks: readonly TextBlock[];
  /** The period stamp, which may roll; null where it is not shown. */
  readonly stamp: TextBlock | null;
  readonly legend: readonly SceneNode[];
  /** Where captions stand; null in a film without any. */
  readonly captions: Box | null;
  readonly plot: Box;
}

/** What the layout has to know of the film. */
export interface FrameContent {
  readonly chart: Chart;
  readonly stage: Stage;
  readonly stampTexts: readonly string[];
  /** How a text with tokens reads at moments all over the film. */
  readonly samplesOf: (template: string) => readonly string[];
  readonly legend: LegendContent | null;
  readonly hasCaptions: boolean;
}

/** Of a background of two colours the middle counts, of a picture its colour as far as it lies over it. */
function groundOf(background: Background): string {
  return background.kind === 'linear' || background.kind === 'radial'
    ? mixColours(background.colour, background.to, 0.5)
    : background.colour;
}

/** Inks for texts and lines on a background. */
export function inksOn(background: Background): Inks {
  const ground = groundOf(background);
  const strong = inkOn(ground);
  return { strong, quiet: mixColours(strong, ground, 0.32), line: mixColours(strong, ground, 0.84), ground };
}

/** The plot keeps at least this part of the stage; texts shrink for it. */
const PLOT_SHARE = 0.42;
const SHRINK = 0.86;
const MAX_SHRINKS = 9;

/**
 * Lays out the texts in columns at the four corners, the legend, and room for captions, and leaves the rest to the plot.
 * Nothing overlaps at any ratio: what does not fit gets smaller, and long texts are shortened.
 */
export function layoutFrame(content: FrameContent, measure: MeasureText): Frame {
  let scale = 1;
  for (let i = 0; ; i++) {
    const frame = layoutAt(content, scale, measure);
    const { box } = content.stage;
    if (box) return { ...frame, plot: boxOf(box, content.stage) };
    if (i === MAX_SHRINKS || frame.plot.heightPx >= content.stage.heightPx * PLOT_SHARE) return frame;
    scale *= SHRINK;
  }
}

function boxOf(box: NonNullable<Stage['box']>, { widthPx, heightPx }: Stage): Box {
  return { x: box.x * widthPx, y: box.y * heightPx, widthPx: box.width * widthPx, heightPx: box.height * heightPx };
}

function layoutAt(content: FrameContent, scale: number, measure: MeasureText): Frame {
  const { chart, stage, hasCaptions } = content;
  const { dress } = chart;
  const unit = Math.min(stage.widthPx, stage.heightPx) / 100;
  const inks = inksOn(stage.background);
  const left = stage.margins.left * unit;
  const innerPx = Math.max(unit, stage.widthPx - left - stage.margins.right * unit);
  const top = stage.margins.top * unit;
  const bottom = stage.heightPx - stage.margins.bottom * unit;
  const tall = stage.heightPx > stage.widthPx * 1.2;
  const make = new Columns(content, { unit: unit * scale, inks, tall }, measure);

  const topEnd = make.counters('top-end', innerPx * (tall ? 0.5 : 0.4));
  const gapPx = 3 * unit;
  const topWidth = innerPx - (topEnd.widthPx > 0 ? topEnd.widthPx + gapPx : 0);
  const topStart = make.column(topWidth);
  topStart.text('title', chart.text.title, 2, inks.strong);
  topStart.gap(0.5 * unit * scale);
  topStart.text('subtitle', chart.text.subtitle, 2, inks.quiet);
  topStart.gap(0.8 * unit * scale);
  topStart.counters('top-start');

  const bottomEnd = make.counters('bottom-end', innerPx * (tall ? 0.62 : 0.5));
  const bottomStart = make.column(innerPx - (bottomEnd.widthPx > 0 ? bottomEnd.widthPx + gapPx : 0));
  bottomStart.counters('bottom-start');
  bottomStart.gap(0.6 * unit * scale);
  bottomStart.text('source', chart.text.source, 2, inks.quiet);

  const headPx = Math.max(topStart.heightPx, topEnd.heightPx);
  const footPx = Math.max(bottomStart.heightPx, bottomEnd.heightPx);
  let from = top + headPx + (headPx > 0 ? 1.8 * unit : 0);
  let to = bottom - footPx - (footPx > 0 ? 1.6 * unit : 0);

  const strip = (at: 'top' | 'bottom', heightPx: number): Box => {
    const y = at === 'top' ? from : to - heightPx;
    if (at === 'top') from += heightPx + 1.2 * unit;
    else to -= heightPx + 1.2 * unit;
    return { x: left, y, widthPx: innerPx, heightPx };
  };
  const legendStyle = dress.texts.legend;
  const legendRoom = content.legend
    ? legendRows(
        content.legend,
        { style: legendStyle, sizePx: legendStyle.size * unit * scale, widthPx: innerPx },
        measure,
      )
    : null;
  const legendBox = legendRoom ? strip(dress.legend.at, legendRoom.heightPx) : null;
  const captionSize = dress.texts.caption.size * unit * scale;
  const captions = hasCaptions ? strip(dress.captions.at, captionSize * (2 * LINE + 0.7)) : null;

  const end = left + innerPx;
  const blocks = [
    ...topStart.placed(left, top),
    ...topEnd.placed(end - topEnd.widthPx, top),
    ...bottomStart.placed(left, bottom - bottomStart.heightPx),
    ...bottomEnd.placed(end - bottomEnd.widthPx, bottom - bottomEnd.heightPx),
  ];
  return {
    unit,
    inks,
    blocks: blocks.filter(({ part }) => part !== 'stamp'),
    stamp: blocks.find(({ part }) => part === 'stamp') ?? null,
    legend: legendRoom && legendBox ? legendNodes(legendRoom, legendBox, legendStyle, inks) : [],
    captions,
    plot: { x: left, y: from, widthPx: innerPx, heightPx: Math.max(unit, to - from) },
  };
}

/** Where a counter stands when the look leaves it open. */
const usualCorner = (part: CounterPart, tall: boolean) => (part === 'stamp' && !tall ? 'top-end' : 'bottom-end');

interface Measures {
  readonly unit: number;
  readonly inks: Inks;
  readonly tall: boolean;
}

/** Makes columns of texts, which know their size before they have their place. */
class Columns {
  constructor(
    readonly content: FrameContent,
    readonly measures: Measures,
    readonly measure: MeasureText,
  ) {}

  column(widthPx: number): Column {
    return new Column(this, widthPx, 'start');
  }

  /** A column of counters at the right, as wide as the widest. */
  counters(corner: 'top-end' | 'bottom-end', limitPx: number): Column {
    const column = new Column(this, limitPx, 'end');
    column.counters(corner);
    return column;
  }
}

class Column {
  private readonly blocks: TextBlock[] = [];
  private bottom = 0;
  private used = 0;

  constructor(
    private readonly owner: Columns,
    private readonly limitPx: number,
    private readonly side: 'start' | 'end',
  ) {}

  get heightPx(): number {
    return this.bottom;
  }

  /** A column at the right is no wider than it needs to be. */
  get widthPx(): number {
    return this.side === 'start' ? this.limitPx : this.used;
  }

  gap(px: number): void {
    if (this.blocks.length > 0) this.bottom += px;
  }

  /** Room for as many lines as the text ever needs, to a limit. */
  text(part: 'title' | 'subtitle' | 'source', template: string, maxLines: number, ink: string): void {
    const { content, measures, measure } = this.owner;
    const style = content.chart.dress.texts[part];
    const font = fontOf(style, style.size * measures.unit);
    const counts = content
      .samplesOf(template)
      .map((words) => wrapText(cased(words, style), { font, widthPx: this.limitPx, maxLines }, measure).length);
    const lines = Math.max(0, ...counts);
    if (lines === 0) return;
    this.push(part, { template, maxLines: lines, style, font, fill: style.colour ?? ink, align: style.align });
  }

  counters(corner: string): void {
    const { content, measures, measure } = this.owner;
    const { dress, text } = content.chart;
    for (const part of counterParts) {
      const { shown, at } = dress.counters[part];
      if (!shown || (at === 'auto' ? usualCorner(part, measures.tall) : at) !== corner) continue;
      const style = dress.texts[part];
      const template = part === 'stamp' ? '{period}' : text[part];
      const samples = part === 'stamp' ? content.stampTexts : content.samplesOf(template);
      if (samples.every((words) => words === '')) continue;
      const limit = this.limitPx;
      const room = { style, sizePx: style.size * measures.unit, widthPx: limit };
      const font = fontOf(style, fittingSize(samples, room, measure));
      const widthPx = widestLine(
        samples.map((words) => cased(words, style)),
        font,
        measure,
      );
      this.used = Math.max(this.used, Math.min(limit, widthPx * 1.002));
      this.gap(0.5 * measures.unit);
      const fill = style.colour ?? measures.inks.strong;
      this.push(part, { template, maxLines: 1, style, font, fill, align: this.side });
    }
  }

  private push(
    part: PartName,
    text: Pick<TextBlock, 'template' | 'maxLines' | 'style' | 'font' | 'fill' | 'align'>,
  ): void {
    const { template, maxLines, style, font, fill, align } = text;
    const y = this.bottom + font.sizePx * ASCENT;
    const tabular = part === 'stamp' || hasTokens(template);
    this.blocks.push({ part, template, style, font, fill, x: 0, y, widthPx: 0, maxLines, align, tabular });
    this.bottom = y + (maxLines - 1) * font.sizePx * LINE + font.sizePx * DESCENT;
  }

  placed(x: number, y: number): TextBlock[] {
    const { widthPx } = this;
    const shift = { start: 0, middle: widthPx / 2, end: widthPx };
    return this.blocks.map((block) => ({ ...block, x: x + shift[block.align], y: y + block.y, widthPx }));
  }
}
