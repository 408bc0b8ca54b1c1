import { MOST_PANES } from '../shaping/panes';

/** Do charts side by side share their axes? */
export const paneAxes = ['common', 'own'] as const;
/** In which order they stand; moving ones change places as their totals do. */
export const paneOrders = ['table', 'name', 'value', 'moving'] as const;

/** How the charts of several groups stand side by side. */
export interface PaneStyle {
  readonly axes: (typeof paneAxes)[number];
  readonly order: (typeof paneOrders)[number];
  readonly most: number;
}

export const panesRange = [1, MOST_PANES] as const;

export const usualPanes: PaneStyle = { axes: 'common', order: 'table', most: MOST_PANES };
