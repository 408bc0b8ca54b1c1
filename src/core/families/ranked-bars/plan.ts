import { picturesOf } from '../../chart/pictures';
import { placesAt, type Race } from '../../motion/race';
import { largestOf } from '../../scale/number-format';
import type { PlanInput } from '../family';
import { type Build, type BuildTurns, prepareBuild, turnsOf } from '../shared/build';
import { focusedDomain } from '../shared/focused-domain';
import { prepareDomain } from '../shared/standings/race-domain';
import { tickFormats } from '../shared/tick-formats';
import { fixedParts, prepareAxis } from '../shared/value-axis';
import type { RankedBarsPlan } from './bars-plan';
import type { RaceCourse } from './course';
import { holdsZero, type RankedBarsOwn } from './document';
import type { Room } from './label-room';
import { layoutLying } from './layout-lying';
import { layoutStanding } from './layout-standing';
import { pictureUnitOf } from './repeated';

/** Sizes, fonts and texts of a race that stay the same through the film. */
export function planRankedBars(input: PlanInput<RankedBarsOwn, RaceCourse>): RankedBarsPlan {
  const { chart, cube, stage, frame, colours, measure, formatValue } = input;
  const { race } = input.course;
  const { direction } = chart.dress.bars;
  const { labels } = chart.dress;
  const domain = focusedDomain(prepareDomain(race, chart.own.domain, holdsZero(chart.own)), input);
  const formatTick = tickFormats(chart.numbers, largestOf(cube.values));
  const axis = prepareAxis({ chart, frame, direction, course: domain, formatValue, formatTick, measure });
  const places = Math.max(1, Math.min(chart.own.places, Math.max(cube.categories.length, 1)));
  const series = Array.from(race.series.categories);
  // Of thousands that could tie for a place few are ever seen; only their names need room.
  const categoryNames = series.map((c, k) => ((race.showing[k]?.length ?? 0) > 0 ? (cube.categories[c] ?? '') : ''));
  const room: Room = { chart, stage, frame, axis, places, domain, formatValue, measure, categoryNames };
  const layout = direction === 'lying' ? layoutLying(room) : layoutStanding(room);
  const pictures = picturesOf(input.pictures, chart, cube);
  return {
    chart,
    stage,
    race,
    cube,
    domain,
    frame,
    axis,
    places,
    ...layout,
    parts: fixedParts(axis, layout.field, domain),
    pictureUnit: pictureUnitOf(race),
    colours,
    ink: {
      name: labels.name.colour ?? frame.inks.strong,
      value: labels.value.colour ?? frame.inks.strong,
      rank: labels.rank.colour ?? frame.inks.quiet,
    },
    pictures: series.map((c) => pictures[c] ?? null),
    categoryNames,
    formatValue,
    build: prepareBuild(race.clock, chart, (build, closes) =>
      turnsOfRace(race, cube.categories, build, closes ? race.clock.lengthSec : 0),
    ),
    measure,
  };
}

/** When the bars on stage at a moment come or go; marks are series. */
function turnsOfRace(race: Race, categories: readonly string[], build: Build, timeSec: number): BuildTurns {
  const marks = placesAt(race, timeSec).sort((a, b) => a.slot - b.slot);
  const found = turnsOf(
    build,
    marks.map(({ category, value }) => ({ category, value, name: categories[category] ?? '' })),
  );
  const turns = new Array<number>(race.series.categories.length).fill(0);
  marks.forEach(({ series }, i) => {
    turns[series] = found.turns[i] ?? 0;
  });
  return { ...found, turns };
}
