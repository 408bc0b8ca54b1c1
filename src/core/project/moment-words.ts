import type { MomentKind } from '../motion/choices';

/** How each kind of moment is told; the words may hold tokens such as `{name}`. */
export type MomentWords = Readonly<Record<MomentKind, string>>;

/** How moments are told before the person says otherwise. */
export const usualMomentWords: MomentWords = {
  lead: '{name} takes the lead',
  entry: '{name} comes on stage',
  exit: '{name} leaves the stage',
  record: 'A record: {name} reaches {value}',
  climb: '{name} climbs {places} places',
  fall: '{name} falls {places} places',
  reign: '{name} leads for {length}',
};
