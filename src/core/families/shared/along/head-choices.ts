/** What stands at the head of a line, or at the end of a band. */
export const headLabels = ['name-value', 'name', 'value', 'none'] as const;
export type HeadLabel = (typeof headLabels)[number];
