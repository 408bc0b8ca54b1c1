import type { CourseKind, MomentKind } from '../motion/choices';

/** How each kind of moment is told; the words may hold tokens such as `{name}`. */
export type MomentWords = Readonly<Record<MomentKind, string>>;

/** The same for charts along periods, which tell more kinds. */
export type AlongMomentWords = MomentWords & Readonly<Record<CourseKind, string>>;

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

/** What charts along periods tell besides, before the person says otherwise. */
export const courseWords: Readonly<Record<CourseKind, string>> = {
  peak: '{name} is at its highest: {value}',
  low: '{name} is at its lowest: {value}',
  rise: 'The steepest rise: {name} by {change}',
  drop: 'The steepest fall: {name} by {change}',
  cross: '{name} passes {other}',
};

export const usualAlongWords: AlongMomentWords = { ...usualMomentWords, ...courseWords };

/** The own part of a chart along periods that knows only the moments of a race yet, with words for the others. */
export function withCourseWords(own: Record<string, unknown>): Record<string, unknown> {
  return { ...own, momentWords: { ...courseWords, ...(own.momentWords as object) } };
}
