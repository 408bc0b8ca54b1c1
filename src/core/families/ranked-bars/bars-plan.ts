import type { Box } from '../../chart/box';
import type { Colours } from '../../chart/colours';
import type { Frame } from '../../chart/frame';
import type { PictureRef } from '../../chart/pictures';
import type { Race } from '../../motion/race';
import type { Stage } from '../../project/film';
import type { Font, MeasureText } from '../../scene/text-fit';
import type { ValueAxis } from '../shared/axis-place';
import type { DomainCourse } from '../shared/domain';
import type { RankedBarsChart } from './document';
import type { FittedName } from './names';

/** A race of ranked bars, ready to be drawn at any moment. */
export interface RankedBarsPlan {
  readonly chart: RankedBarsChart;
  readonly stage: Stage;
  readonly race: Race;
  readonly domain: DomainCourse;
  readonly frame: Frame;
  readonly axis: ValueAxis;
  readonly parts: number;
  readonly places: number;
  /** Where bars may be: along, from the zero line of the smallest domain to the end of the longest bar. */
  readonly field: Box;
  /** Bars and their labels are cut to this. */
  readonly clip: Box;
  /** Room of one place, across. */
  readonly slotPx: number;
  readonly thickPx: number;
  readonly picturePx: number;
  readonly fonts: { readonly value: Font; readonly rank: Font; readonly monogram: Font };
  readonly colours: Colours;
  readonly ink: { readonly name: string; readonly value: string; readonly rank: string };
  /** By series. */
  readonly names: readonly FittedName[];
  readonly pictures: readonly (PictureRef | null)[];
  readonly categoryNames: readonly string[];
  /** Where names beside the bars end (lying) or start (standing), along; pictures beside and ranks likewise. */
  readonly nameAt: number;
  readonly pictureAt: number;
  readonly rankAt: number;
  readonly formatValue: (value: number) => string;
  /** By series: the turn in the opening and the closing. */
  readonly turns: { readonly opening: ReadonlyMap<number, number>; readonly closing: ReadonlyMap<number, number> };
  readonly measure: MeasureText;
}
