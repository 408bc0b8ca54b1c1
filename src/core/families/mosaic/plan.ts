import { cased, fontOf } from '../../chart/text-block';
import { remembered } from '../../scale/remembered';
import type { Font } from '../../scene/text-fit';
import { percentFormat } from '../shared/percent';
import { type SharesBuild, sharesBuild } from '../shared/shares/shares-build';
import { sharesRefusal } from '../shared/shares/told-shares';
import { isOfParts, layersOf, type MosaicInput } from './course';

/** Everything of a mosaic that stays the same through the film. */
export interface MosaicPlan extends MosaicInput, SharesBuild {
  readonly formatShare: (share: number) => string;
  readonly nameFont: Font;
  readonly numberFont: Font;
  readonly boxFont: Font;
  /** By category, the rest last; as wide as they are at the font's size. */
  readonly names: readonly { readonly text: string; readonly widthPx: number }[];
  /** Where the columns stand. */
  readonly field: { readonly x: number; readonly y: number; readonly widthPx: number; readonly heightPx: number };
  readonly layerColours: readonly string[];
  /** What layers are called, for what is pointed at. */
  readonly ofParts: boolean;
  readonly refused: string | null;
}

/** Sizes, fonts and texts that stay the same through the film. */
export function planMosaic(input: MosaicInput): MosaicPlan {
  const { chart, cube, frame, colours, course, measure } = input;
  const { labels } = chart.dress;
  const { plot, unit } = frame;
  const nameFont = fontOf(labels.name, 2.5 * unit * labels.name.size);
  const numberFont = fontOf(labels.value, 2.1 * unit * labels.value.size);
  const footPx = nameFont.sizePx * 1.35 + numberFont.sizePx * 1.2;
  const ofParts = isOfParts(input);
  const names = [...cube.categories, chart.own.restName].map((name) => cased(name, labels.name).slice(0, 120));
  return {
    ...input,
    formatValue: remembered(input.formatValue),
    formatShare: percentFormat(chart.numbers),
    nameFont,
    numberFont,
    boxFont: fontOf(labels.value, 2.2 * unit * labels.value.size),
    names: names.map((text) => ({ text, widthPx: measure(text, nameFont) })),
    field: { x: plot.x, y: plot.y, widthPx: plot.widthPx, heightPx: Math.max(unit, plot.heightPx - footPx) },
    layerColours: ofParts ? colours.ofPart : layersOf(input).map((_, i) => colours.ofPlace(i)),
    ofParts,
    ...sharesBuild(input),
    refused: sharesRefusal(course),
  };
}
