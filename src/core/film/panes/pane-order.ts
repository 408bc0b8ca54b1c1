import { placesAt, prepareRace, type Race } from '../../motion/race';
import type { FilmClock } from '../../pace/film-clock';
import type { Chart } from '../../project/chart';
import type { Cube } from '../../shaping/cube';
import type { CubePane } from '../../shaping/panes';

/** The place of each pane at a moment, from 0; between two while they change places. */
export type PaneOrder = (timeSec: number) => readonly number[];

/** What each group comes to by period: the sum of what is known of it. */
export function totalsOfPanes(panes: readonly CubePane[]): Float64Array {
  const [first] = panes;
  const periods = first?.cube.periods.length ?? 0;
  const totals = new Float64Array(periods * panes.length).fill(Number.NaN);
  panes.forEach(({ cube: { values, categories } }, i) => {
    values.forEach((value, at) => {
      if (Number.isNaN(value)) return;
      const cell = Math.floor(at / categories.length) * panes.length + i;
      totals[cell] = (Number.isNaN(totals[cell] ?? Number.NaN) ? 0 : (totals[cell] ?? 0)) + value;
    });
  });
  return totals;
}

/** In which order the groups stand. */
export function paneOrderOf(panes: readonly CubePane[], clock: FilmClock, chart: Chart): PaneOrder {
  const { order } = chart.panes;
  const given = Array.from(panes.keys());
  if (order === 'table') return () => given;
  if (order === 'name') return placedBy(given, (a, b) => nameOf(panes, a).localeCompare(nameOf(panes, b), 'en'));
  const totals = totalsOfPanes(panes);
  const meanOf = (pane: number) => {
    const own = totals.filter((value, at) => at % panes.length === pane && !Number.isNaN(value));
    return own.reduce((sum, value) => sum + value / own.length, 0);
  };
  const means = given.map(meanOf);
  const largestFirst = placedBy(given, (a, b) => (means[b] ?? 0) - (means[a] ?? 0) || a - b);
  const [first] = panes;
  if (order === 'value' || !first) return largestFirst;
  const { between, gaps, pace } = chart;
  const cube: Cube = { ...first.cube, categories: panes.map(({ name }) => name), values: totals };
  const race = prepareRace(cube, clock, {
    places: panes.length,
    order: 'largest',
    between,
    gaps,
    swapMode: 'at-crossing',
    swapSec: pace.swapSec,
  });
  return (timeSec) => movingPlaces(race, panes.length, timeSec);
}

const nameOf = (panes: readonly CubePane[], pane: number) => panes[pane]?.name ?? '';

/** By pane its place in a sorted list. */
function placedBy(given: readonly number[], compare: (a: number, b: number) => number): PaneOrder {
  const places = new Array<number>(given.length).fill(0);
  [...given].sort(compare).forEach((pane, place) => {
    places[pane] = place;
  });
  return () => places;
}

/** Groups without any value stand last, in the table's order. */
function movingPlaces(race: Race, count: number, timeSec: number): number[] {
  const places = new Array<number>(count).fill(Number.NaN);
  for (const { category, slot } of placesAt(race, timeSec)) places[category] = Math.min(count - 1, slot);
  let last = places.filter((place) => !Number.isNaN(place)).length;
  return places.map((place) => (Number.isNaN(place) ? Math.min(count - 1, last++) : place));
}
