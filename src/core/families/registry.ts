import { areas } from './areas';
import { bubbles } from './bubbles';
import { columns } from './columns';
import { compared } from './compared';
import type { Family } from './family';
import { hundred } from './hundred';
import { lines } from './lines';
import { mosaic } from './mosaic';
import { bigNumber } from './number';
import { pie } from './pie';
import { polar } from './polar';
import { progress } from './progress';
import { radial } from './radial';
import { rankLines } from './rank-lines';
import { rankedBars } from './ranked-bars';
import { table } from './table';
import { treeMap } from './tree-map';
import { words } from './words';

/** Every family of charts. A new one is a folder beside this file and a word in this list. */
export const families: readonly Family[] = [
  rankedBars,
  radial,
  rankLines,
  table,
  lines,
  areas,
  columns,
  bigNumber,
  pie,
  mosaic,
  treeMap,
  hundred,
  progress,
  compared,
  bubbles,
  polar,
  words,
];

/** The family that a new project starts with. */
export const firstFamily: Family = rankedBars;

/** A family by its id. @throws RangeError for an id that is not in the list, which reading a document rules out. */
export function familyOf(id: string, list: readonly Family[] = families): Family {
  const family = list.find((each) => each.id === id);
  if (!family) throw new RangeError(`family: must be one of ${list.map((each) => each.id).join(', ')}, received ${id}`);
  return family;
}
