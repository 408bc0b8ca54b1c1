import type { SchemaParts } from '../../../project/family-document';
import { spacings, type WindowRule, windowKinds } from './window-choices';

/** Periods that a sliding window may hold. */
export const windowRange = [2, 5000] as const;

/** What every chart along periods keeps of its own. */
export type AlongOwn = WindowRule;

/** How much of the time is in view, as the document keeps it. */
export function alongSchema({ oneOf, whole }: SchemaParts) {
  return {
    spacing: oneOf(spacings, 'Periods stand as far apart as in the calendar, or evenly'),
    window: oneOf(windowKinds, 'The time in view: all, what has passed, or the last periods'),
    windowPeriods: whole(windowRange, '', 'Periods in view while the window slides'),
  };
}

/** All of the time in view, as far apart as in the calendar. */
export const usualAlong: AlongOwn = { spacing: 'calendar', window: 'all', windowPeriods: 12 };

/** What another chart along periods keeps of the time in view; nothing of one that has none. */
export function alongFrom(own: unknown): Partial<AlongOwn> {
  const { spacing, window, windowPeriods } = (own ?? {}) as Partial<AlongOwn>;
  return spacing && window && windowPeriods ? { spacing, window, windowPeriods } : {};
}
