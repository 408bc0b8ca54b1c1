import type { PlacedFocus } from '../../chart/focus';
import type { DomainCourse, DomainZoom } from './domain';

/** By course and by focuses: asked for in every frame. */
const made = new WeakMap<DomainCourse, WeakMap<readonly PlacedFocus[], Map<string, DomainCourse>>>();

/** An axis that closes in on what the film looks at. @param which Of charts with two axes: the one across, or the upright one. */
export function focusedDomain(
  course: DomainCourse,
  { focuses }: { readonly focuses: readonly PlacedFocus[] },
  which: 'range' | 'upRange' = 'range',
): DomainCourse {
  if (!focuses.some((focus) => focus[which])) return course;
  const ofCourse = made.get(course) ?? new WeakMap<readonly PlacedFocus[], Map<string, DomainCourse>>();
  made.set(course, ofCourse);
  const ofFocuses = ofCourse.get(focuses) ?? new Map<string, DomainCourse>();
  ofCourse.set(focuses, ofFocuses);
  const known = ofFocuses.get(which);
  if (known) return known;
  const zooms = focuses.flatMap(({ [which]: range, fromSec, toSec, easeSec }): DomainZoom[] =>
    range ? [{ fromSec, toSec, easeSec, ...range }] : [],
  );
  const focused = { ...course, zooms };
  ofFocuses.set(which, focused);
  return focused;
}
