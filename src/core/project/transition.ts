/** How a piece of the film takes the place of the one ahead. */
export const transitionKinds = ['cut', 'dissolve', 'slide', 'wipe', 'carry-over'] as const;
export type TransitionKind = (typeof transitionKinds)[number];

/** How a transition goes from its start to its end. */
export const transitionEases = ['even', 'soft', 'late'] as const;
export type TransitionEase = (typeof transitionEases)[number];

/** Where to the picture moves, for those that have a direction. */
export const transitionSides = ['left', 'right', 'up', 'down'] as const;
export type TransitionSide = (typeof transitionSides)[number];

/** The way into a piece from the one ahead. While it lasts both play; a cut lasts no time. */
export interface Transition {
  readonly how: TransitionKind;
  /** How long it is to take; never more than half of either piece. A cut keeps it for when it is none any more. */
  readonly sec: number;
  readonly ease: TransitionEase;
  readonly side: TransitionSide;
}

/** What stands behind a piece until something else is chosen. */
export const cut: Transition = { how: 'cut', sec: 0.8, ease: 'soft', side: 'left' };

/** The way into a card and out of it. */
export const dissolve: Transition = { ...cut, how: 'dissolve' };

/** The way between two charts of one table: marks of the same name travel. */
export const carryOver: Transition = { how: 'carry-over', sec: 1.2, ease: 'soft', side: 'left' };
