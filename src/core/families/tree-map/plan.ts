import { type PictureRef, picturesOf } from '../../chart/pictures';
import { cased, fontOf } from '../../chart/text-block';
import { remembered } from '../../scale/remembered';
import type { Font } from '../../scene/text-fit';
import type { PlanInput } from '../family';
import { percentFormat } from '../shared/percent';
import { type SharesBuild, sharesBuild } from '../shared/shares/shares-build';
import { REST, type SharesCourse } from '../shared/shares/shares-course';
import { sharesRefusal } from '../shared/shares/told-shares';
import { type BoxMap, boxMapOf } from './box-map';
import type { TreeMapOwn } from './document';

/** Everything of a tree map that stays the same through the film. */
export interface TreeMapPlan extends PlanInput<TreeMapOwn, SharesCourse>, SharesBuild, BoxMap {
  readonly formatShare: (share: number) => string;
  /** Names and titles are measured at these sizes; text is as wide as it is large. */
  readonly nameFont: Font;
  readonly numberFont: Font;
  readonly titleFont: Font;
  /** By box. */
  readonly names: readonly { readonly text: string; readonly widthPx: number }[];
  readonly pictureRefs: readonly (PictureRef | null)[];
  readonly refused: string | null;
}

/** Sizes, fonts and names that stay the same through the film. */
export function planTreeMap(input: PlanInput<TreeMapOwn, SharesCourse>): TreeMapPlan {
  const { chart, cube, course, frame, measure } = input;
  const { own, dress } = chart;
  const { unit } = frame;
  const map = boxMapOf(input);
  const nameFont = fontOf(dress.labels.name, 3 * unit * dress.labels.name.size);
  const nameOf = (category: number) =>
    cased(category === REST ? own.restName : (cube.categories[category] ?? ''), dress.labels.name).slice(0, 120);
  return {
    ...input,
    formatValue: remembered(input.formatValue),
    formatShare: percentFormat(chart.numbers),
    ...map,
    nameFont,
    numberFont: fontOf(dress.labels.value, 2.6 * unit * dress.labels.value.size),
    titleFont: fontOf(dress.labels.name, 2.1 * unit * dress.labels.name.size),
    names: map.boxes.map((category) => ({ text: nameOf(category), widthPx: measure(nameOf(category), nameFont) })),
    pictureRefs: picturesOf(input.pictures, chart, cube),
    ...sharesBuild(input),
    refused: sharesRefusal(course),
  };
}
