import type { KnownFamily } from '../project/family-document';
import { type Cube, cubeValue } from '../shaping/cube';
import { knownFamilies } from './known';

/** A family that suits the values, and why. */
export interface FamilySuggestion {
  readonly id: KnownFamily['id'];
  readonly why: string;
}

/** So few periods are compared with each other; they make no film that runs. */
const COMPARED = 3;
/** More lines than these are a tangle. */
const FEW = 8;
/** Fewer changes of place than this in each step tell of no race. */
const LIVELY = 0.15;

/**
 * The family that suits the values best, with the reason in plain words.
 *
 * @param list Families that there are.
 * @param further What else the table counts for the same names and periods.
 * @returns null where nothing speaks for one of them. Cost: O(periods × categories).
 */
export function suggestFamily(
  cube: Cube,
  list: readonly KnownFamily[] = knownFamilies,
  further: readonly string[] = [],
): FamilySuggestion | null {
  const suggestion = severalValues(cube, further) ?? suggestionOf(cube);
  return suggestion && list.some(({ id }) => id === suggestion.id) ? suggestion : null;
}

/** Fewer bubbles than these show no pattern. */
const A_PATTERN = 4;

function severalValues(cube: Cube, further: readonly string[]): FamilySuggestion | null {
  if (further.length === 0 || cube.categories.length < A_PATTERN) return null;
  const more = further.slice(0, 2).map((name) => `“${name}”`);
  return {
    id: 'bubbles',
    why: `The table holds ${more.join(' and ')} too: bubbles tell what goes with what.`,
  };
}

function suggestionOf(cube: Cube): FamilySuggestion | null {
  const [count, steps] = [cube.categories.length, cube.periods.length - 1];
  if (steps < 1 || count < 1) return null;
  if (count > 1 && sharesAWhole(cube))
    return {
      id: 'pie',
      why: `The ${count} names are parts of a whole that stays the same: slices tell who has which share.`,
    };
  if (areShares(cube))
    return { id: 'progress', why: 'All values lie between 0 and 1: rings tell how far along each name is.' };
  if (count > 1 && steps + 1 <= COMPARED)
    return {
      id: 'compared',
      why: `Only ${steps + 1} periods: columns beside each other compare what was with what has become of it.`,
    };
  if (count === 1) return { id: 'lines', why: `“${cube.categories[0]}” stands alone: a line tells how it went.` };
  const changes = leadersChange(cube) / steps;
  if (count <= FEW && steps >= 2 * count && changes < LIVELY)
    return {
      id: 'lines',
      why: `${count} names over ${steps + 1} periods, and the lead seldom changes: lines tell how it went.`,
    };
  if (count > FEW || changes >= LIVELY)
    return {
      id: 'ranked-bars',
      why: `${count} names compete${changes >= LIVELY ? ', and the lead changes often' : ''}: ranked bars tell who leads.`,
    };
  return null;
}

/** A whole that changes by less than this stays the same. */
const STEADY = 0.005;
/** So few names are slices that can be told apart. */
const MOST_SLICES = 12;

/** Do all values sum to the same at every period, none of them below 0 and none missing? */
function sharesAWhole(cube: Cube): boolean {
  const count = cube.categories.length;
  if (count > MOST_SLICES) return false;
  let whole = Number.NaN;
  for (let p = 0; p < cube.periods.length; p++) {
    let sum = 0;
    for (let c = 0; c < count; c++) {
      const value = cubeValue(cube, p, c);
      if (!(value >= 0)) return false;
      sum += value;
    }
    if (!(sum > 0)) return false;
    if (Number.isNaN(whole)) whole = sum;
    if (Math.abs(sum - whole) > STEADY * whole) return false;
  }
  return true;
}

/** Do all values lie between 0 and 1, and are they more than signs of yes and no? */
function areShares(cube: Cube): boolean {
  let between = false;
  for (const value of cube.values) {
    if (value < 0 || value > 1) return false;
    if (value > 0 && value < 1) between = true;
  }
  return between && cube.categories.length <= MOST_SLICES;
}

/** How often another category has the greatest value than in the period before. */
function leadersChange(cube: Cube): number {
  let [changes, last] = [0, -1];
  for (let p = 0; p < cube.periods.length; p++) {
    let leader = -1;
    for (let c = 0; c < cube.categories.length; c++) {
      const value = cubeValue(cube, p, c);
      if (!Number.isNaN(value) && (leader < 0 || value > cubeValue(cube, p, leader))) leader = c;
    }
    if (leader >= 0 && last >= 0 && leader !== last) changes++;
    if (leader >= 0) last = leader;
  }
  return changes;
}
