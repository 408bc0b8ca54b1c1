// What a person chooses of the motion: apart from what works it out, so that the page of the editor need not wait for that.

/** Which end of the order stands first. */
export const rankOrders = ['largest', 'smallest', 'table'] as const;
export type RankOrder = (typeof rankOrders)[number];

/** How bars change places: where their values cross, or spread over the whole step. */
export const swapModes = ['at-crossing', 'over-period'] as const;
export type SwapMode = (typeof swapModes)[number];

/** What can happen in a race. */
export const momentKinds = ['lead', 'entry', 'exit', 'record', 'climb', 'fall', 'reign'] as const;
export type MomentKind = (typeof momentKinds)[number];

/** What else is told of values along time: the highest, the lowest, the steepest rise and fall, two that cross. */
export const courseKinds = ['peak', 'low', 'rise', 'drop', 'cross'] as const;
export type CourseKind = (typeof courseKinds)[number];

/** Every kind of moment that a chart along periods tells. */
export const alongMomentKinds = [...momentKinds, ...courseKinds] as const;
