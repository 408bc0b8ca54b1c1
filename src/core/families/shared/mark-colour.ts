import type { Colours } from '../../chart/colours';
import { placeInDomain } from './domain';

/** The colour of a mark: its category's, or where colours tell values, that of its value between two ends. */
export function markColour(
  { ofShare, ofCategory }: Colours,
  category: number,
  value: number,
  [min, max]: readonly [number, number],
): string {
  if (ofShare && !Number.isNaN(value)) return ofShare(placeInDomain({ min, max }, value));
  return ofCategory[category] ?? '#888888';
}
