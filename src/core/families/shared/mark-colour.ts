import type { Colours } from '../../chart/colours';
import { placeInDomain } from './domain';

/** The colour of a mark: its category's, or where colours tell values or signs, that of its value between two ends. */
export function markColour(
  { ofShare, ofSign, ofCategory }: Colours,
  category: number,
  value: number,
  [min, max]: readonly [number, number],
): string {
  if (ofSign && !Number.isNaN(value)) return ofSign(value);
  if (ofShare && !Number.isNaN(value)) return ofShare(placeInDomain({ min, max }, value));
  return ofCategory[category] ?? '#888888';
}
