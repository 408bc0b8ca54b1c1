import { type Place, placesOnce } from '../../motion/race';
import { stepAt } from '../../motion/slots';
import { alongPx } from '../shared/axis-place';
import { buildAt, type Entrance, entranceOf, present, wordsProgress } from '../shared/build';
import { type Domain, domainAt, extremesOf } from '../shared/domain';
import { markColour } from '../shared/mark-colour';
import { type PartAt, partsAt } from '../shared/parts-at';
import { slimWhilePassing } from '../shared/passing';
import type { RankedBarsPlan } from './bars-plan';

/** A bar at a moment. */
export interface BarAt extends Place {
  readonly entrance: Entrance;
  /** Where the bar and its labels are drawn, across. */
  readonly across: number;
  /** A bar is slimmer than the others while it passes one. */
  readonly thickPx: number;
  readonly opacity: number;
  /** Along, from the foot to the end, on screen. */
  readonly from: number;
  readonly to: number;
  readonly colour: string;
  /** What it is stacked from, on screen along; null where it is one piece. */
  readonly pieces: readonly BarPiece[] | null;
  /** What one picture of a row takes of the stage, along. */
  readonly unitPx: number;
}

/** A part of a bar. */
export interface BarPiece extends PartAt {
  readonly from: number;
  readonly to: number;
  readonly colour: string;
}

/** Is a bar uncovered, in the direction of reading? */
export function wipes({ how }: Entrance): boolean {
  return how === 'wipe' || how === 'draw';
}

/** The bars of a moment, and the domain that they are measured by. */
export function barsAt(prepared: RankedBarsPlan, timeSec: number): { bars: BarAt[]; domain: Domain; words: number } {
  const { race, chart, field: box, slotPx } = prepared;
  const { direction } = chart.dress.bars;
  const domain = domainAt(prepared.domain, timeSec);
  const build = buildAt(prepared.build, timeSec);
  const places = placesOnce(race, timeSec);
  const from = alongPx(direction, box, domain, 0);
  const moment = stepAt(race.clock, timeSec);
  const fieldPx = direction === 'lying' ? box.widthPx : box.heightPx;
  const unitPx = (fieldPx / Math.max(1e-300, domain.max - domain.min)) * prepared.pictureUnit;
  const entrances = places.map(({ series }) => (build ? entranceOf(build, build.turns[series] ?? 0) : present));
  const slots = places.map(({ slot }, i) => {
    const { how, progress } = entrances[i] ?? present;
    return Math.min(prepared.places, slot + (how === 'slide' ? (1 - progress) * 0.8 : 0));
  });
  const slim = slimWhilePassing(
    slots.map((slot) => slot * slotPx),
    prepared.thickPx,
  );
  const bars = places.map((place, i): BarAt => {
    const entrance = entrances[i] ?? present;
    const slot = slots[i] ?? place.slot;
    const grows = entrance.how === 'grow' || entrance.how === 'spring';
    const full = alongPx(direction, box, domain, place.value);
    const fades =
      entrance.how === 'none' || wipes(entrance)
        ? 1
        : grows
          ? Math.min(1, Math.max(0, entrance.progress * 4))
          : entrance.progress;
    const { series, category, value, rank } = place;
    return {
      series,
      category,
      value,
      rank,
      slot,
      entrance,
      across: slot * slotPx,
      thickPx: prepared.thickPx * (slim[i] ?? 1),
      // The last place fades towards the edge of the stage, over which bars come and go.
      opacity: Math.min(1, Math.max(0, prepared.places - slot)) * fades,
      from,
      to: grows ? withinBox(direction, box, from + (full - from) * entrance.progress) : full,
      colour: colourOf(prepared, place),
      unitPx,
      pieces: piecesOf(prepared, place, moment, (value) => {
        const at = alongPx(direction, box, domain, value);
        return grows ? withinBox(direction, box, from + (at - from) * entrance.progress) : at;
      }),
    };
  });
  return { bars, domain, words: build ? wordsProgress(build) : 1 };
}

/** The pieces of a bar, where the chart is divided into parts and this one can be. */
function piecesOf(
  { cube, colours }: RankedBarsPlan,
  { category, value }: Place,
  moment: { readonly step: number; readonly s: number },
  along: (value: number) => number,
): readonly BarPiece[] | null {
  const found = cube.parts ? partsAt(cube.parts, category, { ...moment, value }) : null;
  return (
    found?.map((each) => ({
      ...each,
      from: along(each.base),
      to: along(each.top),
      colour: colours.ofPart[each.part] ?? '#888888',
    })) ?? null
  );
}

/** A spring never leaves the room that bars have. */
function withinBox(direction: 'lying' | 'standing', box: RankedBarsPlan['field'], along: number): number {
  return direction === 'lying'
    ? Math.min(box.x + box.widthPx, Math.max(box.x, along))
    : Math.min(box.y + box.heightPx, Math.max(box.y, along));
}

function colourOf({ colours, domain }: RankedBarsPlan, place: Place): string {
  return markColour(colours, place.category, place.value, extremesOf(domain));
}
