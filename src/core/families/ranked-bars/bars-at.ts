import { type Place, placesAt } from '../../motion/race';
import { alongPx } from '../shared/axis-place';
import { buildAt, type Entrance, entranceOf, present, wordsProgress } from '../shared/build';
import { type Domain, domainAt, extremesOf, placeInDomain } from '../shared/domain';
import type { RankedBarsPlan } from './bars-plan';

/** A bar at a moment. */
export interface BarAt extends Place {
  readonly entrance: Entrance;
  /** Where the bar and its labels are drawn, across. */
  readonly across: number;
  readonly opacity: number;
  /** Along, from the foot to the end, on screen. */
  readonly from: number;
  readonly to: number;
  readonly colour: string;
}

/** The bars of a moment, and the domain that they are measured by. */
export function barsAt(prepared: RankedBarsPlan, timeSec: number): { bars: BarAt[]; domain: Domain; words: number } {
  const { race, chart, turns, field: box, slotPx } = prepared;
  const { direction } = chart.dress.bars;
  const domain = domainAt(prepared.domain, timeSec);
  const build = buildAt(race.clock, chart.pace.opening, chart.pace.closing, timeSec);
  const places = placesAt(race, timeSec);
  const order = build?.closes ? turns.closing : turns.opening;
  const from = alongPx(direction, box, domain, 0);
  const bars = places.map((place): BarAt => {
    const entrance = build ? entranceOf(build.build, build.x, order.get(place.series) ?? 0, places.length) : present;
    const grows = entrance.how === 'grow' || entrance.how === 'spring';
    const full = alongPx(direction, box, domain, place.value);
    const slides = entrance.how === 'slide' ? (1 - entrance.progress) * 0.8 : 0;
    const slot = Math.min(prepared.places, place.slot + slides);
    const fades =
      entrance.how === 'none' ? 1 : grows ? Math.min(1, Math.max(0, entrance.progress * 4)) : entrance.progress;
    const { series, category, value, rank } = place;
    return {
      series,
      category,
      value,
      rank,
      slot,
      entrance,
      across: slot * slotPx,
      // The last place fades towards the edge of the stage, over which bars come and go.
      opacity: Math.min(1, Math.max(0, prepared.places - slot)) * fades,
      from,
      to: grows ? withinBox(direction, box, from + (full - from) * entrance.progress) : full,
      colour: colourOf(prepared, place),
    };
  });
  return { bars, domain, words: build ? wordsProgress(build.build, build.x) : 1 };
}

/** A spring never leaves the room that bars have. */
function withinBox(direction: 'lying' | 'standing', box: RankedBarsPlan['field'], along: number): number {
  return direction === 'lying'
    ? Math.min(box.x + box.widthPx, Math.max(box.x, along))
    : Math.min(box.y + box.heightPx, Math.max(box.y, along));
}

function colourOf({ colours, domain }: RankedBarsPlan, place: Place): string {
  if (!colours.ofShare) return colours.ofCategory[place.category] ?? '#888888';
  const [min, max] = extremesOf(domain);
  return colours.ofShare(placeInDomain({ min, max }, place.value));
}
