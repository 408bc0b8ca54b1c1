import { mixColours } from '../../scale/colour';
import { placeInDomain } from '../shared/domain';
import type { TablePlan } from './plan';

/** The colour of a value between the least and the greatest of the film, from the ramp of the look. */
export function shadeOf(
  { chart, shadeEnds: [min, max] }: Pick<TablePlan, 'chart' | 'shadeEnds'>,
  value: number,
): string {
  const [low, high] = chart.dress.colour.ramp;
  return mixColours(low, high, max > min ? placeInDomain({ min, max }, value) : 0.5);
}
