/** How series lie on each other: to their amounts, to the whole, around the middle, or one over the other, all from 0. */
export const stackModes = ['amounts', 'share', 'centred', 'layered'] as const;
export type StackMode = (typeof stackModes)[number];

/** What decides the order of a stack from its foot: the table, the greatest total, or who appears first. */
export const stackOrders = ['table', 'total', 'first'] as const;
export type StackOrder = (typeof stackOrders)[number];
