import type { Box } from '../../chart/box';
import type { Colours } from '../../chart/colours';
import type { Frame } from '../../chart/frame';
import type { PictureRef } from '../../chart/pictures';
import type { Race } from '../../motion/race';
import type { Stage } from '../../project/film';
import type { Font, MeasureText } from '../../scene/text-fit';
import type { Cube } from '../../shaping/cube';
import type { ValueAxis } from '../shared/axis-place';
import type { BuildCourse } from '../shared/build';
import type { Depth } from '../shared/depth';
import type { DomainCourse } from '../shared/domain';
import type { FittedName } from '../shared/fitted-names';
import type { RankedBarsChart } from './document';

/** A race of ranked bars, ready to be drawn at any moment. */
export interface RankedBarsPlan {
  readonly chart: RankedBarsChart;
  readonly stage: Stage;
  readonly race: Race;
  readonly cube: Cube;
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
  /** How far a head reaches beyond the end of its mark; 0 where marks are bars. */
  readonly headPx: number;
  /** How far bars stand out of the plane; null where they are flat. */
  readonly depth: Depth | null;
  /** What one picture of a row stands for, in data units. */
  readonly pictureUnit: number;
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
  /** Room for names beside the bars, from `nameAt` away from them. */
  readonly nameRoomPx: number;
  /** Along, on screen: where labels at the ends of bars must end, towards lesser values and towards greater ones. */
  readonly reach: { readonly lesser: number; readonly greater: number };
  readonly formatValue: (value: number) => string;
  /** How bars come and go; marks are series. */
  readonly build: BuildCourse;
  readonly measure: MeasureText;
}
