import { picturesOf } from '../../chart/pictures';
import { placesAt, type Race } from '../../motion/race';
import type { Build } from '../../pace/pace';
import type { PlanInput } from '../family';
import { turnsOf } from '../shared/build';
import { tickFormats } from '../shared/tick-formats';
import { fixedParts, prepareAxis } from '../shared/value-axis';
import type { RankedBarsPlan } from './bars-plan';
import type { RaceCourse } from './course';
import type { RankedBarsOwn } from './document';
import type { Room } from './label-room';
import { layoutLying } from './layout-lying';
import { layoutStanding } from './layout-standing';
import { prepareDomain } from './race-domain';

/** Sizes, fonts and texts of a race that stay the same through the film. */
export function planRankedBars(input: PlanInput<RankedBarsOwn, RaceCourse>): RankedBarsPlan {
  const { chart, cube, stage, frame, colours, measure, formatValue } = input;
  const { race } = input.course;
  const { direction } = chart.dress.bars;
  const { labels } = chart.dress;
  const domain = prepareDomain(race, chart.own.domain);
  const formatTick = tickFormats(chart.numbers);
  const axis = prepareAxis({ chart, frame, direction, course: domain, formatValue, formatTick, measure });
  const places = Math.max(1, Math.min(chart.own.places, Math.max(cube.categories.length, 1)));
  const series = Array.from(race.series.categories);
  // Of thousands that could tie for a place few are ever seen; only their names need room.
  const categoryNames = series.map((c, k) => ((race.showing[k]?.length ?? 0) > 0 ? (cube.categories[c] ?? '') : ''));
  const room: Room = { chart, stage, frame, axis, places, domain, formatValue, measure, categoryNames };
  const layout = direction === 'lying' ? layoutLying(room) : layoutStanding(room);
  const pictures = picturesOf(input.pictures, chart, cube);
  const turns = (build: Build, timeSec: number) => turnsOfRace(race, cube.categories, build, timeSec);
  return {
    chart,
    stage,
    race,
    domain,
    frame,
    axis,
    places,
    ...layout,
    parts: fixedParts(axis, layout.field, domain),
    colours,
    ink: {
      name: labels.name.colour ?? frame.inks.strong,
      value: labels.value.colour ?? frame.inks.strong,
      rank: labels.rank.colour ?? frame.inks.quiet,
    },
    pictures: series.map((c) => pictures[c] ?? null),
    categoryNames,
    formatValue,
    turns: { opening: turns(chart.pace.opening, 0), closing: turns(chart.pace.closing, race.clock.lengthSec) },
    measure,
  };
}

/** By series: when its bar comes or goes among those on stage at a moment. */
function turnsOfRace(
  race: Race,
  categories: readonly string[],
  build: Build,
  timeSec: number,
): ReadonlyMap<number, number> {
  const marks = placesAt(race, timeSec).sort((a, b) => a.slot - b.slot);
  const list = turnsOf(
    build,
    marks.map(({ category }) => ({ category, name: categories[category] ?? '' })),
  );
  return new Map(marks.map(({ series: k }, i) => [k, list[i] ?? 0]));
}
