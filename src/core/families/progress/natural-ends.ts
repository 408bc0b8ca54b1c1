import { roundAbove } from '../../scale/ticks';

/** The ends of the way, in data units. */
export interface Ends {
  readonly from: number;
  readonly to: number;
}

/** The ends that suit values by themselves. @param percent Are they percent? */
export function naturalEnds(values: Iterable<number>, percent: boolean): Ends {
  let [least, most] = [0, 0];
  for (const value of values) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  const to = least >= 0 && most <= 1 ? 1 : percent && most <= 100 ? 100 : roundAbove(most);
  return { from: least < 0 ? -roundAbove(-least) : 0, to };
}
