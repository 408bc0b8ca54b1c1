import { type Migration, objectOf, objectsOf } from './migration';

/** Version 7 shades bands between two values of the axis. */
export const from6: Migration = (document) => ({
  ...document,
  version: 7,
  charts: objectsOf(document.charts).map((chart) => ({ ...chart, axis: { ...objectOf(chart.axis), bands: [] } })),
});
